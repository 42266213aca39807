import type { FastifyInstance } from 'fastify'
import Joi from 'joi'
import Papa from 'papaparse'
import * as wire from '@jardinero/contract/ledger'
import type { Clock } from '../platform/clock.ts'
import { amendRecord, findRecords, recordPass, recordTank } from './records.ts'

const csvColumns = [
  'applied_at_utc',
  'zone',
  'turf',
  'product',
  'registration',
  'actives',
  'rate',
  'rate_unit',
  'area_sq_ft',
  'amount',
  'amount_unit',
  'water_gal',
  'equipment',
  'wind_mph',
  'air_c',
  'target',
  'applicator',
  'licence',
  'watered_in_on',
  'keep_off_until_utc',
  'note',
  'amendments',
]

const csvRow = (r: wire.ApplicationRecord): unknown[] => [
  r.appliedAt,
  r.zoneName,
  r.turf,
  r.rules.name,
  r.rules.registration ?? '',
  r.rules.actives.map((a) => a.name).join('; '),
  r.rate.value,
  r.rate.unit,
  r.areaSqFt,
  r.product.value,
  r.product.unit,
  r.waterGal,
  r.equipment,
  r.windMph ?? '',
  r.airC ?? '',
  r.target,
  r.applicator,
  r.licence,
  r.wateredInOn ?? '',
  r.keepOffUntil ?? '',
  r.note,
  r.amendments.map((a) => `${a.madeAt} ${a.madeBy}: ${a.reason}`).join('; '),
]

export function ledgerRoutes(app: FastifyInstance, clock: Clock): void {
  const tags = ['ledger']
  const window = { querystring: wire.recordsRequest }
  app.get(
    '/api/ledger/records',
    { schema: { tags, summary: 'Application records as they read now, with their amendments', ...window } },
    (request) =>
      app.scoped(request, (scope) => findRecords(scope, request.query as { from?: string; to?: string })),
  )
  app.get(
    '/api/ledger/records.csv',
    { schema: { tags, summary: 'Records as CSV', ...window } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const records = await findRecords(scope, request.query as { from?: string; to?: string })
        void reply
          .type('text/csv; charset=utf-8')
          .header('content-disposition', 'attachment; filename="application-records.csv"')
        return Papa.unparse(
          { fields: csvColumns, data: records.map(csvRow) },
          { escapeFormulae: true, newline: '\r\n' },
        )
      }),
  )
  app.post(
    '/api/ledger/records',
    { schema: { tags, summary: 'Write a pass down', body: wire.recordOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { record, added } = await recordPass(scope, request.body as never, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return record
      }),
  )
  app.post(
    '/api/ledger/tank-records',
    {
      schema: {
        tags,
        summary: 'Write the pass of a whole tank down, for each zone and product',
        body: wire.tankRecordOrder,
      },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply.code(201)
        return recordTank(scope, request.body as never, request.person!.name, clock)
      }),
  )
  app.post(
    '/api/ledger/records/:id/amendments',
    {
      schema: {
        tags,
        summary: 'Correct a record by adding to it',
        params: Joi.object({ id: Joi.string().uuid().required() }),
        body: wire.amendmentOrder,
      },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params as { id: string }
        void reply.code(201)
        return amendRecord(scope, id, request.body as never, request.person!.name, clock)
      }),
  )
}
