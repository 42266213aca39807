import type { FastifyInstance } from 'fastify'
import type { DataSource } from 'typeorm'
import { poolOf } from './pool.ts'
import { ProblemError } from './problem.ts'

/** So many wait for a connection at most: at 2 ms each the last of them is served within the patience of a person. */
const mostWaiting = 200

/** Where too many already wait for the database, the next is told at once to come back, instead of waiting to fail. */
export function registerCrowding(app: FastifyInstance, database: DataSource): void {
  app.addHook('onRequest', (request, _reply, done) => {
    const crowded = request.url.startsWith('/api/') && (poolOf(database)?.waitingCount ?? 0) >= mostWaiting
    done(crowded ? new ProblemError('busy', [], { retryAfter: 2 }) : undefined)
  })
}
