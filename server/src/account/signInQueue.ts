import { createHash } from 'node:crypto'
import type { DataSource } from 'typeorm'
import { ProblemError } from '../platform/problem.ts'

/** The first tries are free: who mistypes is not punished. */
const free = 3
const mostMs = 8000
/** Longer nobody is kept waiting; who would have to is told when. */
const patienceMs = 12_000

export interface SignInPace {
  /** The first wait; each is twice the one before, ms. */
  firstMs: number
}

const waitAfter = (failures: number, { firstMs }: SignInPace): number =>
  failures < free ? 0 : Math.min((mostMs / 500) * firstMs, firstMs * 2 ** (failures - free))

const keyOf = (email: string) => createHash('sha256').update(email).digest('hex')

/**
 * Slows tries on one account down, from wherever they come: one after the other, each later than the last, never locked.
 * @throws ProblemError tooManyRequests where the queue is long
 */
export async function waitForTurn(database: DataSource, email: string, pace: SignInPace): Promise<void> {
  const key = keyOf(email)
  const waitMs = await database.transaction(async (manager) => {
    const [row]: { failures: number; ahead: string }[] = await manager.query(
      `SELECT failures, extract(epoch FROM greatest(next_at, now()) - now()) * 1000 AS ahead
         FROM sign_in_queue WHERE key = $1 AND expires_at > now() FOR UPDATE`,
      [key],
    )
    if (!row) return 0
    const ahead = Number(row.ahead)
    if (ahead > patienceMs)
      throw new ProblemError('tooManyRequests', [], { retryAfter: Math.ceil(ahead / 1000) })
    await manager.query(
      `UPDATE sign_in_queue SET next_at = greatest(next_at, now()) + $2 * interval '1 millisecond' WHERE key = $1`,
      [key, waitAfter(row.failures, pace)],
    )
    return ahead
  })
  if (waitMs > 0) await new Promise((turn) => setTimeout(turn, waitMs))
}

/** A try that was wrong: the next is later. */
export async function noteFailure(database: DataSource, email: string, pace: SignInPace): Promise<void> {
  const [row]: { failures: number }[] = await database.query(
    `INSERT INTO sign_in_queue (key, failures, next_at, expires_at) VALUES ($1, 1, now(), now() + interval '1 hour')
     ON CONFLICT (key) DO UPDATE SET
       failures = CASE WHEN sign_in_queue.expires_at < now() THEN 1 ELSE sign_in_queue.failures + 1 END,
       expires_at = now() + interval '1 hour'
     RETURNING failures`,
    [keyOf(email)],
  )
  await database.query(
    `UPDATE sign_in_queue SET next_at = greatest(next_at, now() + $2 * interval '1 millisecond') WHERE key = $1`,
    [keyOf(email), waitAfter(row!.failures, pace)],
  )
}

export const forgetFailures = (database: DataSource, email: string): Promise<unknown> =>
  database.query('DELETE FROM sign_in_queue WHERE key = $1', [keyOf(email)])
