import Joi from 'joi'
import { day } from '@jardinero/contract/field'
import * as wire from '@jardinero/contract/outing'
import { findRecordsById } from '../ledger/index.ts'
import type { App } from '../platform/app.ts'
import { ordinaryBytes } from '../platform/bodies.ts'
import type { Clock } from '../platform/clock.ts'
import { meterRoutes } from './meter.ts'
import { openTanks, recordOuting } from './outings.ts'

export function outingRoutes(app: App, clock: Clock, meterUrl: string | undefined): void {
  meterRoutes(app, meterUrl)
  const tags = ['outing']
  app.get(
    '/api/outing/tanks',
    {
      schema: {
        tags,
        summary: 'Tanks made since a day and not yet written down',
        querystring: Joi.object<{ since: string }, true>({ since: day.required() }),
      },
    },
    (request) => app.scoped(request, (scope) => openTanks(scope, request.query.since)),
  )
  app.post(
    '/api/outing/outings',
    {
      schema: {
        tags,
        summary: 'Write an outing down, with a record for each lawn and herbicide; once, whole or not at all',
        body: wire.outingOrder,
      },
      bodyLimit: 4 * ordinaryBytes,
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const order = request.body
        const { outing, added } = await recordOuting(scope, order, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return { outing, records: await findRecordsById(scope, outing.recordIds) }
      }),
  )
}
