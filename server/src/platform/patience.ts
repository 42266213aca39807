import type { Server } from 'node:http'
import type { FastifyInstance } from 'fastify'
import { ordinaryBytes } from './bodies.ts'
import { ProblemError } from './problem.ts'

/** How long a sender may take. */
const headersMs = 15_000
const ordinaryBodyMs = 15_000
/** A photo over a slow line in a field. */
const uploadMs = 180_000

export const serverTimes = { requestTimeout: uploadMs, keepAliveTimeout: 65_000 } as const

/** Ends requests whose bodies come too slowly: what holds a socket open holds nothing else up, but there are only so many sockets. */
export function registerPatience(app: FastifyInstance, bodyMs = ordinaryBodyMs): void {
  const server = app.server as Server
  server.headersTimeout = headersMs
  app.decorateRequest('bodyTimer')
  app.addHook('onRequest', (request, reply, done) => {
    const { bodyLimit = ordinaryBytes } = request.routeOptions
    if (bodyLimit <= 4 * ordinaryBytes && request.headers['content-length'] !== '0')
      request.bodyTimer = setTimeout(() => {
        if (request.raw.complete || reply.sent) return
        void reply.header('connection', 'close').send(new ProblemError('tooSlow'))
        setTimeout(() => request.raw.destroy(), 1000).unref()
      }, bodyMs).unref()
    done()
  })
  const stop = (request: { bodyTimer?: NodeJS.Timeout }, done: () => void) => {
    clearTimeout(request.bodyTimer)
    done()
  }
  app.addHook('preValidation', (request, _reply, done) => stop(request, done))
  app.addHook('onResponse', (request, _reply, done) => stop(request, done))
}

declare module 'fastify' {
  interface FastifyRequest {
    bodyTimer?: NodeJS.Timeout
  }
}
