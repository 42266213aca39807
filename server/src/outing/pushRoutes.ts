import type { PersonId } from '@jardinero/core/quantity'
import Joi from 'joi'
import * as wire from '@jardinero/contract/outing'
import type { App } from '../platform/app.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredPush } from './push.ts'

/** Reminders on a device: off until somebody asks for them there, and only where this server has keys. */
export function pushRoutes(app: App, publicKey: string | null): void {
  const tags = ['outing']
  const mine = (scope: AccountScope, personId: PersonId) =>
    scope.find<StoredPush>('push_subscription', { personId })
  app.get(
    '/api/outing/push',
    {
      schema: {
        tags,
        summary: 'Whether reminders can be pushed from here, and to how many devices they are',
      },
    },
    (request) =>
      app.scoped(request, async (scope) => ({
        publicKey,
        devices: (await mine(scope, request.person!.id)).length,
      })),
  )
  app.post(
    '/api/outing/push',
    { schema: { tags, summary: 'Remind on this device', body: wire.pushOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const order = request.body
        // The same device again, perhaps as another person of another account: the last who asks has it, and nobody else's
        // days are told there.
        await scope.deleteOfAll('push_subscription', { endpoint: order.endpoint })
        await scope.add<StoredPush>('push_subscription', {
          ...order,
          personId: request.person!.id,
          told: {},
        })
        void reply.code(204)
      }),
  )
  app.delete(
    '/api/outing/push',
    {
      schema: {
        tags,
        summary: 'Remind on this device no more',
        querystring: Joi.object<{ endpoint: string }, true>({ endpoint: wire.pushEndpoint.required() }),
      },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { endpoint } = request.query
        await scope.delete('push_subscription', { endpoint })
        void reply.code(204)
      }),
  )
}
