import type { PersonId } from '@jardinero/core/quantity'
import type { EntityManager } from 'typeorm'
import * as wire from '@jardinero/contract/people'
import type { StoredInvitation, StoredPerson } from '../platform/accountEntities.ts'
import type { App } from '../platform/app.ts'
import type { Clock } from '../platform/clock.ts'
import { idParams } from '../platform/params.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { demoPersonId } from './demo.ts'
import { endOthers } from './devices.ts'
import { invite, join, readInvited } from './invitations.ts'
import { makeResetToken } from './recovery.ts'
import { enter, stateOf, type SessionParts } from './sessionRoutes.ts'

const tags = ['account']
/** A link the owner hands over is good for so long. */
const resetHours = 24
const byOwner = { permission: 'account.people' } as const

const colleagueOf = (person: StoredPerson): wire.Colleague => {
  const { id, version, name, email, role, licence, licenceUntil, worksUnder, leftAt } = person
  return { id, version, name, email: leftAt ? '' : email, role, licence, licenceUntil, worksUnder, leftAt }
}
const invitationOf = ({ id, name, role, expiresAt }: StoredInvitation): wire.Invitation => ({
  id,
  name,
  role,
  expiresAt,
})
const refuse = (code: string, field: string): never => {
  throw new ProblemError('refused', [{ code, field, params: {} }])
}

/** An account always has somebody whose it is. @throws ProblemError refused lastOwner */
async function keepAnOwner(scope: AccountScope, { id, role }: StoredPerson): Promise<void> {
  // Two owners who send each other away at once take turns.
  await scope.takeTurn(`${scope.accountId}/owners`)
  const owners = await scope.find<StoredPerson>('person', { role: 'owner' })
  if (role === 'owner' && !owners.some((o) => o.id !== id && !o.leftAt)) refuse('lastOwner', 'role')
}

/** Every way in that a person has: devices, passkeys, recovery codes, links to a new password. */
async function endWaysIn(manager: EntityManager, personId: PersonId): Promise<void> {
  await endOthers(manager, personId)
  for (const entity of ['passkey', 'recovery_code', 'reset_link']) await manager.delete(entity, { personId })
}

/** The people of an account: who may what, who is invited, who has left. */
export function peopleRoutes(app: App, parts: SessionParts & { clock: Clock }): void {
  const { database, clock } = parts
  app.get(
    '/api/account/people',
    { schema: { tags, summary: 'Who works here, and who is invited' }, config: byOwner },
    (request) =>
      app.scoped(request, async (scope): Promise<wire.People> => {
        const people = await scope.find<StoredPerson>('person', {}, { order: { createdAt: 'ASC' } })
        const invitations = await scope.find<StoredInvitation>(
          'invitation',
          {},
          { order: { createdAt: 'ASC' } },
        )
        const now = clock().toISOString()
        return {
          people: people.map(colleagueOf),
          invitations: invitations.filter((i) => i.expiresAt > now).map(invitationOf),
        }
      }),
  )
  app.patch(
    '/api/account/people/:id',
    {
      schema: {
        tags,
        summary: 'Role, licence, and under whose licence',
        params: idParams,
        body: wire.colleagueOrder,
      },
      config: byOwner,
    },
    (request) =>
      app.scoped(request, async (scope) => {
        const { version, ...patch } = request.body
        const { id } = request.params
        const person = await scope.get<StoredPerson>('person', id)
        if (patch.role && patch.role !== 'owner') await keepAnOwner(scope, person)
        if (patch.worksUnder === id) refuse('worksUnderOneself', 'worksUnder')
        if (patch.worksUnder) await scope.get('person', patch.worksUnder)
        return colleagueOf(await scope.change<StoredPerson>('person', id, version, patch))
      }),
  )
  app.post(
    '/api/account/people/:id/leave',
    {
      schema: {
        tags,
        summary: 'Ends a person’s way in at once; what they wrote down keeps their name',
        params: idParams,
        body: wire.nothing,
      },
      config: byOwner,
    },
    async (request) => {
      const left = await app.scoped(request, async (scope) => {
        const person = await scope.get<StoredPerson>('person', request.params.id)
        if (person.id === demoPersonId) throw new ProblemError('demoStays')
        if (person.leftAt) return person
        await keepAnOwner(scope, person)
        // The address is free for another account, or for coming back.
        return scope.change<StoredPerson>('person', person.id, person.version, {
          leftAt: clock().toISOString(),
          email: `left-${person.id}@jardinero.invalid`,
          passwordHash: null,
        })
      })
      // Only once that holds: these cannot be given back.
      await database.transaction((manager) => endWaysIn(manager, left.id))
      return colleagueOf(left)
    },
  )
  app.post(
    '/api/account/people/:id/reset',
    {
      schema: {
        tags,
        summary: 'A link by which somebody of the account sets a new password; told once',
        params: idParams,
        body: wire.nothing,
      },
      config: byOwner,
    },
    (request) =>
      app.scoped(request, async (scope) => {
        const person = await scope.get<StoredPerson>('person', request.params.id)
        if (person.id === demoPersonId) throw new ProblemError('demoStays')
        if (person.leftAt) throw new ProblemError('notFound')
        return { token: await makeResetToken(database.manager, person.id, resetHours) }
      }),
  )
  app.post(
    '/api/account/invitations',
    {
      schema: { tags, summary: 'A link by which somebody joins; told once', body: wire.invitationOrder },
      config: byOwner,
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        if (request.person!.id === demoPersonId) throw new ProblemError('demoStays')
        const { invitation, token } = await invite(scope, request.body, clock())
        void reply.code(201)
        return { ...invitationOf(invitation), token }
      }),
  )
  app.delete(
    '/api/account/invitations/:id',
    { schema: { tags, summary: 'Takes an invitation back', params: idParams }, config: byOwner },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        await scope.delete('invitation', { id: request.params.id })
        void reply.code(204)
      }),
  )
}

/** For who holds a link: what it leads to, and the way in. */
export function joinRoutes(app: App, parts: SessionParts & { clock: Clock }): void {
  const { database, clock } = parts
  const config = { open: true, csrf: true, rateLimit: { max: 20, timeWindow: '5 minutes' } }
  app.post(
    '/api/session/invited',
    {
      schema: { tags: ['session'], summary: 'What an invitation leads to', body: wire.invitedOrder },
      config,
    },
    (request) => readInvited(database.manager, request.body.token, clock()),
  )
  app.post(
    '/api/session/join',
    { schema: { tags: ['session'], summary: 'Join by an invitation', body: wire.joinOrder }, config },
    async (request, reply) => {
      const { person, codes } = await database.transaction((manager) => join(manager, request.body, clock()))
      await enter(request, reply, person)
      void reply.code(201)
      return { ...stateOf(request, reply, parts), recoveryCodes: codes }
    },
  )
}
