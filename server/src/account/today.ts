import type { Day } from '@jardinero/core/quantity'
import { dayIn, type Clock } from '../platform/clock.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { Account } from './entities.ts'

/** The day it is for an account in a time zone: the demo's own day where it has one. */
export async function accountToday(scope: AccountScope, timeZone: string, clock: Clock): Promise<Day> {
  const account = await scope.manager.findOneByOrFail<Account>('account', { id: scope.accountId })
  return account.demoDay ?? dayIn(clock(), timeZone)
}
