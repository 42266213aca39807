import type { AccountState } from '@jardinero/contract/account'
import * as accountWire from '@jardinero/contract/account'
import * as wire from '@jardinero/contract/person'
import type { Outing } from '@jardinero/contract/outing'
import type { SeasonPlan } from '@jardinero/contract/season'
import type { StoredJob } from '../job/index.ts'
import type { App } from '../platform/app.ts'
import type { Clock } from '../platform/clock.ts'
import { toWire } from '../platform/collection.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { demoPersonId, loadDemo } from './demo.ts'
import type { Account, StoredPerson } from '../platform/accountEntities.ts'
import { exportAccount } from './exportAccount.ts'
import { takeFiles } from '../tasks/index.ts'
import { personToWire } from './people.ts'
import type { Quota } from '../platform/quota.ts'
import { removedRows } from './removed.ts'
import { joinRoutes, peopleRoutes } from './peopleRoutes.ts'
import { passkeyRoutes } from './passkeyRoutes.ts'
import { securityRoutes } from './securityRoutes.ts'
import { sessionRoutes, type SessionParts } from './sessionRoutes.ts'

async function readState(scope: AccountScope): Promise<AccountState> {
  const { id, name, demoDay } = await scope.account<Account>()
  const rows = async <T>(entity: string) =>
    (await scope.find(entity, {}, { order: { createdAt: 'ASC' } })).map(toWire<T>)
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
    jobs: (await scope.find<StoredJob>('job', {}, { order: { createdAt: 'ASC', id: 'ASC' } })).map(
      (j) => j.body,
    ),
    signs: await rows('season_sign'),
    sprinklers: await rows('sprinkler'),
    waters: await rows('water_entry'),
    plans: (await scope.find('season_plan', {}, { order: { takenAt: 'ASC' } })).map(toWire<SeasonPlan>),
    outings: (await scope.find('outing', {}, { order: { startedAt: 'ASC' } })).map(toWire<Outing>),
    ratings: await rows('rating'),
    recordPhotos: await rows('record_photo'),
  }
}

function removedRoutes(app: App, clock: Clock): void {
  app.get(
    '/api/account/removed',
    { schema: { tags: ['account'], summary: 'Rows that were removed and can be brought back' } },
    (request) => app.scoped(request, (scope) => removedRows(scope, clock())),
  )
}

function fileRoutes(app: App, clock: Clock): void {
  const tags = ['account']
  app.get(
    '/api/account/file',
    { schema: { tags, summary: 'The whole account as one file' }, config: { permission: 'account.whole' } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply.header('content-disposition', 'attachment; filename="jardinero-account.json"')
        return exportAccount(scope, clock())
      }),
  )
  takeFiles(app, [
    {
      url: '/api/account/file',
      kind: 'accountFile',
      tag: 'account',
      summary: 'Take an account file in, all or nothing, as a task',
      body: accountWire.accountFile,
      bodyLimit: 64 * 1024 * 1024,
      permission: 'account.whole',
    },
  ])
}

export interface AccountParts extends SessionParts {
  clock: Clock
  quota: Quota
}

export function accountRoutes(app: App, parts: AccountParts): void {
  const { database, clock } = parts
  const tags = ['account']
  sessionRoutes(app, parts)
  securityRoutes(app, parts, parts.quota)
  passkeyRoutes(app, parts)
  peopleRoutes(app, parts)
  joinRoutes(app, parts)
  fileRoutes(app, clock)
  removedRoutes(app, clock)
  app.get(
    '/api/account',
    { schema: { tags, summary: 'What every station needs of the account' } },
    (request) => app.scoped(request, readState),
  )
  app.patch(
    '/api/account/me',
    {
      schema: { tags, summary: 'How one person reads', body: wire.preferences },
      config: { permission: 'account.self' },
    },
    (request) =>
      app.scoped(request, async (scope) => {
        const { version, ...patch } = request.body
        return personToWire(await scope.change<StoredPerson>('person', request.person!.id, version, patch))
      }),
  )
  app.put(
    '/api/account/demo-day',
    { schema: { tags, summary: 'Move the demo to another day', body: accountWire.demoDay } },
    (request) =>
      app.scoped(request, async (scope) => {
        const { day } = request.body
        const account = await scope.account<Account>()
        if (!account.demoDay) throw new ProblemError('notDemo')
        await scope.changeAccount({ demoDay: day })
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
