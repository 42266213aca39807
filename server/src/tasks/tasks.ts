import { randomUUID } from 'node:crypto'
import type { FastifyInstance, FastifyReply, FastifyRequest, RouteOptions } from 'fastify'
import Joi from 'joi'
import PgBoss from 'pg-boss'
import { In, type DataSource, type EntityManager } from 'typeorm'
import type { Task, TaskKind } from '@jardinero/contract/task'
import { poolOf } from '../platform/database.ts'
import type { Clock } from '../platform/clock.ts'
import type { Config } from '../platform/config.ts'
import { ProblemError } from '../platform/problem.ts'
import { bossSchema, taskQueue } from '../platform/queue.ts'
import { createThreads, workerAt } from '../platform/threads.ts'
import type { StoredTask } from './entities.ts'
import type { TaskOrder } from './taskWorker.ts'

const taskToWire = ({ id, kind, state, done, total, result, problem }: StoredTask): Task => ({
  id,
  kind,
  state,
  done,
  total,
  result,
  problem,
})

/** The queue, on the server's own connections. */
function createBoss(database: DataSource): PgBoss {
  const boss = new PgBoss({
    db: {
      executeSql: async (text: string, values: unknown[]) => poolOf(database)!.query(text, values),
    },
    schema: bossSchema,
    migrate: false,
    schedule: false,
  })
  boss.on('error', () => undefined)
  return boss
}

/** The queue's statements inside a transaction of ours. */
const sqlOf = (manager: EntityManager) => async (text: string, values: unknown[]) => {
  const { records } = await manager.queryRunner!.query(text, values, true)
  return { rows: records as never[] }
}
const retrying = { retryLimit: 5, retryDelay: 2, retryBackoff: true, expireInMinutes: 20 }

export interface TaskServices {
  database: DataSource
  config: Config
  clock: Clock
  /** Runs one task; by default in a thread of its own. */
  runTask?: RunTask | undefined
}
type RunTask = (order: TaskOrder) => Promise<Record<string, unknown> | undefined>

declare module 'fastify' {
  interface FastifyInstance {
    /** Keeps what was sent as a task, to be done as soon as it is its turn. @throws ProblemError taskRunning */
    startTask: (request: FastifyRequest, reply: FastifyReply, kind: TaskKind) => Promise<Task>
  }
}

/** Work that takes long: kept in PostgreSQL, done in a thread of its own, one an account. */
export function registerTasks(
  app: FastifyInstance,
  { database, config, clock, ...services }: TaskServices,
): void {
  const boss = createBoss(database)
  let worker = ''
  const inThread = createThreads<TaskOrder, Record<string, unknown> | undefined>(app, {
    filename: workerAt('taskWorker', import.meta.url),
    name: 'runTask',
    threads: 1,
    waiting: 4,
    mostMs: 15 * 60_000,
    memoryMb: 2048,
  })

  const runTask = services.runTask ?? inThread

  app.addHook('onReady', async () => {
    await boss.start()
    worker = await boss.work<{ taskId: string }>(
      taskQueue,
      { batchSize: 1, pollingIntervalSeconds: 0.5 },
      async ([job]) => {
        const { databaseUrl, weatherUrl, quota } = config
        const fault = await runTask({
          taskId: job!.data.taskId,
          databaseUrl,
          now: clock().toISOString(),
          quota,
          ...(weatherUrl && { weatherUrl }),
        })
        if (fault) app.log.error({ ...fault, where: 'task' })
      },
    )
  })
  app.addHook('onClose', () => boss.stop({ graceful: true, timeout: 3000, close: false }))

  app.decorate('startTask', async (request, reply, kind) => {
    const { accountId, id: personId } = request.person!
    const id = randomUUID()
    await database.transaction(async (manager) => {
      const added = await manager
        .createQueryBuilder()
        .insert()
        .into('task')
        .values({ id, accountId, personId, kind, state: 'waiting', body: request.body as Buffer })
        .orIgnore()
        .returning('id')
        .execute()
      if (!(added.raw as unknown[]).length) throw new ProblemError('taskRunning', [], { retryAfter: 5 })
      // In the same transaction: no task without its turn, and no turn without its task.
      await boss.send(taskQueue, { taskId: id }, { ...retrying, db: { executeSql: sqlOf(manager) } })
    })
    boss.notifyWorker(worker)
    void reply.code(202)
    return taskToWire(await database.manager.findOneByOrFail<StoredTask>('task', { id }))
  })

  app.get(
    '/api/account/tasks/:id',
    {
      schema: {
        tags: ['account'],
        summary: 'How far a file that is taken in has come, and what came of it',
        params: Joi.object({ id: Joi.string().uuid().required() }),
      },
    },
    (request) =>
      app.scoped(request, async (scope) =>
        taskToWire(await scope.get<StoredTask>('task', (request.params as { id: string }).id)),
      ),
  )
}

export interface FileRoute {
  url: string
  kind: TaskKind
  summary: string
  tag: string
  body: Joi.Schema
  bodyLimit: number
}

/** Routes that take a file in: its bytes are kept as they come, and read where nobody waits for anything else. */
export function takeFiles(app: FastifyInstance, routes: FileRoute[]): void {
  void app.register((files, _options, done) => {
    files.removeContentTypeParser('application/json')
    for (const { url, kind, summary, tag, body, bodyLimit } of routes) {
      files.post(url, {
        schema: { tags: [tag], summary, body },
        bodyLimit,
        // The contract is met by the task; here it is only told.
        validatorCompiler: (() => (value: unknown) => ({ value })) as unknown as NonNullable<
          RouteOptions['validatorCompiler']
        >,
        onRequest: async (request: FastifyRequest) => {
          const running = await app.scoped(request, (scope) =>
            scope.manager.existsBy('task', {
              accountId: scope.accountId,
              state: In(['waiting', 'running']),
            }),
          )
          if (running) throw new ProblemError('taskRunning', [], { retryAfter: 5 })
        },
        handler: (request, reply) => app.startTask(request, reply, kind),
      })
    }
    files.addContentTypeParser('application/json', { parseAs: 'buffer' }, (_request, sent, parsed) =>
      parsed(null, sent),
    )
    done()
  })
}
