import type { FastifyInstance, FastifyRequest } from 'fastify'
import Joi from 'joi'
import { day, id } from '@jardinero/contract/field'
import * as wire from '@jardinero/contract/ledger'
import type { ApplicationRecord } from '@jardinero/contract/ledger'
import type { Yard } from '@jardinero/contract/yard'
import type { Reader, Words } from '@jardinero/words'
import { dayIn } from '../platform/clock.ts'
import { ProblemError } from '../platform/problem.ts'
import { streamCsv } from './csv.ts'
import { findRecords } from './records.ts'
import { recordSheet, seasonReport } from './sheets.ts'

const tags = ['ledger']
const pageSize = 500
/** A report on paper is of one season; a firm's all is the CSV's. */
const mostOnPaper = 1500

const seasonRequest = Joi.object({ yardId: id.required(), from: day.required(), to: day.required() })

/** Records are found with days to spare, for time zones and amended days: a report holds those of its own days, on the yard's clock. */
const within =
  ({ from = '', to = '9999-12-31' }: { from?: string; to?: string }, yards: Map<string, Yard>) =>
  (record: ApplicationRecord): boolean => {
    const on = dayIn(record.appliedAt, yards.get(record.yardId)?.timeZone ?? 'UTC')
    return on >= from && on <= to
  }

/** Records of a window, a page at a time, each page its own short transaction: they are only ever added to. */
async function* pagesOf(
  app: FastifyInstance,
  request: FastifyRequest,
  { client, ...window }: { from?: string; to?: string; yardId?: string; client?: string },
) {
  let after: { appliedAt: string; id: string } | undefined
  for (;;) {
    const page = await app.scoped(request, async (scope) => {
      const yards = (await scope.find<Yard>('yard')).filter(
        (y) => client === undefined || y.client === client,
      )
      const records = await findRecords(scope, {
        ...window,
        ...(client !== undefined && { yardIds: yards.map((y) => y.id) }),
        ...(after && { after }),
        limit: pageSize,
      })
      return { records, yards: new Map(yards.map((y) => [y.id, y])) }
    })
    const records = page.records.filter(within(window, page.yards))
    if (records.length) yield { ...page, records }
    if (page.records.length < pageSize) return
    const last = page.records.at(-1)!
    // In the order they were first written down in.
    after = { appliedAt: last.first.appliedAt, id: last.id }
  }
}

export function reportRoutes(app: FastifyInstance, wordsFor: (reader: Reader) => Words): void {
  app.get(
    '/api/ledger/records.csv',
    { schema: { tags, summary: 'Records as CSV, by year, yard or client', querystring: wire.csvRequest } },
    async (request, reply) => {
      void reply
        .type('text/csv; charset=utf-8')
        .header('content-disposition', 'attachment; filename="application-records.csv"')
      return reply
        .serializer((stream) => stream as never)
        .send(streamCsv(pagesOf(app, request, request.query as { client?: string })))
    },
  )
  app.get(
    '/api/ledger/records/:id/sheet.pdf',
    {
      schema: {
        tags,
        summary: 'One record as the sheet regulators ask for',
        params: Joi.object({ id: Joi.string().uuid().required() }),
      },
    },
    async (request, reply) => {
      const { record, yard } = await app.scoped(request, async (scope) => {
        const [record] = await findRecords(scope, request.params as { id: string })
        if (!record) throw new ProblemError('notFound')
        return { record, yard: await scope.get<Yard>('yard', record.yardId) }
      })
      return app.sendPdf(
        request,
        reply,
        'application-record',
        recordSheet(record, yard, wordsFor(request.person!)),
      )
    },
  )
  app.get(
    '/api/ledger/season.pdf',
    { schema: { tags, summary: 'A season of one yard on paper', querystring: seasonRequest } },
    async (request, reply) => {
      const { yardId, from, to } = request.query as { yardId: string; from: string; to: string }
      const { records, yard } = await app.scoped(request, async (scope) => ({
        yard: await scope.get<Yard>('yard', yardId),
        // From the first of January on: what of a year's maximum is used counts the passes before the season, too.
        records: await findRecords(scope, {
          yardIds: [yardId],
          from: `${from.slice(0, 4)}-01-01`,
          to,
          limit: mostOnPaper + 1,
        }),
      }))
      if (records.length > mostOnPaper)
        throw new ProblemError('refused', [
          { code: 'reportTooLong', field: 'from', params: { most: mostOnPaper } },
        ])
      const season = { yard, from, to, shown: within({ from, to }, new Map([[yardId, yard]])) }
      return app.sendPdf(
        request,
        reply,
        'season-report',
        await seasonReport(records, season, wordsFor(request.person!)),
      )
    },
  )
}
