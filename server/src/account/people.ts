import { hash, verify } from '@node-rs/argon2'
import { randomUUID } from 'node:crypto'
import type { DataSource, EntityManager } from 'typeorm'
import type { Person, Preferences } from '@jardinero/contract/person'
import { ProblemError } from '../platform/problem.ts'
import type { Account, StoredPerson } from './entities.ts'

/** OWASP's second choice of Argon2id parameters: 19 MiB, two passes, one lane. */
const hashing = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

/** Verified against where no such person exists, so that the answer takes as long. */
const nobody = hash(randomUUID(), hashing)

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
  licence,
})

async function insertPerson(
  manager: EntityManager,
  person: Omit<StoredPerson, 'createdAt' | 'version'>,
): Promise<void> {
  const taken = await manager.findOneBy<StoredPerson>('person', { email: person.email })
  if (taken) throw new ProblemError('emailTaken', [{ code: 'emailTaken', field: 'email', params: {} }])
  await manager.insert('person', { ...person, version: 1 })
}

/** A new account with its first person. @throws ProblemError emailTaken */
export async function createAccount(
  database: DataSource,
  { email, password, name, locale }: SignUp,
): Promise<StoredPerson> {
  const passwordHash = await hash(password, hashing)
  return database.transaction(async (manager) => {
    const accountId = randomUUID()
    const id = randomUUID()
    await manager.insert<Account>('account', { id: accountId, name, demoDay: null })
    await insertPerson(manager, {
      id,
      accountId,
      email,
      passwordHash,
      name,
      licence: '',
      ...usualPreferences(locale),
    })
    return manager.findOneByOrFail<StoredPerson>('person', { id })
  })
}

/** @throws ProblemError wrongSignIn, the same whether the person or the password is wrong. */
export async function authenticate(
  database: DataSource,
  email: string,
  password: string,
): Promise<StoredPerson> {
  const person = await database.manager.findOneBy<StoredPerson>('person', { email })
  const right = await verify(person?.passwordHash ?? (await nobody), password)
  if (!person?.passwordHash || !right) throw new ProblemError('wrongSignIn')
  return person
}
