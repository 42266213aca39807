import type { FastifyInstance } from 'fastify'
import PgBoss from 'pg-boss'
import type { DataSource, EntityManager } from 'typeorm'
import { poolOf } from './pool.ts'

export const bossSchema = 'pgboss'
/** Work that an account asked for; what could not be done after all tries goes on to `given up`. */
export const taskQueue = 'task'
export const givenUpQueue = 'task-given-up'
/** Yards whose answer is to be worked out. */
export const answerQueue = 'answer'
/** Rounds that come by themselves, and when: minute, hour, day, month, weekday, UTC. */
export const rounds = { remind: '*/15 * * * *', sweep: '7 * * * *', answers: '12 * * * *' } as const

/** Tries of one piece of work, and how long the queue waits for one. */
export const taskTries = 6
export const retrying = {
  retryLimit: taskTries - 1,
  retryDelay: 2,
  retryBackoff: true,
  expireInMinutes: 20,
  deadLetter: givenUpQueue,
}

/** An answer that could not be worked out is asked for again by whoever opens the yard. */
export const retryingAnswer = { retryLimit: 2, retryDelay: 5, expireInMinutes: 10 }

/** The queue, on connections that are there: whoever only sends leaves its upkeep and its clock to the workers. */
export function createBoss(database: DataSource, works: boolean): PgBoss {
  const boss = new PgBoss({
    db: {
      executeSql: async (text: string, values: unknown[]) => poolOf(database)!.query(text, values),
    },
    schema: bossSchema,
    migrate: false,
    schedule: works,
    supervise: works,
  })
  boss.on('error', () => undefined)
  return boss
}

/** The queue as a server's routes send to it: open as long as the server is. */
export function openQueue(app: FastifyInstance, database: DataSource): PgBoss {
  const boss = createBoss(database, false)
  app.addHook('onReady', async () => void (await boss.start()))
  app.addHook('onClose', () => boss.stop({ graceful: false, close: false }))
  return boss
}

/** The queue's statements inside a transaction of ours. */
export const queueInside = (manager: EntityManager): PgBoss.Db => ({
  executeSql: async (text: string, values: unknown[]) => {
    const { records } = await manager.queryRunner!.query(text, values, true)
    return { rows: records as unknown[] }
  },
})

/** The queue's own tables, made by the owner. */
export async function prepareQueue(ownerUrl: string): Promise<void> {
  const boss = new PgBoss({
    connectionString: ownerUrl,
    schema: bossSchema,
    supervise: false,
    // Makes the queue of the clock's own messages, which takes the owner.
    schedule: true,
    max: 2,
  })
  boss.on('error', () => undefined)
  await boss.start()
  for (const queue of [givenUpQueue, taskQueue, ...Object.keys(rounds)]) await boss.createQueue(queue)
  // The same question waits once, however many ask it.
  await boss.createQueue(answerQueue, { name: answerQueue, policy: 'short' })
  await boss.stop({ graceful: false })
}
