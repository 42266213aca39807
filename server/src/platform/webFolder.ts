import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import fastifyStatic from '@fastify/static'
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify'
import { readFetchedAhead } from './fetchedAhead.ts'
import { ProblemError } from './problem.ts'

/** Two workers run WebAssembly, the one that simulates and the one that reads photos: they alone are let. */
const compiles = /\/assets\/(?:simulateSoil|worker\.min)-[^/]+\.js(?:\.br|\.gz)?$/
const compilingPolicy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'"

/** Serves the built web application: hashed files for good, the page itself fresh each time with its own style nonce. */
export async function serveWeb(app: FastifyInstance, folder: string): Promise<void> {
  const page = await readFile(join(folder, 'index.html'), 'utf8')
  const fetchedAhead = await readFetchedAhead(folder)
  const sendPage = (request: FastifyRequest, reply: FastifyReply) =>
    reply
      .type('text/html; charset=utf-8')
      .header('cache-control', 'no-cache')
      .header('vary', 'accept-language')
      .send(
        page
          .replace('__STYLE_NONCE__', reply.cspNonce.style)
          .replace('<!-- fetched ahead -->', fetchedAhead(request.headers['accept-language'] ?? '')),
      )

  await app.register(fastifyStatic, {
    root: folder,
    index: false,
    wildcard: false,
    // The page goes out only with its nonce in it.
    globIgnore: ['index.html', '**/*.br', '**/*.{js,mjs,css,svg,webmanifest,wasm}.gz'],
    // What was made smaller when it was built (scripts/compress.mjs).
    preCompressed: true,
    setHeaders: (reply, path) => {
      reply.header(
        'cache-control',
        path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
      )
      if (compiles.test(path)) reply.header('content-security-policy', compilingPolicy)
    },
  })
  app.get('/', { schema: { hide: true }, config: { open: true } }, sendPage)
  app.setNotFoundHandler((request, reply) => {
    if (request.method === 'GET' && !request.url.startsWith('/api/') && !request.url.startsWith('/assets/'))
      return sendPage(request, reply)
    throw new ProblemError('notFound')
  })
}
