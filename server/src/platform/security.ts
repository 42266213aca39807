import cookie from '@fastify/cookie'
import csrf from '@fastify/csrf-protection'
import helmet from '@fastify/helmet'
import rateLimit from '@fastify/rate-limit'
import session from '@fastify/session'
import type { FastifyInstance } from 'fastify'
import type { DataSource } from 'typeorm'
import type { Config } from './config.ts'
import { rateStoreOn } from './rateStore.ts'
import { PostgresSessionStore } from './sessionStore.ts'

const days = 24 * 3600 * 1000

/** Headers, sessions, CSRF tokens and rate limits, for every route. */
export async function registerSecurity(
  app: FastifyInstance,
  database: DataSource,
  config: Config,
): Promise<void> {
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
    hsts: config.behindProxy,
    crossOriginEmbedderPolicy: false,
  })
  await app.register(cookie)
  await app.register(session, {
    secret: config.sessionSecret,
    cookieName: 'jardinero',
    cookie: {
      // Only the API reads it: an asset still on its way with the session before signing in would clear the new one.
      path: '/api',
      httpOnly: true,
      sameSite: 'lax',
      secure: config.behindProxy ? true : 'auto',
      maxAge: 30 * days,
    },
    saveUninitialized: false,
    rolling: false,
    store: new PostgresSessionStore(database),
  })
  await app.register(csrf, {
    sessionPlugin: '@fastify/session',
    getToken: (request) => String(request.headers['x-csrf-token'] ?? ''),
  })
  await app.register(rateLimit, { global: false, store: rateStoreOn(database) as never })
}
