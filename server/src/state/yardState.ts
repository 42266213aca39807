import { Between, In } from 'typeorm'
import type { ApplicationRecord, RatingRow, RecordPhoto } from '@jardinero/contract/ledger'
import type { Outing } from '@jardinero/contract/outing'
import type { Find, FindPhoto } from '@jardinero/contract/scout'
import type { SeasonPlan } from '@jardinero/contract/season'
import type { Reading, Sign, Sprinkler, Water } from '@jardinero/contract/soil'
import {
  mostYardNames,
  type PackedRecord,
  type PassHistory,
  type YardNames,
  type YardState,
  type YardYear,
} from '@jardinero/contract/state'
import type { Place, Section, Yard, Zone } from '@jardinero/contract/yard'
import type { LabelRules } from '@jardinero/core/shelf'
import { dayIn, type YardId } from '@jardinero/core/quantity'
import { recentJobs } from '../job/index.ts'
import { findRecords } from '../ledger/index.ts'
import type { Clock } from '../platform/clock.ts'
import { rowsWhere, toWire } from '../platform/collection.ts'
import type { AccountScope } from '../platform/scope.ts'

/** What went down in each year on each lawn of a yard, counted by the database. */
function readHistory(scope: AccountScope, yardId: YardId): Promise<PassHistory[]> {
  return scope.rows(
    `SELECT z.id AS "zoneId", extract(year FROM r.applied_at AT TIME ZONE y.time_zone)::int AS year,
       count(DISTINCT r.id)::int AS passes,
       to_char(max(r.applied_at AT TIME ZONE y.time_zone), 'YYYY-MM-DD') AS "lastDay",
       coalesce(array_agg(DISTINCT a.value->>'name') FILTER (WHERE a.value->>'name' IS NOT NULL), '{}') AS actives,
       coalesce(array_agg(DISTINCT a.value->>'group') FILTER (WHERE a.value->>'group' IS NOT NULL), '{}') AS groups
     FROM yard y
       JOIN zone z ON z.yard_id = y.id
       JOIN LATERAL (
         SELECT o.* FROM application_record o WHERE o.zone_id = z.id AND NOT EXISTS
           (SELECT 1 FROM record_amendment a WHERE a.record_id = o.id AND a.zone_id IS NOT NULL)
         UNION ALL
         SELECT o.* FROM application_record o JOIN
           (SELECT DISTINCT ON (a.record_id) a.record_id, a.zone_id FROM record_amendment a
              WHERE a.zone_id IS NOT NULL ORDER BY a.record_id, a.seq DESC) m ON m.record_id = o.id
           WHERE m.zone_id = z.id) r ON true
       LEFT JOIN LATERAL jsonb_array_elements(r.rules->'actives') a ON true
     WHERE y.id = $1 GROUP BY 1, 2 ORDER BY 2, 1`,
    [yardId],
  )
}

/** A yard and what belongs to no year of it. @throws ProblemError notFound */
export async function readYardState(scope: AccountScope, yardId: YardId, clock: Clock): Promise<YardState> {
  const yard = toWire<Yard>(await scope.get<Yard>('yard', yardId))
  const zones = await rowsWhere<Zone>(scope, 'zone', { yardId })
  const ofZones = { zoneId: In(zones.map((z) => z.id)) }
  return {
    yard,
    zones,
    sections: await rowsWhere<Section>(scope, 'section', ofZones),
    places: await rowsWhere<Place>(scope, 'place', ofZones),
    sprinklers: await rowsWhere<Sprinkler>(scope, 'sprinkler', { yardId }),
    jobs: await recentJobs(scope, yard, clock),
    plans: await rowsWhere<SeasonPlan>(scope, 'season_plan', { yardId }, { takenAt: 'ASC' }),
    history: await readHistory(scope, yardId),
  }
}

/** Records whose rules stand once beside them: they are the largest part of each. */
function pack(records: ApplicationRecord[]): { records: PackedRecord[]; rules: LabelRules[] } {
  const at = new Map<string, number>()
  const rules: LabelRules[] = []
  const packed = records.map((record): PackedRecord => {
    const text = JSON.stringify(record.rules)
    if (!at.has(text)) at.set(text, rules.push(record.rules) - 1)
    return { ...record, rules: at.get(text)! }
  })
  return { records: packed, rules }
}

/** Everything that happened in a year of a yard, by the yard's own days. @throws ProblemError notFound */
export async function readYardYear(scope: AccountScope, yardId: YardId, year: number): Promise<YardYear> {
  const { timeZone } = await scope.get<Yard>('yard', yardId)
  const [from, to] = [`${year}-01-01`, `${year}-12-31`]
  const ofYear = { day: Between(from, to) }
  // A day to spare on either side, for the time zone.
  const instants = Between(`${year - 1}-12-31T00:00:00Z`, `${year + 1}-01-02T00:00:00Z`)
  const inYear = (at: string) => dayIn(at, timeZone).startsWith(String(year))
  const zoneIds = (await scope.find<Zone>('zone', { yardId })).map((z) => z.id)
  const placeIds = (await scope.find<Place>('place', { zoneId: In(zoneIds) })).map((p) => p.id)
  const records = (await findRecords(scope, { yardId, from, to })).filter((r) => inYear(r.appliedAt))
  const recordIds = records.map((r) => r.id)
  const finds = await rowsWhere<Find>(scope, 'plant_find', {
    zoneId: In(zoneIds),
    foundOn: Between(from, to),
  })
  const readings = await rowsWhere<Reading>(scope, 'soil_reading', {
    placeId: In(placeIds),
    takenAt: instants,
  })
  const outings = await rowsWhere<Outing>(
    scope,
    'outing',
    { yardId, startedAt: instants },
    { startedAt: 'ASC' },
  )
  return {
    ...pack(records),
    readings: readings.filter((r) => inYear(r.takenAt)),
    finds,
    photos: await rowsWhere<FindPhoto>(scope, 'find_photo', { findId: In(finds.map((f) => f.id)) }),
    signs: await rowsWhere<Sign>(scope, 'season_sign', { yardId, ...ofYear }),
    waters: await rowsWhere<Water>(scope, 'water_entry', { yardId, ...ofYear }),
    outings: outings.filter((o) => inYear(o.startedAt)),
    ratings: await rowsWhere<RatingRow>(scope, 'rating', { recordId: In(recordIds) }),
    recordPhotos: await rowsWhere<RecordPhoto>(scope, 'record_photo', { recordId: In(recordIds) }),
  }
}

/** A page of yards in the order of their names, of those whose name or client has all the words of a search in it. */
export async function readYardNames(
  scope: AccountScope,
  { search = '', after }: { search?: string; after?: string },
): Promise<YardNames> {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const rows = await scope.rows<{ id: string; name: string; client: string }>(
    `SELECT id, name, coalesce(client, '') AS client FROM yard
     WHERE archived_at IS NULL AND ($2::uuid IS NULL OR (name, id) > (SELECT b.name, b.id FROM yard b WHERE b.id = $2))
       AND (SELECT coalesce(bool_and(position(word IN lower(name || ' ' || coalesce(client, ''))) > 0), true)
            FROM unnest($1::text[]) word)
     ORDER BY name, id LIMIT ${mostYardNames + 1}`,
    [words, after ?? null],
  )
  const yards = rows.slice(0, mostYardNames)
  return { yards, next: rows.length > mostYardNames ? yards.at(-1)!.id : null }
}
