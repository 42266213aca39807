import type { DataSource } from 'typeorm'
import type { FastifyInstance } from 'fastify'
import { answerQueue, bossSchema, openQueue, retryingAnswer } from '../platform/queue.ts'
import { wakeWorkers } from '../platform/wake.ts'
import type { AnswerJob } from './keep.ts'

/** Puts yards in line that somebody looks at in a list and that have no answer yet: after what is waited for, before what the night does. */
export function createAskMissing(
  app: FastifyInstance,
  database: DataSource,
): (jobs: readonly AnswerJob[]) => Promise<void> {
  const boss = openQueue(app, database)
  return async (jobs) => {
    if (!jobs.length) return
    const there: { yard: string }[] = await database.query(
      `SELECT data->>'yardId' AS yard FROM ${bossSchema}.job
       WHERE name = $1 AND state IN ('created', 'retry', 'active') AND data->>'yardId' = ANY($2)`,
      [answerQueue, jobs.map((j) => j.yardId)],
    )
    // The same yard waits once, however often the list is looked at.
    const waits = new Set(there.map((t) => t.yard))
    const fresh = jobs.filter((j) => !waits.has(j.yardId))
    if (!fresh.length) return
    await boss.insert(
      fresh.map((data) => ({
        name: answerQueue,
        data,
        ...retryingAnswer,
        singletonKey: `${data.yardId} missing`,
        priority: 5,
      })),
    )
    await wakeWorkers(database)
  }
}
