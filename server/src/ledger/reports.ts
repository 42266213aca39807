import type { YardId } from '@jardinero/core/quantity'
import type { FastifyRequest } from 'fastify'
import * as wire from '@jardinero/contract/ledger'
import type { Yard } from '@jardinero/contract/yard'
import type { Reader, Words } from '@jardinero/words'
import type { App } from '../platform/app.ts'
import { ProblemError } from '../platform/problem.ts'
import { streamCsv } from './csv.ts'
import { findRecords } from './records.ts'
import type { Clock } from '../platform/clock.ts'
import { readSeason, within, type DaysAhead } from './seasonReport.ts'
import { recordSheet, seasonReport } from './sheets.ts'
import { idParams } from '../platform/params.ts'

const tags = ['ledger']
const pageSize = 500
/** So many are laid out while one waits; more are a task. */
const mostOnPaper = 1500

/** Records of a window, a page at a time, each page its own short transaction: they are only ever added to. */
async function* pagesOf(
  app: App,
  request: FastifyRequest,
  { client, ...window }: { from?: string; to?: string; yardId?: YardId; client?: string },
) {
  let after: string | undefined
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
    // In the order they were first written down in.
    after = page.records.at(-1)!.id
  }
}

export function reportRoutes(
  app: App,
  { wordsFor, clock, daysAhead }: { wordsFor: (reader: Reader) => Words; clock: Clock; daysAhead: DaysAhead },
): void {
  app.get(
    '/api/ledger/records.csv',
    { schema: { tags, summary: 'Records as CSV, by year, yard or client', querystring: wire.csvRequest } },
    async (request, reply) => {
      void reply
        .type('text/csv; charset=utf-8')
        .header('content-disposition', 'attachment; filename="application-records.csv"')
      return reply.send(streamCsv(pagesOf(app, request, request.query)))
    },
  )
  app.get(
    '/api/ledger/records/:id/sheet.pdf',
    {
      schema: {
        tags,
        summary: 'One record as the sheet regulators ask for',
        params: idParams,
      },
    },
    async (request, reply) => {
      const { record, yard } = await app.scoped(request, async (scope) => {
        const [record] = await findRecords(scope, request.params)
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
    { schema: { tags, summary: 'A season of one yard on paper', querystring: wire.seasonRequest } },
    async (request, reply) => {
      const words = wordsFor(request.person!)
      const { records, season, ahead } = await app.scoped(request, async (scope) => {
        const read = await readSeason(scope, request.query, mostOnPaper)
        return { ...read, ahead: await daysAhead(scope, read.season.yard, words, clock) }
      })
      return app.sendPdf(
        request,
        reply,
        'season-report',
        await seasonReport(records, { ...season, ahead }, words),
      )
    },
  )
  app.post(
    '/api/ledger/season-reports',
    {
      schema: {
        tags,
        summary: 'A season of one yard on paper, however long, made as a task',
        body: wire.seasonRequest,
      },
      config: { permission: 'ledger.read' },
    },
    (request, reply) =>
      app.startTask(request, reply, 'seasonReport', Buffer.from(JSON.stringify(request.body))),
  )
}
