import type { FastifyReply, FastifyRequest } from 'fastify'
import Joi from 'joi'
import * as wire from '@jardinero/contract/person'
import type { App } from '../platform/app.ts'
import { idParams } from '../platform/params.ts'
import { ProblemError } from '../platform/problem.ts'
import { confirmed } from './confirmed.ts'
import { askForPasskey, keepPasskey, offerPasskey, personOfPasskey, type Site } from './passkeys.ts'
import { enter, stateOf, type SessionParts } from './sessionRoutes.ts'

const tags = ['session']
const tries = { rateLimit: { max: 30, timeWindow: '5 minutes' } }
/** What was asked of the key, signed, in the browser's own keeping: nobody who only looks in makes a row. */
const cookie = 'jardinero_passkey'
const goodForMs = 5 * 60_000

const siteOf = (request: FastifyRequest): Site => ({
  id: request.hostname,
  origin: `${request.protocol}://${request.host}`,
})
function noteChallenge(request: FastifyRequest, reply: FastifyReply, challenge: string): void {
  void reply.setCookie(cookie, `${Date.now() + goodForMs}.${challenge}`, {
    path: '/api',
    httpOnly: true,
    sameSite: 'strict',
    signed: true,
    secure: request.protocol === 'https',
    maxAge: goodForMs / 1000,
  })
}
/** What was asked, not longer ago than five minutes. @throws ProblemError wrongPasskey where it is too long ago */
function challengeOf(request: FastifyRequest, reply: FastifyReply): string {
  const { valid, value } = request.unsignCookie(request.cookies[cookie] ?? '')
  void reply.clearCookie(cookie, { path: '/api' })
  const [until, challenge] = (valid ? (value ?? '') : '').split('.')
  if (!challenge || Number(until) < Date.now()) throw new ProblemError('wrongPasskey')
  return challenge
}

/** Ways in without a password: a key is made while signed in, and shown to come in. */
export function passkeyRoutes(app: App, parts: SessionParts): void {
  const { database } = parts
  app.post(
    '/api/account/passkeys/offer',
    {
      schema: { tags, summary: 'What a browser needs to make a passkey', body: wire.confirmOrder },
      config: { ...tries, permission: 'account.self' },
    },
    async (request, reply) => {
      const options = await offerPasskey(
        database.manager,
        await confirmed(request, request.body.password),
        siteOf(request),
      )
      noteChallenge(request, reply, options.challenge)
      return options
    },
  )
  app.post(
    '/api/account/passkeys',
    {
      schema: { tags, summary: 'Keep a passkey that was made', body: wire.passkeyOrder },
      config: { ...tries, permission: 'account.self' },
    },
    async (request, reply) => {
      const made = { ...request.body, site: siteOf(request), challenge: challengeOf(request, reply) }
      await keepPasskey(database.manager, request.person!, made)
      void reply.code(204)
    },
  )
  app.delete(
    '/api/account/passkeys/:id',
    {
      schema: {
        tags,
        summary: 'Take a passkey away',
        params: idParams,
      },
      config: { permission: 'account.self' },
    },
    async (request, reply) => {
      await database.manager.delete('passkey', { id: request.params.id, personId: request.person!.id })
      void reply.code(204)
    },
  )
  app.post(
    '/api/session/passkey-offer',
    {
      schema: { tags, summary: 'What a browser needs to ask for a passkey', body: Joi.object({}) },
      config: { ...tries, open: true, csrf: true },
    },
    async (request, reply) => {
      const options = await askForPasskey(siteOf(request))
      noteChallenge(request, reply, options.challenge)
      return options
    },
  )
  app.post(
    '/api/session/passkey',
    {
      schema: { tags, summary: 'Sign in with a passkey', body: wire.passkeyIn },
      config: { ...tries, open: true, csrf: true },
    },
    async (request, reply) => {
      const shown = { ...request.body, site: siteOf(request), challenge: challengeOf(request, reply) }
      const person = await personOfPasskey(database.manager, shown)
      await enter(request, reply, person)
      return stateOf(request, reply, parts)
    },
  )
}
