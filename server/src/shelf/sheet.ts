import type { YardId } from '@jardinero/core/quantity'
import Papa from 'papaparse'
import { almanac } from '@jardinero/almanac'
import * as wire from '@jardinero/contract/shelf'
import type { Yard, Zone } from '@jardinero/contract/yard'
import { computeSheet, type SheetRow } from '@jardinero/core/shelf'
import type { Reader, Words } from '@jardinero/words'
import type { App } from '../platform/app.ts'
import { pageNumbers, plainText as plain } from '../platform/pdf.ts'
import type { Page } from '../platform/page.ts'
import type { AccountScope } from '../platform/scope.ts'

interface Sheet {
  heading: string
  turf: string[]
  rows: SheetRow[]
}

/** The sheet of one yard's turf, or of all turf for a firm. */
async function readSheet(
  scope: AccountScope,
  { yardId, heading }: { yardId?: YardId; heading?: string },
): Promise<Sheet> {
  const yard = yardId ? await scope.get<Yard>('yard', yardId) : undefined
  const zones = yard ? await scope.find<Zone>('zone', { yardId: yard.id }) : []
  const turf = yard ? [...new Set(zones.map((z) => z.turf))] : almanac.turf.map((t) => t.code)
  const labels = await scope.find<wire.Label>('label', {}, { order: { createdAt: 'ASC' } })
  const { name } = await scope.account<{ id: string; name: string }>()
  return {
    heading: heading || yard?.name || name,
    turf,
    rows: computeSheet(
      labels.map((l) => l.rules),
      almanac.actives,
      { turf },
    ),
  }
}

const csvColumns = [
  'label',
  'actives',
  'groups',
  'purpose',
  'per_1000_sq_ft_min',
  'per_1000_sq_ft_max',
  'per_1000_unit',
  'per_acre_min',
  'per_acre_max',
  'per_acre_unit',
  'per_100_m2_min',
  'per_100_m2_max',
  'per_100_m2_unit',
]
function sheetCsv({ turf, rows }: Sheet): string {
  const range = (r: SheetRow['spot']) => [r.min, r.max, r.unit]
  return Papa.unparse(
    {
      fields: [...csvColumns, ...turf, 'controls', 'suppresses'],
      data: rows.map((r) => [
        r.label,
        r.actives.map((a) => a.name).join('; '),
        r.actives.map((a) => a.group).join('; '),
        r.purpose,
        ...range(r.spot),
        ...range(r.broadcast),
        ...range(r.metric),
        ...turf.map((t) => r.turf[t]),
        r.controls.join(' '),
        r.suppresses.join(' '),
      ]),
    },
    { escapeFormulae: true, newline: '\r\n' },
  )
}

function sheetPdf({ heading, turf, rows }: Sheet, words: Words, today: string): Page {
  const { say } = words
  const text = (key: string, params = {}) => plain(say(key, params))
  const range = (r: SheetRow['spot']) => plain(words.range(r.min, r.max, r.unit, true))
  const names = (plants: string[]) => plants.map((p) => text(`plant.${p}`)).join(', ')
  const headCells = ['label', 'actives', 'spot', 'broadcast', 'metric'].map((c) => text(`shelf.sheet.${c}`))
  const body = rows.map((r) => [
    { text: [{ text: r.label, bold: true }, r.sample ? `\n${text('shelf.sheet.sample')}` : ''] },
    r.actives.map((a) => text('shelf.sheet.active', { name: a.name, group: a.group })).join('\n'),
    range(r.spot),
    range(r.broadcast),
    range(r.metric),
    turf
      .filter((t) => r.turf[t] !== 'no')
      .map((t) => text(`shelf.sheet.turf.${r.turf[t]}`, { turf: t }))
      .join(', '),
    [
      r.purpose === 'preEmergent' ? text('shelf.sheet.preEmergent') : names(r.controls),
      r.suppresses.length ? text('shelf.sheet.suppresses', { plants: names(r.suppresses) }) : '',
    ]
      .filter(Boolean)
      .join('\n'),
  ])
  return {
    title: text('shelf.sheet.title', { heading }),
    landscape: true,
    fontSize: 7.5,
    footer: text('shelf.sheet.footer', pageNumbers),
    content: [
      { text: text('shelf.sheet.says', { day: today }), margin: [0, 3, 0, 8] },
      {
        table: {
          headerRows: 1,
          dontBreakRows: false,
          widths: [72, 92, 62, 62, 62, 96, '*'],
          body: [
            [...headCells, text('shelf.sheet.turf'), text('shelf.sheet.weeds')].map((h) => ({
              text: h,
              bold: true,
            })),
            ...body,
          ],
        },
        layout: 'lightHorizontalLines',
      },
    ],
  }
}

export interface SheetParts {
  wordsFor: (reader: Reader) => Words
  today: (scope: AccountScope) => Promise<string>
}

const tags = ['shelf']
export function sheetRoutes(app: App, { wordsFor, today }: SheetParts): void {
  const query = { querystring: wire.sheetRequest }
  app.get(
    '/api/shelf/sheet.csv',
    { schema: { tags, summary: 'The shelf on one sheet, as CSV', ...query } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply
          .type('text/csv; charset=utf-8')
          .header('content-disposition', 'attachment; filename="shelf-sheet.csv"')
        return sheetCsv(await readSheet(scope, request.query))
      }),
  )
  app.get(
    '/api/shelf/sheet.pdf',
    { schema: { tags, summary: 'The shelf on one sheet, as PDF', ...query } },
    async (request, reply) => {
      const [sheet, day] = await app.scoped(request, async (scope) => [
        await readSheet(scope, request.query),
        await today(scope),
      ])
      return app.sendPdf(request, reply, 'shelf-sheet', sheetPdf(sheet, wordsFor(request.person!), day))
    },
  )
}
