import type { FastifyRequest, FastifySchemaCompiler } from 'fastify'
import type Joi from 'joi'
import { In } from 'typeorm'
import type { Permission } from '@jardinero/contract/roles'
import type { TaskKind } from '@jardinero/contract/task'
import type { App } from '../platform/app.ts'
import { ProblemError } from '../platform/problem.ts'

export interface FileRoute {
  url: string
  kind: TaskKind
  summary: string
  tag: string
  body: Joi.Schema
  bodyLimit: number
  /** Where it asks for another than its room's. */
  permission?: Permission
}

const passOn: FastifySchemaCompiler<unknown> = () => (value: unknown) => ({ value })

/** Routes that take a file in: its bytes are kept as they come, and read where nobody waits for anything else. */
export function takeFiles(app: App, routes: FileRoute[]): void {
  void app.register((files, _options, done) => {
    files.removeContentTypeParser('application/json')
    for (const { url, kind, summary, tag, body, bodyLimit, permission } of routes) {
      files.post(url, {
        schema: { tags: [tag], summary, body },
        bodyLimit,
        config: { ...(permission && { permission }) },
        // The contract is met by the task; here it is only told.
        validatorCompiler: passOn,
        onRequest: async (request: FastifyRequest) => {
          const running = await app.scoped(request, (scope) =>
            scope.count('task', { state: In(['waiting', 'running']) }),
          )
          if (running) throw new ProblemError('taskRunning', [], { retryAfter: 5 })
        },
        handler: (request, reply) => {
          if (!Buffer.isBuffer(request.body)) throw new ProblemError('malformedRequest')
          return app.startTask(request, reply, kind, request.body)
        },
      })
    }
    files.addContentTypeParser('application/json', { parseAs: 'buffer' }, (_request, sent, parsed) =>
      parsed(null, sent),
    )
    done()
  })
}
