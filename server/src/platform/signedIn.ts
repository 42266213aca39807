import type { PersonId } from '@jardinero/core/quantity'
import { may, type Permission } from '@jardinero/contract/roles'
import { registerPermissions } from './permissions.ts'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import type { DataSource } from 'typeorm'
import type { StoredPerson } from './accountEntities.ts'
import type { Quota } from './quota.ts'
import { ProblemError } from './problem.ts'
import { AccountScope } from './scope.ts'

declare module 'fastify' {
  interface FastifyRequest {
    person?: StoredPerson
  }
  interface FastifyInstance {
    /** Runs a handler's work in one transaction inside the signed-in account. */
    scoped: <T>(request: FastifyRequest, work: (scope: AccountScope) => Promise<T>) => Promise<T>
  }
  interface FastifyContextConfig {
    /** Answers without a signed-in person. */
    open?: boolean
    /** What it asks of whoever calls it, where that is not said by its room and method (permissions.ts). */
    permission?: Permission
    /** Needs the CSRF token although it is open. */
    csrf?: boolean
  }
  interface Session {
    personId?: PersonId
    userAgent?: string
  }
}

const changes = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

export interface SignedInParts {
  database: DataSource
  quota: Quota
  /** Whether a person may; by their role where it is not said. */
  allows?: (permission: Permission, person: StoredPerson) => boolean
}

/**
 * Every route needs a signed-in person unless it says `open`; every change needs the CSRF token unless it is an open
 * calculator, which reads no cookie.
 */
export function registerSignedIn(
  app: FastifyInstance,
  { database, quota, allows = (permission, { role }) => may(role, permission) }: SignedInParts,
): void {
  registerPermissions(app)
  app.decorate('scoped', (request: FastifyRequest, work: (scope: AccountScope) => Promise<unknown>) => {
    if (!request.person) throw new ProblemError('notSignedIn')
    const { accountId } = request.person
    return database.transaction((manager) =>
      work(new AccountScope(manager, accountId, quota.guardOf(manager, accountId))),
    )
  })

  app.addHook('onRequest', async (request) => {
    const { personId } = request.session ?? {}
    if (!personId || !request.url.startsWith('/api/')) return
    const person = await database.manager.findOneBy<StoredPerson>('person', { id: personId })
    // Who works under another's licence writes it down.
    if (person?.worksUnder && !person.licence) {
      const over = await database.manager.findOneBy<StoredPerson>('person', { id: person.worksUnder })
      if (over && !over.leftAt) person.licence = over.licence
    }
    // Who has left is nobody here, from that moment on.
    if (person && !person.leftAt) request.person = person
  })

  app.addHook('onRequest', (request, reply, done) => {
    const { open, csrf, permission } = request.routeOptions.config
    if (
      !open &&
      request.routeOptions.url?.startsWith('/api/') &&
      !request.routeOptions.url.startsWith('/api/docs') &&
      !request.person
    )
      throw new ProblemError('notSignedIn')
    if (permission && request.person && !allows(permission, request.person))
      throw new ProblemError('notAllowed')
    const guarded = changes.has(request.method) && (!open || csrf)
    if (guarded) app.csrfProtection(request, reply, done)
    else done()
  })
}
