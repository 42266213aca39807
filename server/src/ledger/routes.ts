import * as wire from '@jardinero/contract/ledger'
import { checkRating } from '@jardinero/core/ledger'
import type { Reader, Words } from '@jardinero/words'
import { jobsById, takeStep } from '../job/index.ts'
import type { App } from '../platform/app.ts'
import type { Clock } from '../platform/clock.ts'
import { collectionOf, type Collection } from '../platform/collection.ts'
import { fixedId } from '../platform/fixedId.ts'
import { registerPhotos } from '../platform/photos.ts'
import { readTaken } from '../platform/picture.ts'
import type { StoredRecord } from './entities.ts'
import { amendRecord } from './amendRecord.ts'
import { recordApplication, recordMix, type MakeSpread } from './recordApplication.ts'
import { findRecords } from './records.ts'
import type { DaysAhead } from './seasonReport.ts'
import { reportRoutes } from './reports.ts'
import { idParams } from '../platform/params.ts'

const ratingRows = (clock: Clock): Collection<wire.RatingRow> => ({
  room: 'ledger',
  path: 'ratings',
  entity: 'rating',
  shapes: wire.rating,
  check: async ({ recordId, ...rating }, scope) => {
    const [record] = await scope.find<StoredRecord>('application_record', { id: recordId })
    if (!record) return [{ code: 'recordMissing', field: 'recordId', params: {} }]
    return checkRating(rating)
  },
  // What a record is of is judged with it.
  added: async ({ id, recordId, day }, by, scope) => {
    const { jobId } = await scope.get<StoredRecord>('application_record', recordId)
    const [job] = await jobsById(scope, jobId ? [jobId] : [])
    if (job && (job.state === 'applied' || job.state === 'judged'))
      await takeStep(
        scope,
        job.id,
        { id: fixedId(`judge/${id}`), why: '', kind: 'judge', day },
        { by, clock },
      )
  },
})
export const ledgerCollections = (clock: Clock): Collection[] => [collectionOf(ratingRows(clock))]

export interface LedgerParts {
  clock: Clock
  wordsFor: (reader: Reader) => Words
  makeSpread: MakeSpread
  daysAhead: DaysAhead
}

export function ledgerRoutes(app: App, { clock, wordsFor, makeSpread, daysAhead }: LedgerParts): void {
  const tags = ['ledger']
  const window = { querystring: wire.recordsRequest }
  app.get(
    '/api/ledger/records',
    { schema: { tags, summary: 'Application records as they read now, with their amendments', ...window } },
    (request) => app.scoped(request, (scope) => findRecords(scope, request.query)),
  )
  app.post(
    '/api/ledger/records',
    { schema: { tags, summary: 'Write a pass down', body: wire.recordOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { record, added } = await recordMix(scope, request.body, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return record
      }),
  )
  const applications = [
    [
      '/api/ledger/applications',
      'Write an application down whole: a tank or a spread',
      wire.applicationOrder,
    ],
    ['/api/ledger/tank-records', 'As an application of a tank', wire.tankRecordOrder],
  ] as const
  for (const [path, summary, body] of applications)
    app.post(path, { schema: { tags, summary, body } }, (request, reply) =>
      app.scoped(request, async (scope) => {
        const order = request.body
        const { records, added } = await recordApplication(scope, order, {
          recordedBy: request.person!.name,
          clock,
          makeSpread,
        })
        void reply.code(added ? 201 : 200)
        return records
      }),
    )
  app.post(
    '/api/ledger/records/:id/amendments',
    {
      schema: {
        tags,
        summary: 'Correct a record by adding to it',
        params: idParams,
        body: wire.amendmentOrder,
      },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params
        void reply.code(201)
        return amendRecord(scope, id, request.body, request.person!.name, clock)
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
  reportRoutes(app, { wordsFor, clock, daysAhead })
}
