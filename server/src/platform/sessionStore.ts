import { createHash } from 'node:crypto'
import type { SessionStore } from '@fastify/session'
import type { DataSource } from 'typeorm'

const keyOf = (sessionId: string) => createHash('sha256').update(sessionId).digest('hex')
const lastingDays = 30

type Callback = (error: unknown, session?: never) => void

/** Sessions in PostgreSQL, under a hash of their id: whoever reads the table cannot use it. */
export class PostgresSessionStore implements SessionStore {
  constructor(private readonly database: DataSource) {}

  set = (sessionId: string, session: object, callback: Callback): void => {
    const personId = (session as { personId?: string }).personId ?? null
    this.run(
      callback,
      `INSERT INTO session (id, person_id, data, expires_at) VALUES ($1, $2, $3, now() + interval '${lastingDays} days')
       ON CONFLICT (id) DO UPDATE SET person_id = $2, data = $3, expires_at = excluded.expires_at`,
      [keyOf(sessionId), personId, JSON.stringify(session)],
      () => undefined,
    )
  }

  get = (sessionId: string, callback: Callback): void => {
    this.run(
      callback,
      'SELECT data FROM session WHERE id = $1 AND expires_at > now()',
      [keyOf(sessionId)],
      (rows) => rows[0]?.['data'],
    )
  }

  destroy = (sessionId: string, callback: Callback): void => {
    this.run(callback, 'DELETE FROM session WHERE id = $1', [keyOf(sessionId)], () => undefined)
  }

  private run(
    callback: Callback,
    sql: string,
    values: unknown[],
    answer: (rows: Record<string, unknown>[]) => unknown,
  ): void {
    this.database.query(sql, values).then(
      (rows) => callback(null, answer(rows as Record<string, unknown>[]) as never),
      (error: unknown) => callback(error),
    )
  }
}

/** Sweeps out sessions and rate counts that are over. */
export async function sweepExpired(database: DataSource): Promise<void> {
  await database.query('DELETE FROM session WHERE expires_at < now()')
  await database.query('DELETE FROM rate_count WHERE expires_at < now()')
}
