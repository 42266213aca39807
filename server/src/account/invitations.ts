import { createHash, randomBytes, randomUUID } from 'node:crypto'
import type { EntityManager } from 'typeorm'
import type { InvitationOrder, Invited, JoinOrder } from '@jardinero/contract/people'
import type { Account, StoredInvitation, StoredPerson } from '../platform/accountEntities.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { checkPassword, hashPassword } from './passwords.ts'
import { insertPerson, newPerson } from './people.ts'
import { makeCodes } from './recovery.ts'

/** Long enough to be found on Monday, short enough that a forgotten one is no open door. */
const goodDays = 14
/** More that nobody has used are none that were meant. */
const mostOpen = 200
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex')

/** A new invitation. @returns what stands in its link: told once, kept as its hash. @throws ProblemError refused tooManyInvitations */
export async function invite(
  scope: AccountScope,
  { id, name, role, worksUnder }: InvitationOrder,
  now: Date,
): Promise<{ invitation: StoredInvitation; token: string }> {
  if (worksUnder) await scope.get('person', worksUnder)
  if ((await scope.count('invitation')) >= mostOpen)
    throw new ProblemError('refused', [
      { code: 'tooManyInvitations', field: 'name', params: { most: mostOpen } },
    ])
  const token = randomBytes(32).toString('base64url')
  const expiresAt = new Date(now.getTime() + goodDays * 86_400_000).toISOString()
  const { row } = await scope.add<StoredInvitation>('invitation', {
    id,
    version: 1,
    hash: hashOf(token),
    name,
    role,
    worksUnder,
    expiresAt,
  })
  // Asked for twice, the link that was told last is the one that is good.
  await scope.update('invitation', { id }, { hash: hashOf(token) })
  return { invitation: row, token }
}

const find = async (manager: EntityManager, token: string, now: Date): Promise<StoredInvitation> => {
  const found = await manager.findOneBy<StoredInvitation>('invitation', { hash: hashOf(token) })
  if (!found || found.expiresAt < now.toISOString()) throw new ProblemError('linkOver')
  return found
}

/** What a link leads to. @throws ProblemError linkOver */
export async function readInvited(manager: EntityManager, token: string, now: Date): Promise<Invited> {
  const { accountId, name, role } = await find(manager, token, now)
  const { name: firm } = await manager.findOneByOrFail<Account>('account', { id: accountId })
  return { firm, name, role }
}

/** A new person in the account that invited them; the link is used up. @throws ProblemError linkOver, emailTaken */
export async function join(
  manager: EntityManager,
  { token, email, password, name, locale }: JoinOrder,
  now: Date,
): Promise<{ person: StoredPerson; codes: string[] }> {
  checkPassword(password, { email, name })
  const invitation = await find(manager, token, now)
  const passwordHash = await hashPassword(password)
  const { affected } = await manager.delete('invitation', { id: invitation.id })
  if (!affected) throw new ProblemError('linkOver')
  const { accountId, role, worksUnder } = invitation
  const id = randomUUID()
  await insertPerson(manager, {
    ...newPerson({ email, name, locale, passwordHash }),
    id,
    accountId,
    role,
    worksUnder,
  })
  return {
    codes: await makeCodes(manager, id),
    person: await manager.findOneByOrFail<StoredPerson>('person', { id }),
  }
}
