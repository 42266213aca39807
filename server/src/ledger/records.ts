import type { Amendment, ApplicationRecord, PassFacts, RecordJob } from '@jardinero/contract/ledger'
import type { Yard, Zone } from '@jardinero/contract/yard'
import {
  computeRecordedRate,
  endOfApplication,
  passOfRecord,
  readAmended,
  type PassFigures,
} from '@jardinero/core/ledger'
import type { Job } from '@jardinero/core/job'
import {
  dayIn,
  type MassUnit,
  type Quantity,
  type RatePerAreaUnit,
  type VolumeUnit,
  type LabelId,
  type MixId,
  type YardId,
  type ZoneId,
} from '@jardinero/core/quantity'
import { computeReentry, type LabelRules, type Pass } from '@jardinero/core/shelf'
import type { TurfState } from '@jardinero/core/yard'
import type { AccountScope } from '../platform/scope.ts'
import { jobsById } from '../job/index.ts'
import { recordEntity, type StoredAmendment, type StoredRecord } from './entities.ts'

export const rateOf = (facts: PassFacts, unit: RatePerAreaUnit): Quantity<RatePerAreaUnit> => ({
  value: computeRecordedRate(facts, unit).value,
  unit,
})

/** When people and pets may be on it again, of all labels that went down together; null where none states anything. */
export function reentryOf(
  labels: Pick<LabelRules, 'keepOff'>[],
  facts: Pick<PassFacts, 'appliedAt' | 'endedAt' | 'areaSqFt'>,
): string | null {
  const { hours, at } = computeReentry(labels, endOfApplication(facts))
  return hours > 0 ? at : null
}

/** What of a mix its record reads. */
interface MixOfRecord {
  planned: PassFigures
  labelId: LabelId
  state: TurfState | null
  stripSqFt: number | null
  /** Of everything that went down with it on that lawn. */
  keepOffs: LabelRules['keepOff'][]
  /** The reason it was mixed against advice. */
  override: string | null
}

/** What mixes were made to put down, by their ids. */
async function mixesOf(scope: AccountScope, mixIds: MixId[]): Promise<Map<string, MixOfRecord>> {
  if (!mixIds.length) return new Map()
  const rows = await scope.rows<{
    id: string
    day: string
    area: number
    water: number
    value: number
    unit: MassUnit | VolumeUnit
    label_id: string
    state: TurfState | null
    strip: number | null
    keep_offs: LabelRules['keepOff'][]
    override: string | null
  }>(
    `SELECT id, to_char(day, 'YYYY-MM-DD') AS day, area_sq_ft::float8 AS area, (result->'water'->>'value')::float8 AS water,
         (result->'measured'->>'value')::float8 AS value, result->'measured'->>'unit' AS unit,
         label_id, state, strip_sq_ft::float8 AS strip,
         (SELECT jsonb_agg(o.rules->'keepOff') FROM mix o WHERE o.zone_id = m.zone_id
            AND (o.id = m.id OR o.tank_id = m.tank_id)) AS keep_offs,
         coalesce((SELECT t.request->>'override' FROM tank t WHERE t.id = m.tank_id),
                  (SELECT p.request->>'override' FROM spread p WHERE p.id = m.spread_id)) AS override
       FROM mix m WHERE id = ANY($1)`,
    [mixIds],
  )
  return new Map(
    rows.map(({ id, day, area, water, value, unit, label_id, state, strip, keep_offs, override }) => [
      id,
      {
        planned: { day, areaSqFt: area, waterGal: water, product: { value, unit } },
        labelId: label_id,
        state,
        stripSqFt: strip,
        keepOffs: keep_offs,
        override,
      },
    ]),
  )
}

const recordJobOf = ({ origin, was, when, chain, note }: Job): RecordJob => ({
  origin,
  meantFor: when.kind === 'day' ? when.day : was,
  chain: chain?.name ?? null,
  note,
})

/** Where the last amendment that moved it says it went down. */
function movedTo(
  ordered: StoredAmendment[],
): Partial<Pick<ApplicationRecord, 'zoneId' | 'zoneName' | 'turf'>> {
  const { zoneId, zoneName, turf } = ordered.findLast((a) => a.zoneId) ?? {}
  return { ...(zoneId && { zoneId }), ...(zoneName && { zoneName }), ...(turf && { turf }) }
}

function readRecord(
  stored: StoredRecord,
  amendments: StoredAmendment[],
  yardId: YardId,
  mix: MixOfRecord | undefined,
): ApplicationRecord {
  const { accountId: _, first, ...fixed } = stored
  const ordered = amendments.toSorted((a, b) => Number(a.seq) - Number(b.seq))
  const facts = readAmended(first, ordered)
  return {
    ...fixed,
    ...facts,
    ...movedTo(ordered),
    stripSqFt: facts.stripSqFt ?? mix?.stripSqFt ?? null,
    yardId,
    rate: rateOf(facts, stored.rate.unit),
    keepOffUntil: reentryOf(mix ? mix.keepOffs.map((keepOff) => ({ keepOff })) : [stored.rules], facts),
    first,
    amendments: ordered.map(
      ({ accountId: __, recordId: ___, seq: ____, ...amendment }): Amendment => amendment,
    ),
    ...(mix && { planned: mix.planned, labelId: mix.labelId, state: mix.state }),
    ...(mix?.override && { override: mix.override }),
  }
}

/** Amendments of the records asked for; all of the account's where none is named. */
function findAmendments(
  scope: AccountScope,
  { id, ids }: { id?: string; ids?: string[] },
): Promise<StoredAmendment[]> {
  const query = scope.query<StoredAmendment>('record_amendment', 'a')
  if (id) query.andWhere('a.record_id = :id', { id })
  if (ids) query.andWhere('a.record_id = ANY(:ids)', { ids })
  return query.getMany()
}

const columns = Object.keys(recordEntity.options.columns) as (keyof StoredRecord)[]
/** As the driver gives it: instants as dates. Read bare, since making entities of many records costs more than the query. */
type RawRecord = Omit<StoredRecord, 'appliedAt' | 'recordedAt' | 'keepOffUntil'> & {
  yardId: YardId
  appliedAt: Date
  recordedAt: Date
  keepOffUntil: Date | null
}
const fromRaw = (raw: RawRecord): StoredRecord & { yardId: YardId } => ({
  ...raw,
  appliedAt: raw.appliedAt.toISOString(),
  recordedAt: raw.recordedAt.toISOString(),
  keepOffUntil: raw.keepOffUntil?.toISOString() ?? null,
})

export interface RecordWindow {
  from?: string
  to?: string
  zoneId?: ZoneId
  id?: string
  ids?: string[]
  yardId?: YardId
  yardIds?: YardId[]
  /** A page: so many, after the one of this id in the order they were first written down in. */
  limit?: number
  after?: string
}

/** Nothing of the account's records is left out. */
const isWhole = ({ zoneId, ids, yardId, yardIds, limit }: RecordWindow): boolean =>
  !zoneId && !ids && !yardId && !yardIds && !limit

/** A record that was written down for another lawn, and where it lies. */
interface Move {
  recordId: string
  zoneId: ZoneId
  yardId: YardId
}
/** Few are ever moved: they are looked up first. */
const findMoves = (scope: AccountScope): Promise<Move[]> =>
  scope.rows<Move>(
    `SELECT m.record_id AS "recordId", m.zone_id AS "zoneId", z.yard_id AS "yardId"
       FROM (SELECT DISTINCT ON (a.record_id) a.record_id, a.zone_id FROM record_amendment a
               WHERE a.zone_id IS NOT NULL ORDER BY a.record_id, a.seq DESC) m
         JOIN zone z ON z.id = m.zone_id`,
  )

/**
 * Records as they read now, oldest first. A window in days has a day to spare on either side, for the yard's time zone;
 * a record whose day was amended is always among them.
 */
export async function findRecords(
  scope: AccountScope,
  window: RecordWindow = {},
): Promise<ApplicationRecord[]> {
  const query = scope
    .query<StoredRecord>('application_record', 'r')
    .innerJoin('zone', 'z', 'z.id = r.zone_id')
    .select('z.yard_id', 'yardId')
    .orderBy('r.applied_at')
    .addOrderBy('r.id')
  for (const name of columns) query.addSelect(`r.${name}`, name)
  if (window.id) query.andWhere('r.id = :id', window)
  if (window.ids) query.andWhere('r.id = ANY(:ids)', window)
  const moves = await findMoves(scope)
  const yardIds = window.yardIds ?? (window.yardId ? [window.yardId] : undefined)
  /** Records that were written down there and not moved, and those that were moved there. */
  const there = (column: 'r.zone_id' | 'z.yard_id', key: 'zoneId' | 'yardId', ids: string[]) =>
    query.andWhere(`((${column} = ANY(:${key}) AND r.id <> ALL(:moved)) OR r.id = ANY(:${key}Here))`, {
      [key]: ids,
      [`${key}Here`]: moves.filter((m) => ids.includes(m[key])).map((m) => m.recordId),
      moved: moves.map((m) => m.recordId),
    })
  if (window.zoneId) there('r.zone_id', 'zoneId', [window.zoneId])
  if (yardIds) there('z.yard_id', 'yardId', yardIds)
  if (window.after)
    query.andWhere(
      '(r.applied_at, r.id) > (SELECT b.applied_at, b.id FROM application_record b WHERE b.id = :after)',
      { after: window.after },
    )
  if (window.limit) query.limit(window.limit)
  const { from = '-infinity', to = 'infinity' } = window
  if (window.from || window.to)
    query.andWhere(
      `(r.applied_at BETWEEN CAST(:from AS timestamptz) - interval '1 day' AND CAST(:to AS timestamptz) + interval '2 days'
        OR EXISTS (SELECT 1 FROM record_amendment a WHERE a.record_id = r.id AND jsonb_exists(a.changes, 'appliedAt')))`,
      { from, to },
    )
  const stored = (await query.getRawMany<RawRecord>()).map(fromRaw)
  const amendments = await findAmendments(
    scope,
    window.id ? { id: window.id } : isWhole(window) ? {} : { ids: stored.map((r) => r.id) },
  )
  const byRecord = new Map<string, StoredAmendment[]>()
  for (const a of amendments) byRecord.set(a.recordId, [...(byRecord.get(a.recordId) ?? []), a])
  const mixes = await mixesOf(scope, [...new Set(stored.map((r) => r.mixId))])
  const jobs = await jobsById(scope, [...new Set(stored.flatMap((r) => r.jobId ?? []))])
  const jobOf = new Map(jobs.map((j) => [j.id, recordJobOf(j)]))
  const yardOf = new Map(moves.map((m) => [m.recordId, m.yardId]))
  return stored.map(({ yardId, ...r }) => {
    const job = r.jobId && jobOf.get(r.jobId)
    return {
      ...readRecord(r, byRecord.get(r.id) ?? [], yardOf.get(r.id) ?? yardId, mixes.get(r.mixId)),
      ...(job && { job }),
    }
  })
}

/** Records by their ids, in the order asked for; those that are not here are left out. */
export async function findRecordsById(scope: AccountScope, ids: string[]): Promise<ApplicationRecord[]> {
  const found = new Map((await findRecords(scope, { ids })).map((r) => [r.id, r]))
  return ids.flatMap((id) => found.get(id) ?? [])
}

/** Everything put down on a zone, for the year's maximum and the interval. */
export async function passesOnZone(scope: AccountScope, zone: Zone): Promise<Pass[]> {
  const { timeZone } = await scope.get<Yard>('yard', zone.yardId)
  const records = await findRecords(scope, { zoneId: zone.id })
  return records.map((r) => passOfRecord({ ...r, day: dayIn(r.appliedAt, timeZone) }))
}

/** Everything put down on the zones of a yard. */
export async function passesOnYard(
  scope: AccountScope,
  yard: Yard,
): Promise<{ zoneId: ZoneId; pass: Pass }[]> {
  return (await findRecords(scope, { yardId: yard.id })).map((r) => ({
    zoneId: r.zoneId,
    pass: passOfRecord({ ...r, day: dayIn(r.appliedAt, yard.timeZone) }),
  }))
}
