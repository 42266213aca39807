import { randomUUID } from 'node:crypto'
import type { FastifyReply, FastifyRequest } from 'fastify'
import { In, type DataSource } from 'typeorm'
import type { Task, TaskFile, TaskKind } from '@jardinero/contract/task'
import { wordsFor } from '@jardinero/words/whole'
import type { App } from '../platform/app.ts'
import { ProblemError } from '../platform/problem.ts'
import { describeProblem } from '../platform/problemHandler.ts'
import { openQueue, queueInside, retrying, taskQueue } from '../platform/queue.ts'
import type { StoredTask } from './entities.ts'
import { idParams } from '../platform/params.ts'

const taskToWire = ({ id, kind, state, tries, done, total, result, problem }: StoredTask): Task => ({
  id,
  kind,
  state,
  tries,
  done,
  total,
  result,
  problem,
})

declare module 'fastify' {
  interface FastifyInstance {
    /** Keeps what was sent as a task, to be done as soon as it is a worker's turn. @throws ProblemError taskRunning */
    startTask: (request: FastifyRequest, reply: FastifyReply, kind: TaskKind, sent: Buffer) => Promise<Task>
  }
}

/** Work that takes long: kept in PostgreSQL, one an account, done by whatever worker comes to it first. */
export function registerTasks(app: App, database: DataSource): void {
  const boss = openQueue(app, database)

  app.decorate('startTask', async (request, reply, kind, body) => {
    const { accountId, id: personId } = request.person!
    const id = randomUUID()
    await database.transaction(async (manager) => {
      const added = await manager
        .createQueryBuilder()
        .insert()
        .into('task')
        .values({ id, accountId, personId, kind, state: 'waiting', body })
        .orIgnore()
        .returning('id')
        .execute()
      if (!(added.raw as unknown[]).length) throw new ProblemError('taskRunning', [], { retryAfter: 5 })
      // In the same transaction: no task without its turn, and no turn without its task.
      await boss.send(taskQueue, { taskId: id }, { ...retrying, db: queueInside(manager) })
    })
    void reply.code(202)
    return taskToWire(await database.manager.findOneByOrFail<StoredTask>('task', { id }))
  })

  const tags = ['account']
  app.get(
    '/api/account/tasks',
    { schema: { tags, summary: 'What was asked for in the last week, newest first, and how far it is' } },
    (request) =>
      app.scoped(request, async (scope) =>
        (await scope.find<StoredTask>('task', {}, { order: { madeAt: 'DESC' }, take: 50 })).map(taskToWire),
      ),
  )
  app.get(
    '/api/account/tasks/:id',
    {
      schema: {
        tags,
        summary: 'How far a file that is taken in has come, and what came of it',
        params: idParams,
      },
    },
    (request) =>
      app.scoped(request, async (scope) =>
        taskToWire(await scope.get<StoredTask>('task', request.params.id)),
      ),
  )
  app.get(
    '/api/account/tasks/:id/file',
    { schema: { tags, summary: 'What a task has made, for a week', params: idParams } },
    async (request, reply) => {
      const { product, result } = await app.scoped(request, async (scope) => {
        const { result } = await scope.get<StoredTask>('task', request.params.id)
        const [made] = await scope.rows<{ product: Buffer | null }>(
          'SELECT product FROM task WHERE id = $1 AND product IS NOT NULL',
          [request.params.id],
        )
        if (!made) throw new ProblemError('notFound')
        return { ...made, result: result as TaskFile }
      })
      return reply
        .type(result.type)
        .header('content-disposition', `attachment; filename="${result.name}"`)
        .send(product)
    },
  )
  app.delete(
    '/api/account/tasks/:id',
    {
      schema: {
        tags,
        summary: 'Calls a task off: nothing of it is kept. One that is over stays as it is.',
        params: idParams,
      },
      config: { permission: 'account.self' },
    },
    (request) =>
      app.scoped(request, async (scope) => {
        const { id } = await scope.get<StoredTask>('task', request.params.id)
        // A worker that is at it finds its task gone when it tells how far it is, or at its end, and undoes all.
        const problem = describeProblem(new ProblemError('cancelled'), wordsFor(request.person!))
        await scope.update(
          'task',
          { id, state: In(['waiting', 'running']) },
          { state: 'cancelled', body: null, problem },
        )
        return taskToWire(await scope.get<StoredTask>('task', id))
      }),
  )
}
