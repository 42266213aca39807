import type { FastifyInstance, FastifyRequest } from 'fastify'
import type { DataSource } from 'typeorm'
import type { AccountState } from '@jardinero/contract/account'
import * as accountWire from '@jardinero/contract/account'
import * as wire from '@jardinero/contract/person'
import type { Outing } from '@jardinero/contract/outing'
import type { SeasonPlan } from '@jardinero/contract/season'
import type { Clock } from '../platform/clock.ts'
import { toWire } from '../platform/collection.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { demoPersonId, loadDemo } from './demo.ts'
import type { Account, StoredPerson } from './entities.ts'
import { exportAccount } from './exportAccount.ts'
import { importAccount } from './importAccount.ts'
import { authenticate, createAccount, personToWire, type SignUp } from './people.ts'

const signInLimit = { rateLimit: { max: 10, timeWindow: '5 minutes' } }

async function enter(request: FastifyRequest, person: StoredPerson): Promise<void> {
  await request.session.regenerate()
  request.session.personId = person.id
}

async function readState(scope: AccountScope): Promise<AccountState> {
  const { id, name, demoDay } = await scope.manager.findOneByOrFail<Account>('account', {
    id: scope.accountId,
  })
  const rows = async <T>(entity: string) =>
    (await scope.find(entity, {}, { createdAt: 'ASC' } as never)).map(toWire<T>)
  return {
    account: { id, name, demoDay },
    yards: await rows('yard'),
    zones: await rows('zone'),
    sections: await rows('section'),
    places: await rows('place'),
    sprayers: await rows('sprayer'),
    calibrations: await rows('calibration'),
    tools: await rows('measuring_tool'),
    labels: await rows('label'),
    stock: await rows('stock_package'),
    labelFiles: await rows('label_file'),
    finds: await rows('plant_find'),
    photos: await rows('find_photo'),
    marks: await rows('season_mark'),
    signs: await rows('season_sign'),
    sprinklers: await rows('sprinkler'),
    waters: await rows('water_entry'),
    plans: (await scope.find('season_plan', {}, { takenAt: 'ASC' } as never)).map(toWire<SeasonPlan>),
    outings: (await scope.find('outing', {}, { startedAt: 'ASC' } as never)).map(toWire<Outing>),
    ratings: await rows('rating'),
    recordPhotos: await rows('record_photo'),
  }
}

function sessionRoutes(app: FastifyInstance, database: DataSource, demo: boolean): void {
  const tags = ['session']
  const state = async (
    request: FastifyRequest,
    reply: { generateCsrf: () => string },
  ): Promise<wire.SessionState> => ({
    person: request.person ? personToWire(request.person) : null,
    csrfToken: reply.generateCsrf(),
    demoOffered: demo,
  })
  const open = { open: true, csrf: true }

  app.get(
    '/api/session',
    {
      schema: { tags, summary: 'Who is signed in, and the token that changes need' },
      config: { open: true },
    },
    state,
  )
  app.post(
    '/api/session/sign-up',
    { schema: { tags, summary: 'New account', body: wire.signUp }, config: { ...open, ...signInLimit } },
    async (request, reply) => {
      const person = await createAccount(database, request.body as SignUp)
      await enter(request, person)
      request.person = person
      void reply.code(201)
      return state(request, reply)
    },
  )
  app.post(
    '/api/session/sign-in',
    { schema: { tags, summary: 'Sign in', body: wire.signIn }, config: { ...open, ...signInLimit } },
    async (request, reply) => {
      const { email, password } = request.body as { email: string; password: string }
      request.person = await authenticate(database, email, password)
      await enter(request, request.person)
      return state(request, reply)
    },
  )
  app.post(
    '/api/session/demo',
    { schema: { tags, summary: 'Enter the demo yard' }, config: open },
    async (request, reply) => {
      const person = demo && (await database.manager.findOneBy<StoredPerson>('person', { id: demoPersonId }))
      if (!person) throw new ProblemError('notFound')
      await enter(request, person)
      request.person = person
      return state(request, reply)
    },
  )
  app.post('/api/session/sign-out', { schema: { tags, summary: 'Sign out' } }, async (request, reply) => {
    await request.session.destroy()
    void reply.code(204)
  })
}

function fileRoutes(app: FastifyInstance, clock: Clock): void {
  const tags = ['account']
  app.get(
    '/api/account/file',
    { schema: { tags, summary: 'The whole account as one file' } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply.header('content-disposition', 'attachment; filename="jardinero-account.json"')
        return exportAccount(scope, clock())
      }),
  )
  app.post(
    '/api/account/file',
    {
      schema: { tags, summary: 'Take an account file in, all or nothing', body: accountWire.accountFile },
      bodyLimit: 64 * 1024 * 1024,
    },
    (request) =>
      app.scoped(request, (scope) => importAccount(scope, request.body as accountWire.AccountFile)),
  )
}

export function accountRoutes(app: FastifyInstance, database: DataSource, demo: boolean, clock: Clock): void {
  const tags = ['account']
  sessionRoutes(app, database, demo)
  fileRoutes(app, clock)
  app.get(
    '/api/account',
    { schema: { tags, summary: 'What every station needs of the account' } },
    (request) => app.scoped(request, readState),
  )
  app.patch(
    '/api/account/me',
    { schema: { tags, summary: 'How one person reads', body: wire.preferences } },
    (request) =>
      app.scoped(request, async (scope) => {
        const { version, ...patch } = request.body as { version: number }
        return personToWire(await scope.change<StoredPerson>('person', request.person!.id, version, patch))
      }),
  )
  app.put(
    '/api/account/demo-day',
    { schema: { tags, summary: 'Move the demo to another day', body: accountWire.demoDay } },
    (request) =>
      app.scoped(request, async (scope) => {
        const { day } = request.body as { day: string }
        const account = await scope.manager.findOneByOrFail<Account>('account', { id: scope.accountId })
        if (!account.demoDay) throw new ProblemError('notDemo')
        await scope.manager.update('account', { id: scope.accountId }, { demoDay: day })
        return { demoDay: day }
      }),
  )
  app.post(
    '/api/account/demo-fresh',
    { schema: { tags, summary: 'Put the demo back as it was at first', body: accountWire.nothing } },
    async (request, reply) => {
      if (request.person!.id !== demoPersonId) throw new ProblemError('notDemo')
      await loadDemo(database, { fresh: true })
      void reply.code(204)
    },
  )
}
