import * as wire from '@jardinero/contract/person'
import type { App } from '../platform/app.ts'
import { ProblemError } from '../platform/problem.ts'
import { confirmed } from './confirmed.ts'
import { endDevice, endOthers, listDevices } from './devices.ts'
import type { StoredPerson } from '../platform/accountEntities.ts'
import { checkPassword, hashPassword } from './passwords.ts'
import { personToWire } from './people.ts'
import type { Quota } from '../platform/quota.ts'
import { listPasskeys } from './passkeys.ts'
import { countCodes, makeCodes } from './recovery.ts'
import type { SessionParts } from './sessionRoutes.ts'
import { idParams } from '../platform/params.ts'

const tags = ['account']
const own = { permission: 'account.self' } as const
const limited = { ...own, rateLimit: { max: 10, timeWindow: '5 minutes' } }

/** What a person can see and change of how they come in. */
export function securityRoutes(app: App, { database, mail, wordsFor }: SessionParts, quota: Quota): void {
  app.get(
    '/api/account/security',
    {
      schema: { tags, summary: 'Devices, passkeys, recovery codes left, and what the account holds' },
      config: own,
    },
    (request) =>
      app.scoped(request, async (scope): Promise<wire.Security> => ({
        devices: await listDevices(database.manager, request.person!.id, request.session.sessionId),
        passkeys: await listPasskeys(database.manager, request.person!.id),
        codesLeft: await countCodes(database.manager, request.person!.id),
        usage: await quota.usageOf(database.manager, scope.accountId),
      })),
  )
  app.delete(
    '/api/account/devices/:id',
    {
      schema: {
        tags,
        summary: 'Sign a device out',
        params: idParams,
      },
      config: own,
    },
    (request, reply) =>
      database.transaction(async (manager) => {
        await endDevice(manager, request.person!.id, request.params.id)
        void reply.code(204)
      }),
  )
  app.post(
    '/api/account/password',
    {
      schema: {
        tags,
        summary: 'Change the password; other devices are signed out',
        body: wire.passwordOrder,
      },
      config: limited,
    },
    async (request, reply) => {
      const { current, password } = request.body
      const person = await confirmed(request, current, 'current')
      checkPassword(password, person)
      const passwordHash = await hashPassword(password)
      await database.transaction(async (manager) => {
        await manager.update('person', { id: person.id }, { passwordHash })
        await endOthers(manager, person.id, request.session.sessionId)
      })
      void reply.code(204)
    },
  )
  app.post(
    '/api/account/recovery-codes',
    {
      schema: { tags, summary: 'New recovery codes in place of the old', body: wire.confirmOrder },
      config: limited,
    },
    async (request) => {
      const person = await confirmed(request, request.body.password)
      return { recoveryCodes: await database.transaction((manager) => makeCodes(manager, person.id)) }
    },
  )
  app.post(
    '/api/account/email',
    {
      schema: { tags, summary: 'Change the e-mail one signs in with', body: wire.emailOrder },
      config: limited,
    },
    async (request) => {
      const { password, email } = request.body
      const person = await confirmed(request, password)
      const taken = await database.manager.findOneBy<StoredPerson>('person', { email })
      if (taken && taken.id !== person.id)
        throw new ProblemError('emailTaken', [{ code: 'emailTaken', field: 'email', params: {} }])
      await database.query('UPDATE person SET email = $2, version = version + 1 WHERE id = $1', [
        person.id,
        email,
      ])
      // Whoever read the old address learns of it there.
      const words = wordsFor(person)
      void mail?.({
        to: person.email,
        subject: words.say('mail.moved.subject'),
        text: words.say('mail.moved.text', { name: person.name, email }),
      }).catch(() => undefined)
      return personToWire(await database.manager.findOneByOrFail<StoredPerson>('person', { id: person.id }))
    },
  )
  app.post(
    '/api/account/delete',
    {
      schema: { tags, summary: 'Delete the account with everything in it', body: wire.confirmOrder },
      config: { ...limited, permission: 'account.whole' },
    },
    async (request, reply) => {
      const person = await confirmed(request, request.body.password)
      await database.query('SELECT delete_account($1)', [person.accountId])
      await request.session.destroy().catch(() => undefined)
      void reply.code(204)
    },
  )
}
