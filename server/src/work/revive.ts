import type PgBoss from 'pg-boss'
import type { DataSource, EntityManager } from 'typeorm'
import { queueInside, retrying, taskQueue, taskTries } from '../platform/queue.ts'
import { giveUp } from './outcome.ts'
import type { StoredTask } from '../tasks/index.ts'

/** The number under which a worker holds a task. The database lets go of it when the worker's connection ends. */
const lockSpace = 6174
const take = (how: 'session' | 'transaction') =>
  `SELECT pg_try_advisory_${how === 'transaction' ? 'xact_' : ''}lock(${lockSpace}, hashtext($1)) AS held`

/** Takes a task for as long as the connection lasts. @returns false where another worker has it */
export async function holdTask(connection: Pick<EntityManager, 'query'>, id: string): Promise<boolean> {
  const [row] = await connection.query<{ held: boolean }[]>(take('session'), [id])
  return row!.held
}

/**
 * Puts tasks back into the queue whose worker was lost in the middle: their transaction is undone by the database, and
 * the queue alone would wait for minutes. One that has lost too many workers is given up.
 * @returns how many were put back
 */
export async function reviveTasks(database: DataSource, boss: PgBoss): Promise<number> {
  const running = await database.manager.findBy<StoredTask>('task', { state: 'running' })
  let revived = 0
  for (const { id, tries } of running)
    await database.transaction(async (manager) => {
      const [row] = await manager.query<{ held: boolean }[]>(take('transaction'), [id])
      if (!row!.held) return
      if (tries >= taskTries) return giveUp(database, id)
      const { affected } = await manager.update('task', { id, state: 'running' }, { state: 'waiting' })
      if (!affected) return
      await boss.send(taskQueue, { taskId: id }, { ...retrying, db: queueInside(manager) })
      revived++
    })
  return revived
}
