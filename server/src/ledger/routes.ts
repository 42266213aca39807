import type { FastifyInstance } from 'fastify'
import Joi from 'joi'
import * as wire from '@jardinero/contract/ledger'
import { checkRating } from '@jardinero/core/ledger'
import type { Reader, Words } from '@jardinero/words'
import type { Clock } from '../platform/clock.ts'
import type { Collection } from '../platform/collection.ts'
import { registerPhotos, readTaken } from '../platform/photos.ts'
import type { StoredRecord } from './entities.ts'
import { amendRecord, findRecords, recordPass, recordTank } from './records.ts'
import { reportRoutes } from './reports.ts'

const ratingRows: Collection = {
  room: 'ledger',
  path: 'ratings',
  entity: 'rating',
  shapes: wire.rating,
  check: async (row, scope) => {
    const { recordId, ...rating } = row as unknown as wire.RatingRow
    const [record] = await scope.find<StoredRecord>('application_record', { id: recordId })
    if (!record) return [{ code: 'recordMissing', field: 'recordId', params: {} }]
    return checkRating(rating)
  },
}
export const ledgerCollections: Collection[] = [ratingRows]

export interface LedgerParts {
  clock: Clock
  wordsFor: (reader: Reader) => Words
}

export function ledgerRoutes(app: FastifyInstance, { clock, wordsFor }: LedgerParts): void {
  const tags = ['ledger']
  const window = { querystring: wire.recordsRequest }
  app.get(
    '/api/ledger/records',
    { schema: { tags, summary: 'Application records as they read now, with their amendments', ...window } },
    (request) =>
      app.scoped(request, (scope) => findRecords(scope, request.query as { from?: string; to?: string })),
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
  registerPhotos(app, {
    tag: 'ledger',
    summary: 'A picture of where a pass went down, before or after it',
    owner: 'application_record',
    ownerKey: 'recordId',
    entity: 'record_photo',
    addTo: '/api/ledger/records/:id/photos',
    readAt: '/api/ledger/photos',
    query: wire.recordPhotoRequest,
    about: async (sent, { kind }) => ({ kind, takenAt: (await readTaken(sent, false)).takenAt }),
  })
  reportRoutes(app, wordsFor)
}
