import { randomUUID } from 'node:crypto'
import type { DataSource, EntityManager } from 'typeorm'
import type { Person, Preferences } from '@jardinero/contract/person'
import { checkPassword, hashPassword, isPassword } from './passwords.ts'
import { makeCodes } from './recovery.ts'
import { ProblemError } from '../platform/problem.ts'
import type { Account, StoredPerson } from '../platform/accountEntities.ts'

export interface SignUp {
  email: string
  password: string
  name: string
  locale: string
}

/** Regions that read US customary units; all others start metric. Everyone can change it. */
const usualPreferences = (locale: string): Preferences => {
  const us = ['US', 'LR', 'MM'].includes(new Intl.Locale(locale).maximize().region ?? '')
  return { locale, units: us ? 'us' : 'metric', temperature: us ? 'F' : 'C', theme: 'auto' }
}

export const personToWire = ({
  id,
  version,
  email,
  name,
  units,
  temperature,
  locale,
  theme,
  role,
  licence,
}: StoredPerson): Person => ({
  id,
  version,
  email,
  name,
  units,
  temperature,
  locale,
  theme,
  role,
  licence,
})

/** Somebody new, as they read where they come from; of which account, and as what, is said by who lets them in. */
export const newPerson = ({
  locale,
  ...who
}: Pick<StoredPerson, 'email' | 'name' | 'locale' | 'passwordHash'>): Omit<
  StoredPerson,
  'id' | 'accountId' | 'createdAt' | 'version'
> => ({
  role: 'owner',
  licence: '',
  licenceUntil: null,
  worksUnder: null,
  leftAt: null,
  failedSignIns: 0,
  lastFailedAt: null,
  ...usualPreferences(locale),
  ...who,
})

/** @throws ProblemError emailTaken */
export async function insertPerson(
  manager: EntityManager,
  person: Omit<StoredPerson, 'createdAt' | 'version'>,
): Promise<void> {
  const taken = await manager.findOneBy<StoredPerson>('person', { email: person.email })
  if (taken) throw new ProblemError('emailTaken', [{ code: 'emailTaken', field: 'email', params: {} }])
  await manager.insert('person', { ...person, version: 1 })
}

/** A new account with its first person, and the codes that let them in again. @throws ProblemError emailTaken */
export async function createAccount(
  database: DataSource,
  { email, password, name, locale }: SignUp,
): Promise<{ person: StoredPerson; codes: string[] }> {
  checkPassword(password, { email, name })
  const passwordHash = await hashPassword(password)
  return database.transaction(async (manager) => {
    const accountId = randomUUID()
    const id = randomUUID()
    await manager.insert<Account>('account', { id: accountId, name, demoDay: null })
    await insertPerson(manager, {
      ...newPerson({ email, name, locale, passwordHash }),
      id,
      accountId,
    })
    const codes = await makeCodes(manager, id)
    return { person: await manager.findOneByOrFail<StoredPerson>('person', { id }), codes }
  })
}

/** @throws ProblemError wrongSignIn, the same whether the person or the password is wrong. */
export async function authenticate(
  database: DataSource,
  email: string,
  password: string,
): Promise<StoredPerson> {
  const person = await database.manager.findOneBy<StoredPerson>('person', { email })
  if (await isPassword(person?.passwordHash, password)) return person!
  if (person)
    await database.query(
      'UPDATE person SET failed_sign_ins = failed_sign_ins + 1, last_failed_at = now() WHERE id = $1',
      [person.id],
    )
  throw new ProblemError('wrongSignIn')
}
