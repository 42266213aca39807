import { Readable } from 'node:stream'
import Papa from 'papaparse'
import type { ApplicationRecord } from '@jardinero/contract/ledger'
import type { Yard } from '@jardinero/contract/yard'

const csvColumns = [
  'applied_at_utc',
  'ended_at_utc',
  'client',
  'yard',
  'latitude',
  'longitude',
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
  'wind_from',
  'air_c',
  'target',
  'applicator',
  'licence',
  'watered_in_on',
  'keep_off_until_utc',
  'note',
  'recorded_at_utc',
  'recorded_by',
  'amendments',
  'strip_sq_ft',
  'against_advice',
  'job_id',
  'job_origin',
  'job_meant_for',
]

export const csvRow = (r: ApplicationRecord, yard: Yard | undefined): unknown[] => [
  r.appliedAt,
  r.endedAt ?? '',
  yard?.client ?? '',
  yard?.name ?? '',
  yard?.latitude ?? '',
  yard?.longitude ?? '',
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
  r.windFrom ?? '',
  r.airC ?? '',
  r.target,
  r.applicator,
  r.licence,
  r.wateredInOn ?? '',
  r.keepOffUntil ?? '',
  r.note,
  r.recordedAt,
  r.recordedBy,
  r.amendments.map((a) => `${a.madeAt} ${a.madeBy}: ${a.reason}`).join('; '),
  r.stripSqFt ?? '',
  r.override ?? '',
  r.jobId ?? '',
  r.job?.origin ?? '',
  r.job?.meantFor ?? '',
]

const line = (cells: unknown[]): string =>
  `${Papa.unparse([cells], { escapeFormulae: true, newline: '\r\n' })}\r\n`

/** Records as CSV, page by page as they are read: a firm's whole year never stands in memory at once. */
export function streamCsv(
  pages: AsyncIterable<{ records: ApplicationRecord[]; yards: Map<string, Yard> }>,
): Readable {
  async function* lines(): AsyncGenerator<string> {
    yield line(csvColumns)
    for await (const { records, yards } of pages)
      yield records.map((r) => line(csvRow(r, yards.get(r.yardId)))).join('')
  }
  return Readable.from(lines())
}
