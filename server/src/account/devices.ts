import type { PersonId, SessionId } from '@jardinero/core/quantity'
import type { EntityManager } from 'typeorm'
import type { Device } from '@jardinero/contract/person'
import { ProblemError } from '../platform/problem.ts'
import { sessionKeyOf } from '../platform/sessionStore.ts'

/** Where a person is signed in, the latest seen first. */
export async function listDevices(
  manager: EntityManager,
  personId: PersonId,
  sessionId: SessionId,
): Promise<Device[]> {
  const rows: (Omit<Device, 'here' | 'since' | 'seen'> & { since: Date; seen: Date; key: string })[] =
    await manager.query(
      `SELECT device_id AS id, user_agent AS "userAgent", created_at AS since, seen_at AS seen, id AS key
         FROM session WHERE person_id = $1 AND expires_at > now() ORDER BY seen_at DESC LIMIT 100`,
      [personId],
    )
  const here = sessionKeyOf(sessionId)
  return rows.map(({ key, since, seen, ...device }) => ({
    ...device,
    since: since.toISOString(),
    seen: seen.toISOString(),
    here: key === here,
  }))
}

/** @throws ProblemError notFound */
export async function endDevice(manager: EntityManager, personId: PersonId, deviceId: string): Promise<void> {
  const { affected } = await manager.delete('session', { personId, deviceId })
  if (!affected) throw new ProblemError('notFound')
}

/** Ends every session of a person but one; all of them where none is named. */
export const endOthers = (
  manager: EntityManager,
  personId: PersonId,
  sessionId?: SessionId,
): Promise<unknown> =>
  manager.query('DELETE FROM session WHERE person_id = $1 AND id <> $2', [
    personId,
    sessionId ? sessionKeyOf(sessionId) : '',
  ])
