import { In, type DataSource } from 'typeorm'
import { createBoss, queueInside, retrying, taskQueue } from '../platform/queue.ts'
import type { StoredTask } from '../tasks/index.ts'

/** Tasks that are not over, and those that were given up, oldest first; a line each. */
export async function describeTasks(owner: DataSource): Promise<string[]> {
  const rows = await owner.query<(StoredTask & { account: string; made: string })[]>(
    `SELECT t.id, t.kind, t.state, t.tries, t.done, t.total, a.name AS account,
       to_char(t.made_at AT TIME ZONE 'UTC', 'YYYY-MM-DD HH24:MI') AS made
     FROM task t JOIN account a ON a.id = t.account_id
     WHERE t.state IN ('waiting', 'running', 'givenUp') ORDER BY t.made_at`,
  )
  return rows.map(
    ({ id, kind, state, tries, done, total, account, made }) =>
      `${id} ${made} ${account}: ${kind}, ${state}, begun ${tries} times, ${done} of ${total}`,
  )
}

/**
 * Puts a task that was given up back into the queue, with all its tries and all its time: it counts as asked for now, so that
 * the sweeping leaves it alone. @returns false where there is none, or its account has another that is not over
 */
export async function tryAgain(owner: DataSource, id: string): Promise<boolean> {
  const boss = createBoss(owner, false)
  await boss.start()
  try {
    return await owner.transaction(async (manager) => {
      const task = await manager.findOneBy<StoredTask>('task', { id, state: 'givenUp' })
      const open = { accountId: task?.accountId ?? '', state: In(['waiting', 'running']) }
      if (!task || (await manager.existsBy('task', open))) return false
      await manager.update(
        'task',
        { id },
        { state: 'waiting', tries: 0, problem: null, madeAt: () => 'now()' },
      )
      await boss.send(taskQueue, { taskId: id }, { ...retrying, db: queueInside(manager) })
      return true
    })
  } finally {
    await boss.stop({ graceful: false, close: false })
  }
}
