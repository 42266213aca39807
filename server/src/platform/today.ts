import { dayIn, type Day } from '@jardinero/core/quantity'
import type { Clock } from './clock.ts'
import type { AccountScope } from './scope.ts'
import type { Account } from './accountEntities.ts'

/** Asked once a scope: a file has thousands of rows, and their day is one. */
const accounts = new WeakMap<AccountScope, Promise<Account>>()
function accountOf(scope: AccountScope): Promise<Account> {
  const known = accounts.get(scope) ?? scope.account<Account>()
  accounts.set(scope, known)
  return known
}

/** The day it is for an account in a time zone: the demo's own day where it has one. */
export async function accountToday(scope: AccountScope, timeZone: string, clock: Clock): Promise<Day> {
  const account = await accountOf(scope)
  return account.demoDay ?? dayIn(clock(), timeZone)
}
