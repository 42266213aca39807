import type { PersonId } from '@jardinero/core/quantity'
import { createHash, randomBytes, randomInt, randomUUID } from 'node:crypto'
import type { EntityManager, ObjectLiteral } from 'typeorm'
import { ProblemError } from '../platform/problem.ts'
import type { RecoveryCode, ResetLink, StoredPerson } from '../platform/accountEntities.ts'

const howMany = 10
/** No letter or digit that is taken for another. */
const letters = 'ABCDEFGHJKMNPQRSTVWXYZ23456789'
const part = () => Array.from({ length: 4 }, () => letters[randomInt(letters.length)]).join('')
/** Of 73 bits: too many to try, so a fast hash keeps it. */
const newCode = () => [part(), part(), part(), part().slice(0, 3)].join('-')
const plain = (code: string) => code.toUpperCase().replace(/[^A-Z0-9]/g, '')
const hashOf = (text: string) => createHash('sha256').update(text).digest('hex')

/** New codes in place of the old ones. They are told once and never again. */
export async function makeCodes(manager: EntityManager, personId: PersonId): Promise<string[]> {
  const codes = Array.from({ length: howMany }, newCode)
  await manager.delete('recovery_code', { personId })
  await manager.insert<RecoveryCode>(
    'recovery_code',
    codes.map((code) => ({ id: randomUUID(), personId, hash: hashOf(plain(code)), usedAt: null })),
  )
  return codes
}

export const countCodes = (manager: EntityManager, personId: PersonId): Promise<number> =>
  manager
    .query('SELECT count(*)::int AS n FROM recovery_code WHERE person_id = $1 AND used_at IS NULL', [
      personId,
    ])
    .then(([row]: { n: number }[]) => row!.n)

/** Uses a code up. @returns whether it was one of this person's, and not used */
export async function useCode(manager: EntityManager, personId: PersonId, code: string): Promise<boolean> {
  const used = await manager
    .createQueryBuilder()
    .update<ObjectLiteral>('recovery_code')
    .set({ usedAt: () => 'now()' })
    .where('person_id = :personId AND hash = :hash AND used_at IS NULL', {
      personId,
      hash: hashOf(plain(code)),
    })
    .execute()
  return used.affected === 1
}

/** What stands in a link to set a new password; good once, and for so many hours. */
export async function makeResetToken(
  manager: EntityManager,
  personId: PersonId,
  hours: number,
): Promise<string> {
  const token = randomBytes(32).toString('base64url')
  await manager.query(
    `INSERT INTO reset_link (hash, person_id, expires_at) VALUES ($1, $2, now() + $3 * interval '1 hour')`,
    [hashOf(token), personId, hours],
  )
  return token
}

/** The person a link was made for; it is used up. @throws ProblemError linkOver */
export async function useResetToken(manager: EntityManager, token: string): Promise<StoredPerson> {
  const [used]: [ResetLink[], number] | [] = await manager.query(
    'DELETE FROM reset_link WHERE hash = $1 AND expires_at > now() RETURNING person_id AS "personId"',
    [hashOf(token)],
  )
  const personId = (used as ResetLink[] | undefined)?.[0]?.personId
  if (!personId) throw new ProblemError('linkOver')
  // A link that was used ends the others.
  await manager.delete('reset_link', { personId })
  return manager.findOneByOrFail<StoredPerson>('person', { id: personId })
}
