import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import fastifyStatic from '@fastify/static'
import type { FastifyInstance, FastifyReply } from 'fastify'
import { ProblemError } from './problem.ts'

/** The worker that simulates runs its loops in WebAssembly: it alone is let. */
const simulates = /\/assets\/simulateSoil-[^/]+\.js$/
const simulationPolicy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'"

/** Serves the built web application: hashed files for good, the page itself fresh each time with its own style nonce. */
export async function serveWeb(app: FastifyInstance, folder: string): Promise<void> {
  const page = await readFile(join(folder, 'index.html'), 'utf8')
  const sendPage = (reply: FastifyReply) =>
    reply
      .type('text/html; charset=utf-8')
      .header('cache-control', 'no-cache')
      .send(page.replace('__STYLE_NONCE__', reply.cspNonce.style))

  await app.register(fastifyStatic, {
    root: folder,
    index: false,
    wildcard: false,
    // The page goes out only with its nonce in it.
    globIgnore: ['index.html'],
    setHeaders: (reply, path) => {
      reply.header(
        'cache-control',
        path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
      )
      if (simulates.test(path)) reply.header('content-security-policy', simulationPolicy)
    },
  })
  app.get('/', { schema: { hide: true }, config: { open: true } }, (_request, reply) => sendPage(reply))
  app.setNotFoundHandler((request, reply) => {
    if (request.method === 'GET' && !request.url.startsWith('/api/') && !request.url.startsWith('/assets/'))
      return sendPage(reply)
    throw new ProblemError('notFound')
  })
}
