import type { PersonId, SessionId } from '@jardinero/core/quantity'
import { createHash } from 'node:crypto'
import type { SessionStore } from '@fastify/session'
import type { DataSource } from 'typeorm'

/** What a session is kept under: whoever reads the table cannot use it. */
export const sessionKeyOf = (sessionId: SessionId) => createHash('sha256').update(sessionId).digest('hex')
const lastingDays = 30

type Callback = (error: unknown, session?: never) => void

/** Sessions in PostgreSQL, under a hash of their id: whoever reads the table cannot use it. */
export class PostgresSessionStore implements SessionStore {
  constructor(private readonly database: DataSource) {}

  set = (sessionId: SessionId, session: object, callback: Callback): void => {
    const { personId = null, userAgent = '' } = session as { personId?: PersonId; userAgent?: string }
    this.run(
      callback,
      `INSERT INTO session (id, person_id, data, user_agent, expires_at) VALUES ($1, $2, $3, $4, now() + interval '${lastingDays} days')
       ON CONFLICT (id) DO UPDATE SET person_id = $2, data = $3, user_agent = $4, expires_at = excluded.expires_at`,
      [sessionKeyOf(sessionId), personId, JSON.stringify(session), userAgent.slice(0, 300)],
      () => undefined,
    )
  }

  get = (sessionId: SessionId, callback: Callback): void => {
    this.run(
      callback,
      `SELECT data, seen_at < now() - interval '10 minutes' AS unseen FROM session WHERE id = $1 AND expires_at > now()`,
      [sessionKeyOf(sessionId)],
      ([row]) => {
        if (row?.['unseen']) this.see(sessionId)
        return row?.['data'] as Parameters<Callback>[1]
      },
    )
  }

  destroy = (sessionId: SessionId, callback: Callback): void => {
    this.run(callback, 'DELETE FROM session WHERE id = $1', [sessionKeyOf(sessionId)], () => undefined)
  }

  /** When it was last seen is told to the person; nobody waits for it. */
  private see(sessionId: SessionId): void {
    void this.database
      .query('UPDATE session SET seen_at = now() WHERE id = $1', [sessionKeyOf(sessionId)])
      .catch(() => undefined)
  }

  private run(
    callback: Callback,
    sql: string,
    values: unknown[],
    answer: (rows: Record<string, unknown>[]) => Parameters<Callback>[1],
  ): void {
    this.database.query(sql, values).then(
      (rows) => callback(null, answer(rows as Record<string, unknown>[])),
      (error: unknown) => callback(error),
    )
  }
}

/** Sweeps out what is over: sessions, counts, links. */
export async function sweepExpired(database: DataSource): Promise<void> {
  await database.query('DELETE FROM session WHERE expires_at < now()')
  await database.query('DELETE FROM rate_count WHERE expires_at < now()')
  await database.query('DELETE FROM sign_in_queue WHERE expires_at < now()')
  await database.query('DELETE FROM reset_link WHERE expires_at < now()')
}
