import type { TaskId } from '@jardinero/core/quantity'
import { In, type DataSource } from 'typeorm'
import type { TaskFile } from '@jardinero/contract/task'
import { wordsFor } from '@jardinero/words/whole'
import type { StoredPerson } from '../platform/accountEntities.ts'
import { createDatabase } from '../database.ts'
import { describeFault } from '../platform/faultLog.ts'
import { giveWay } from '../platform/gentle.ts'
import { ProblemError } from '../platform/problem.ts'
import { classify } from '../platform/problemHandler.ts'
import { createQuota } from '../platform/quota.ts'
import type { Config, WeatherSource } from '../platform/config.ts'
import { createStations } from '../soil/index.ts'
import type { StoredTask } from '../tasks/index.ts'
import { taskWork, type Made } from './kinds.ts'
import { refuseTask } from './outcome.ts'
import { RememberingScope } from './rememberingScope.ts'
import { holdTask } from './revive.ts'

giveWay()

export interface TaskOrder {
  taskId: TaskId
  databaseUrl: string
  weather?: WeatherSource | undefined
  quota: Config['quota']
  /** The time it is, ISO. */
  now: string
}

const tellEveryMs = 300
/** What is kept of the work: what it counted, or a file and what there is to say of it. */
const outcome = (taskId: TaskId, made: object): { result: object; product?: Buffer } => {
  if (!('product' in made)) return { result: made }
  const { product, name, type } = made as Made
  return { product, result: { taskId, name, type, bytes: product.length } satisfies TaskFile }
}
/** As JSON, or a body that is none. @throws ProblemError malformedRequest */
function parseBody(body: Buffer): unknown {
  try {
    return JSON.parse(body.toString('utf8'))
  } catch {
    throw new ProblemError('malformedRequest')
  }
}

async function loadTask(database: DataSource, id: string): Promise<StoredTask | null> {
  return database.manager
    .createQueryBuilder<StoredTask>('task', 't')
    .addSelect('t.body')
    .where('t.id = :id', { id })
    .getOne()
}

async function work(database: DataSource, task: StoredTask, order: TaskOrder): Promise<void> {
  const person = await database.manager.findOneByOrFail<StoredPerson>('person', { id: task.personId })
  const words = wordsFor(person)
  let told = 0
  const progress = async (done: number, total: number): Promise<void> => {
    if (Date.now() - told < tellEveryMs) return
    told = Date.now()
    // Past the transaction, so that others see it; and so that it sees whether it was called off.
    const { affected } = await database.manager.update(
      'task',
      { id: task.id, state: 'running' },
      { done, total },
    )
    if (!affected) throw new ProblemError('cancelled')
  }
  try {
    const { affected: begun } = await database.manager.update(
      'task',
      { id: task.id, state: In(['waiting', 'running']) },
      { state: 'running', tries: () => 'tries + 1' },
    )
    if (!begun) return
    const sent = parseBody(task.body!)
    await database.transaction(async (manager) => {
      await manager.query(`SET LOCAL statement_timeout = '10min'`)
      await manager.query(`SET LOCAL idle_in_transaction_session_timeout = '10min'`)
      const guard = createQuota(order.quota).guardOf(manager, task.accountId)
      const scope = new RememberingScope(manager, task.accountId, guard)
      const result = await taskWork[task.kind](scope, sent, {
        clock: () => new Date(order.now),
        words,
        stations: createStations(database, order.weather),
        progress,
      })
      // Done and told so in one: either both or neither is in the database.
      const { affected } = await manager.update(
        'task',
        { id: task.id, state: 'running' },
        { state: 'done', body: null, ...outcome(task.id, result) },
      )
      if (!affected) throw new ProblemError('cancelled')
    })
  } catch (error) {
    const problem = classify(error as object)
    // The database will be back: the queue tries again.
    if (problem.code === 'databaseAway' || problem.code === 'busy') throw error
    // Called off: its row says so already.
    if (problem.code === 'cancelled') return
    await refuseTask(database, task.id, problem)
    if (problem.code === 'internal') throw error
  }
}

/** Runs one task to its end. @returns what the log is to say, where it failed by a fault of ours */
export async function runTask(order: TaskOrder): Promise<Record<string, unknown> | undefined> {
  const database = createDatabase(order.databaseUrl)
  await database.initialize()
  try {
    // For as long as this connection lives: who comes second leaves it to the first.
    if (!(await holdTask(database.createQueryRunner(), order.taskId))) return undefined
    const task = await loadTask(database, order.taskId)
    if (!task || !['waiting', 'running'].includes(task.state) || !task.body) return undefined
    await work(database, task, order)
    return undefined
  } catch (error) {
    const code = classify(error as object).code
    if (code === 'databaseAway' || code === 'busy') throw new Error('database away', { cause: error })
    return describeFault(error)
  } finally {
    await database.destroy().catch(() => undefined)
  }
}
