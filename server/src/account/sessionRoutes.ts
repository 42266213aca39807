import type { PersonId } from '@jardinero/core/quantity'
import type { FastifyReply, FastifyRequest } from 'fastify'
import type { DataSource } from 'typeorm'
import * as wire from '@jardinero/contract/person'
import type { Reader, Words } from '@jardinero/words'
import type { App } from '../platform/app.ts'
import type { Config } from '../platform/config.ts'
import type { SendMail } from '../platform/mail.ts'
import { ProblemError } from '../platform/problem.ts'
import { demoPersonId } from './demo.ts'
import { endOthers } from './devices.ts'
import type { StoredPerson } from '../platform/accountEntities.ts'
import { checkPassword, hashPassword } from './passwords.ts'
import { authenticate, createAccount, personToWire } from './people.ts'
import { makeResetToken, useCode, useResetToken } from './recovery.ts'
import { forgetFailures, noteFailure, waitForTurn } from './signInQueue.ts'

export interface SessionParts {
  database: DataSource
  config: Config
  wordsFor: (reader: Reader) => Words
  mail: SendMail | undefined
}

const tags = ['session']
const open = { open: true, csrf: true }
const tries = { ...open, rateLimit: { max: 10, timeWindow: '5 minutes' } }
/** A device that has been in before: it need not stand in the queue behind a stranger's tries. */
const knownCookie = 'jardinero_known'
const knownDays = 180
/** A link in a mail is good for so long. */
const linkHours = 1

export const stateOf = (
  request: FastifyRequest,
  reply: FastifyReply,
  { config, mail }: Pick<SessionParts, 'config' | 'mail'>,
): wire.SessionState => ({
  person: request.person ? personToWire(request.person) : null,
  // eslint-disable-next-line no-restricted-syntax -- the library's type knows the options of a cookie only
  csrfToken: reply.generateCsrf({ userInfo: request.person?.id ?? 'visitor' } as never),
  demoOffered: config.demo,
  mailOffered: Boolean(mail),
})

/** A session of its own for who came in; the one before it is over. */
export async function enter(
  request: FastifyRequest,
  reply: FastifyReply,
  person: StoredPerson,
): Promise<void> {
  await request.session.regenerate()
  request.session.personId = person.id
  request.session.userAgent = String(request.headers['user-agent'] ?? '').slice(0, 300)
  request.person = person
  void reply.setCookie(knownCookie, person.id, {
    path: '/api/session',
    httpOnly: true,
    sameSite: 'lax',
    signed: true,
    secure: request.protocol === 'https',
    maxAge: knownDays * 86_400,
  })
}

const isKnown = (request: FastifyRequest, personId: PersonId | undefined): boolean => {
  const said = request.unsignCookie(request.cookies[knownCookie] ?? '')
  return said.valid && said.value === personId
}

function signInRoutes(app: App, parts: SessionParts): void {
  const { database, config } = parts
  app.post(
    '/api/session/sign-up',
    { schema: { tags, summary: 'New account', body: wire.signUp }, config: tries },
    async (request, reply) => {
      const { person, codes } = await createAccount(database, request.body)
      await enter(request, reply, person)
      void reply.code(201)
      return { ...stateOf(request, reply, parts), recoveryCodes: codes }
    },
  )
  app.post(
    '/api/session/sign-in',
    { schema: { tags, summary: 'Sign in', body: wire.signIn }, config: tries },
    async (request, reply) => {
      const { email, password } = request.body
      const known = await database.manager.findOneBy<StoredPerson>('person', { email })
      const familiar = isKnown(request, known?.id)
      if (!familiar) await waitForTurn(database, email, config.signInPace)
      const person = await authenticate(database, email, password).catch(async (error: unknown) => {
        if (error instanceof ProblemError && error.code === 'wrongSignIn') {
          await noteFailure(database, email, config.signInPace)
          request.log.warn({ where: 'signIn', address: request.ip, message: 'wrong e-mail or password' })
        }
        throw error
      })
      await forgetFailures(database, email)
      await database.manager.update('person', { id: person.id }, { failedSignIns: 0, lastFailedAt: null })
      await enter(request, reply, person)
      const { failedSignIns: count, lastFailedAt: lastAt } = person
      return {
        ...stateOf(request, reply, parts),
        ...(count && lastAt && { failedSignIns: { count, lastAt } }),
      }
    },
  )
  app.post(
    '/api/session/demo',
    {
      schema: { tags, summary: 'Enter the demo yard' },
      config: { ...open, rateLimit: { max: 60, timeWindow: '5 minutes' } },
    },
    async (request, reply) => {
      const person =
        config.demo && (await database.manager.findOneBy<StoredPerson>('person', { id: demoPersonId }))
      if (!person) throw new ProblemError('notFound')
      await enter(request, reply, person)
      return stateOf(request, reply, parts)
    },
  )
}

/** Ways back in for who has forgotten the password. Each ends every session there was. */
function recoveryRoutes(app: App, parts: SessionParts): void {
  const { database, config, mail, wordsFor } = parts
  app.post(
    '/api/session/recover',
    {
      schema: { tags, summary: 'In with a recovery code and a new password', body: wire.recoverOrder },
      config: tries,
    },
    async (request, reply) => {
      const { email, code, password } = request.body
      await waitForTurn(database, email, config.signInPace)
      const person = await database.manager.findOneBy<StoredPerson>('person', { email })
      if (person) checkPassword(password, person)
      const passwordHash = await hashPassword(password)
      const entered =
        person &&
        (await database.transaction(async (manager) => {
          if (!(await useCode(manager, person.id, code))) return false
          await manager.update('person', { id: person.id }, { passwordHash })
          await endOthers(manager, person.id)
          return true
        }))
      if (!person || !entered) {
        await noteFailure(database, email, config.signInPace)
        throw new ProblemError('wrongCode')
      }
      await forgetFailures(database, email)
      await enter(request, reply, person)
      return stateOf(request, reply, parts)
    },
  )
  app.post(
    '/api/session/forgot',
    {
      schema: { tags, summary: 'A link to set a new password, by mail', body: wire.forgotOrder },
      config: { ...open, rateLimit: { max: 5, timeWindow: '15 minutes' } },
    },
    async (request, reply) => {
      const { email } = request.body
      if (!mail) throw new ProblemError('notFound')
      const person = await database.manager.findOneBy<StoredPerson>('person', { email })
      // The same answer, and as soon, whether there is such a person or not.
      if (person)
        void (async () => {
          const token = await makeResetToken(database.manager, person.id, linkHours)
          const words = wordsFor(person)
          await mail({
            to: email,
            subject: words.say('mail.reset.subject'),
            text: words.say('mail.reset.text', {
              name: person.name,
              link: `${config.publicUrl}/reset#${token}`,
            }),
          })
        })().catch((error: unknown) => request.log.error({ where: 'mail', message: (error as Error).name }))
      void reply.code(204)
    },
  )
  app.post(
    '/api/session/reset',
    {
      schema: { tags, summary: 'A new password by a link', body: wire.resetOrder },
      config: tries,
    },
    async (request, reply) => {
      const { token, password } = request.body
      const passwordHash = await hashPassword(password)
      const person = await database.transaction(async (manager) => {
        const person = await useResetToken(manager, token)
        checkPassword(password, person)
        await manager.update('person', { id: person.id }, { passwordHash })
        await endOthers(manager, person.id)
        return person
      })
      await forgetFailures(database, person.email)
      await enter(request, reply, person)
      return stateOf(request, reply, parts)
    },
  )
}

export function sessionRoutes(app: App, parts: SessionParts): void {
  app.get(
    '/api/session',
    {
      schema: { tags, summary: 'Who is signed in, and the token that changes need' },
      config: { open: true },
    },
    async (request, reply) => stateOf(request, reply, parts),
  )
  signInRoutes(app, parts)
  recoveryRoutes(app, parts)
  app.post(
    '/api/session/sign-out',
    { schema: { tags, summary: 'Sign out; one that is over already is out' }, config: open },
    async (request, reply) => {
      await request.session.destroy()
      void reply.code(204).clearCookie(knownCookie, { path: '/api/session' })
    },
  )
}
