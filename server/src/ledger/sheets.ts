import type { Content } from 'pdfmake/interfaces'
import type { ApplicationRecord, RecordJob } from '@jardinero/contract/ledger'
import type { Yard } from '@jardinero/contract/yard'
import { computeYearShare, computeYearUse, findUse } from '@jardinero/core/shelf'
import { passOfRecord } from '@jardinero/core/ledger'
import type { Words } from '@jardinero/words'
import { dayIn } from '@jardinero/core/quantity'
import { breathe, pageNumbers, plainText } from '../platform/pdf.ts'
import type { Page } from '../platform/page.ts'

/** Words and figures of one reader, in letters the standard fonts have. */
const speakers = (words: Words) => ({
  text: (key: string, params = {}) => plainText(words.say(key, params)),
  amount: (value: number, unit: string, asIs = false) => plainText(words.quantity(value, unit, asIs)),
})

const jobParams = ({ origin, meantFor, chain, note }: RecordJob) => ({
  origin,
  day: meantFor ?? '',
  dated: Boolean(meantFor),
  chain: chain ?? '',
  note,
})

/** What stands in a record, as name and value: the same lines on the screen's sheet and on paper. */
function linesOf(r: ApplicationRecord, yard: Yard, words: Words): [string, string][] {
  const { text, amount } = speakers(words)
  const time = (at: string) => plainText(words.time(at, yard.timeZone, 'long'))
  const wind =
    r.windMph === null
      ? ''
      : text('ledger.mph', { wind: words.number(r.windMph), from: r.windFrom || 'none' })
  const until = r.keepOffUntil && time(r.keepOffUntil)
  const keepOff = !until
    ? text('ledger.noKeepOff')
    : r.rules.keepOff.untilDry
      ? text('ledger.untilDry', { until })
      : until
  const lines: [string, string][] = [
    [
      'when',
      r.endedAt ? text('ledger.fromTo', { from: time(r.appliedAt), to: time(r.endedAt) }) : time(r.appliedAt),
    ],
    ['client', yard.client ?? ''],
    ['where', `${yard.name}, ${r.zoneName} (${yard.latitude.toFixed(4)}, ${yard.longitude.toFixed(4)})`],
    ['turf', text(`turf.${r.turf}`)],
    ['target', r.target],
    ['productName', r.rules.name],
    ['registration', r.rules.registration ?? ''],
    ['actives', r.rules.actives.map((a) => a.name).join(', ')],
    ['rate', amount(r.rate.value, r.rate.unit)],
    ['area', amount(r.areaSqFt, 'ft2')],
    ...(r.stripSqFt ? [['strip', amount(r.stripSqFt, 'ft2')] as [string, string]] : []),
    ['total', amount(r.product.value, r.product.unit, true)],
    ['water', amount(r.waterGal, 'gal')],
    ['equipment', r.equipment],
    ['wind', wind],
    ['air', r.airC === null ? '' : amount(r.airC, 'degC')],
    ['applicator', r.applicator],
    ['licence', r.licence],
    ['wateredIn', r.wateredInOn ? plainText(words.day(r.wateredInOn, 'long')) : text('ledger.notWatered')],
    ['keepOff', keepOff],
    ...(r.job ? [['job', text('ledger.ofJob', jobParams(r.job))] as [string, string]] : []),
    ...(r.override ? [['against', r.override] as [string, string]] : []),
    ['note', r.note],
    ['written', `${time(r.recordedAt)}, ${r.recordedBy}`],
  ]
  return lines.map(([name, value]) => [text(`ledger.sheet.${name}`), plainText(value) || '-'])
}

const amendmentsOf = (r: ApplicationRecord, yard: Yard, words: Words): Content[] =>
  r.amendments.length
    ? [
        {
          ul: r.amendments.map((a) =>
            plainText(
              words.say('ledger.amended', {
                when: words.time(a.madeAt, yard.timeZone, 'long'),
                who: a.madeBy,
                reason: a.reason,
                fields: [
                  ...(a.zoneName ? [words.say('ledger.movedTo', { zone: a.zoneName })] : []),
                  ...Object.keys(a.changes).map((f) => words.say(`ledger.field.${f}`)),
                ].join(', '),
              }),
            ),
          ),
          margin: [0, 8, 0, 0],
        },
      ]
    : []

/** The sheet regulators ask for, of one record, with its amendments and room to sign. */
export function recordSheet(record: ApplicationRecord, yard: Yard, words: Words): Page {
  const { text } = speakers(words)
  return {
    title: text('ledger.report.record', {
      zone: record.zoneName,
      day: dayIn(record.appliedAt, yard.timeZone),
    }),
    footer: text('ledger.report.footer', pageNumbers),
    content: [
      ...(record.rules.sample ? [{ text: text('bench.sample'), margin: [0, 4, 0, 0] } as Content] : []),
      {
        table: { widths: [130, '*'], body: linesOf(record, yard, words) },
        layout: 'lightHorizontalLines',
        margin: [0, 10, 0, 0],
      },
      ...amendmentsOf(record, yard, words),
      {
        text: text('ledger.report.signed', { name: record.applicator, licence: record.licence || '-' }),
        margin: [0, 26, 0, 0],
      },
      { text: text('caution.localRules'), margin: [0, 14, 0, 0], fontSize: 8 },
    ],
  }
}

/** Some 5 ms of words. */
const rowsAtOnce = 50

/** A season on paper: every pass of a yard that is shown, and each label's use of its year's maximum by all that are given. */
export async function seasonReport(
  records: ApplicationRecord[],
  {
    yard,
    from,
    to,
    shown,
    ahead,
  }: {
    yard: Yard
    from: string
    to: string
    shown: (r: ApplicationRecord) => boolean
    /** The days ahead, in words. */
    ahead: string[]
  },
  words: Words,
): Promise<Page> {
  const { text, amount } = speakers(words)
  const head = [
    'when',
    'zone',
    'productName',
    'rate',
    'area',
    'total',
    'wind',
    'applicator',
    'licence',
    'wateredIn',
  ]
  const inSeason = records.filter(shown)
  const rowOf = (r: ApplicationRecord): string[] => [
    plainText(words.time(r.appliedAt, yard.timeZone)),
    r.zoneName,
    `${r.rules.name}${r.rules.registration ? `\n${r.rules.registration}` : ''}`,
    amount(r.rate.value, r.rate.unit),
    amount(r.areaSqFt, 'ft2'),
    amount(r.product.value, r.product.unit, true),
    r.windMph === null
      ? '-'
      : text('ledger.mph', { wind: words.number(r.windMph), from: r.windFrom || 'none' }),
    r.applicator,
    r.licence || '-',
    r.wateredInOn ? plainText(words.day(r.wateredInOn)) : '-',
  ]
  const rows: string[][] = []
  for (const [i, record] of inSeason.entries()) {
    if (i % rowsAtOnce === 0) await breathe()
    rows.push(rowOf(record))
  }
  return {
    title: text('ledger.report.season', { yard: yard.name, from, to }),
    landscape: true,
    fontSize: 7.5,
    footer: text('ledger.report.footer', pageNumbers),
    content: [
      {
        text: yard.client ? text('ledger.report.client', { client: yard.client }) : '',
        margin: [0, 3, 0, 8],
      },
      {
        table: {
          headerRows: 1,
          widths: [62, 60, 92, 74, 56, 52, 48, '*', 56, 48],
          body: [head.map((h) => ({ text: text(`ledger.sheet.${h}`), bold: true })), ...rows],
        },
        layout: 'lightHorizontalLines',
      },
      ...(inSeason.length ? [] : [{ text: text('ledger.noRecords'), margin: [0, 8, 0, 0] } as Content]),
      { text: text('ledger.limits'), bold: true, margin: [0, 12, 0, 3] },
      { ul: yearLines(records, inSeason, yard, words) },
      ...(ahead.length
        ? [
            { text: text('ledger.report.ahead'), bold: true, margin: [0, 12, 0, 3] } as Content,
            { ul: ahead.map(plainText) } as Content,
          ]
        : []),
    ],
  }
}

/** One line for each lawn and label of a season: what of the year's maximum is used by its last record there. */
function yearLines(
  records: ApplicationRecord[],
  inSeason: ApplicationRecord[],
  yard: Yard,
  words: Words,
): string[] {
  const { text, amount } = speakers(words)
  const last = new Map<string, ApplicationRecord>()
  for (const r of inSeason) last.set(`${r.zoneId}/${r.rules.name}/${r.appliedAt.slice(0, 4)}`, r)
  return [...last.values()].flatMap((r) => {
    const use = findUse(r.rules, r)
    if (!use) return []
    const passes = records
      .filter((p) => p.zoneId === r.zoneId)
      .map((p) => passOfRecord({ ...p, day: dayIn(p.appliedAt, yard.timeZone) }))
    const year = computeYearUse(r.rules, use, passes, dayIn(r.appliedAt, yard.timeZone))
    const share = computeYearShare(year)
    return [
      text('ledger.report.limit', {
        zone: r.zoneName,
        label: r.rules.name,
        used: amount(year.used.value, year.used.unit),
        share: share ? amount(share.value, 'ratio') : '-',
      }),
    ]
  })
}
