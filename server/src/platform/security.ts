import cookie from '@fastify/cookie'
import csrf from '@fastify/csrf-protection'
import helmet from '@fastify/helmet'
import rateLimit from '@fastify/rate-limit'
import session from '@fastify/session'
import type { FastifyInstance } from 'fastify'
import type { DataSource } from 'typeorm'
import type { Config } from './config.ts'
import { ProblemError } from './problem.ts'
import { rateStoreOn } from './rateStore.ts'
import { PostgresSessionStore } from './sessionStore.ts'

const days = 24 * 3600 * 1000

/** Headers, sessions, CSRF tokens and rate limits, for every route. */
export async function registerSecurity(
  app: FastifyInstance,
  database: DataSource,
  config: Config,
): Promise<void> {
  const behindProxy = Boolean(config.trustProxy)
  refusePlainProxy(app, config)
  await app.register(helmet, {
    enableCSPNonces: true,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        formAction: ["'self'"],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    // On plain http, as on loopback, a browser must not be told to insist on https.
    hsts: behindProxy,
    crossOriginEmbedderPolicy: false,
  })
  await app.register(cookie, { secret: config.sessionSecret })
  await app.register(session, {
    secret: config.sessionSecret,
    cookieName: 'jardinero',
    cookie: {
      // Only the API reads it: an asset still on its way with the session before signing in would clear the new one.
      path: '/api',
      httpOnly: true,
      sameSite: 'lax',
      secure: behindProxy ? true : 'auto',
      maxAge: 30 * days,
    },
    saveUninitialized: false,
    rolling: false,
    store: new PostgresSessionStore(database),
  })
  // The secret is a signed cookie of its own: nobody who only looks in makes a row.
  await app.register(csrf, {
    sessionPlugin: '@fastify/cookie',
    cookieOpts: { signed: true, path: '/api', httpOnly: true, sameSite: 'lax', secure: behindProxy },
    // A token is of one person: what was handed to a visitor is none of who signs in.
    csrfOpts: { hmacKey: config.sessionSecret },
    getUserInfo: (request) => request.person?.id ?? 'visitor',
    logLevel: 'trace',
    getToken: (request) => String(request.headers['x-csrf-token'] ?? ''),
  })
  limitCalculators(app)
  keepPrivate(app)
  // eslint-disable-next-line no-restricted-syntax -- the library's type of a store's constructor leaves out its options
  await app.register(rateLimit, { global: false, store: rateStoreOn(database) as never })
}

/** Behind a proxy that does not say https no browser would send the cookie back: who runs it must know. */
function refusePlainProxy(app: FastifyInstance, config: Config): void {
  app.addHook('onRequest', (request, _reply, done) => {
    const plain =
      config.trustProxy &&
      request.protocol !== 'https' &&
      request.method === 'POST' &&
      request.url.startsWith('/api/session')
    if (plain)
      app.log.error({
        where: 'proxy',
        message: 'The proxy does not send X-Forwarded-Proto: https (docs/running.md).',
      })
    done(plain ? new ProblemError('proxyPlain') : undefined)
  })
}

/** What asks for no account is limited by address; a person's own work is not. */
const calculatorLimit = { max: 240, timeWindow: '1 minute', inProcess: true }

function limitCalculators(app: FastifyInstance): void {
  app.addHook('onRoute', (route) => {
    const { open, rateLimit } = route.config ?? {}
    if (open && !rateLimit && route.url.startsWith('/api/') && route.method === 'POST')
      route.config = { ...route.config, rateLimit: calculatorLimit }
  })
}

/** No browser and no proxy keeps what is somebody's. Who has no network has the application's own copy, which goes when one signs out. */
function keepPrivate(app: FastifyInstance): void {
  app.addHook('onSend', (request, reply, _payload, done) => {
    if (request.url.startsWith('/api/') && !reply.hasHeader('cache-control'))
      void reply.header('cache-control', 'no-store')
    done()
  })
}
