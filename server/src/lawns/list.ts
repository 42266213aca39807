import { lawnDues, type LawnDue, type LawnOrder } from '@jardinero/contract/constants'
import {
  nowDays,
  soonDays,
  type LawnPage,
  type LawnPoint,
  type LawnRow,
  type LawnsRequest,
  type LawnWishes,
} from '@jardinero/contract/lawns'
import { openStates } from '@jardinero/core/job'
import { openGrounds } from '@jardinero/core/yard'
import type { AccountScope } from '../platform/scope.ts'
import { fillAreas } from './areas.ts'

/** Values of a statement, each under its number. */
class Values {
  readonly all: unknown[] = []
  add(value: unknown): string {
    this.all.push(value)
    return `$${this.all.length}`
  }
}

/** Lawns with all the list says of them but for what happened there, which is looked up for those that are shown. */
const lawnsSql = (now: string, demoDay: string, grounds: string): string => `
  SELECT l.*, CASE
      WHEN l.kind IS NULL THEN 'unknown' WHEN l.day IS NULL THEN 'none' WHEN l.day < l.today THEN 'late'
      WHEN l.day <= l.today + ${nowDays} THEN 'now' WHEN l.day <= l.today + ${soonDays} THEN 'soon' ELSE 'later' END AS due
  FROM (
    SELECT z.id, z.yard_id, z.name, z.turf, z.area_sq_ft::float8 AS area, y.name AS yard, coalesce(y.client, '') AS client,
      coalesce(y.tags, '[]'::jsonb) AS tags, y.archived_at, y.latitude::float8 AS latitude, y.longitude::float8 AS longitude,
      lower(concat_ws(' ', y.name, y.address, y.client, z.name, y.tags #>> '{}')) AS words,
      coalesce(${demoDay}::date, (${now}::timestamptz AT TIME ZONE y.time_zone)::date) AS today,
      coalesce(a.outline->'next'->>'kind', CASE WHEN a.yard_id IS NOT NULL THEN 'none' END) AS kind,
      CASE WHEN mine.has THEN (a.outline->'next'->>'day')::date END AS day,
      CASE WHEN mine.has THEN a.outline->'next'->>'label' END AS product,
      (a.outline->'next'->>'escaped')::float8 AS escaped,
      (a.outline->>'soilC')::float8 AS soil
    FROM zone z JOIN yard y ON y.id = z.yard_id LEFT JOIN kept_answer a ON a.yard_id = y.id
      CROSS JOIN LATERAL (SELECT coalesce(a.outline->'next'->'zoneIds' ? z.id::text, false) AS has) mine
    WHERE NOT (z.turf = ANY(${grounds}))) l`

/** Lawns that have all the words, tags and figures asked for. @param but a wish that is left out */
function where(wishes: LawnWishes, values: Values, but?: keyof LawnWishes): string {
  const { search, turf, due, client, tag, risk, warm, lacks, archived = false } = wishes
  const words = (search ?? '').toLowerCase().split(/\s+/).filter(Boolean)
  const all = [
    `archived_at IS ${archived ? 'NOT ' : ''}NULL`,
    ...words.map((word) => `position(${values.add(word)} IN words) > 0`),
    turf !== undefined && `turf = ${values.add(turf)}`,
    due !== undefined && but !== 'due' && `due = ${values.add(due)}`,
    client !== undefined && `client = ${values.add(client)}`,
    tag !== undefined && `tags ? ${values.add(tag)}`,
    risk !== undefined && `escaped >= ${values.add(risk / 100)}`,
    warm !== undefined && `soil >= ${values.add(warm)}`,
    lacks === 'size' && 'area IS NULL',
    lacks === 'reading' &&
      `NOT EXISTS (SELECT 1 FROM place p JOIN soil_reading r ON r.place_id = p.id WHERE p.zone_id = l.id)`,
  ]
  return all.filter(Boolean).join(' AND ')
}

const orders: Record<LawnOrder, string> = {
  due: 'day',
  name: 'lower(yard)',
  client: 'lower(client)',
  turf: 'turf',
  area: 'area',
  risk: 'escaped',
  soil: 'soil',
}

/** Begins statements over an account's lawns, each with its own values. */
async function createBegin(scope: AccountScope, now: Date): Promise<() => { values: Values; from: string }> {
  await fillAreas(scope)
  const { demoDay } = await scope.account<{ id: string; demoDay: string | null }>()
  return () => {
    const values = new Values()
    const from = lawnsSql(values.add(now.toISOString()), values.add(demoDay), values.add([...openGrounds]))
    return { values, from }
  }
}

/** A page of an account's lawns, in the order asked for, with how many there are of each urgency. */
export async function readLawns(scope: AccountScope, asked: LawnsRequest, now: Date): Promise<LawnPage> {
  const begin = await createBegin(scope, now)
  const { values, from } = begin()
  const dues = await scope.rows<{ due: LawnDue; many: number }>(
    `SELECT due, count(*)::int AS many FROM (${from}) l WHERE ${where(asked, values, 'due')} GROUP BY due`,
    values.all,
  )
  const counts = Object.fromEntries(lawnDues.map((due) => [due, 0])) as Record<LawnDue, number>
  for (const { due, many } of dues) counts[due] = many
  const page = begin()
  const way = asked.descending ? 'DESC' : 'ASC'
  const kept = where(asked, page.values)
  const limits = `LIMIT ${page.values.add(asked.limit)} OFFSET ${page.values.add(asked.offset)}`
  const lawns = await scope.rows<LawnRow>(
    `SELECT l.id, l.yard_id AS "yardId", l.name, l.yard, l.client, l.tags, l.turf, l.area AS "areaSqFt", l.due,
       to_char(l.day, 'YYYY-MM-DD') AS day, l.product, coalesce(l.kind = 'planned', false) AS planned, l.escaped, l.soil AS "soilC",
       (SELECT count(*)::int FROM job j WHERE j.zone_id = l.id AND j.state = ANY(${page.values.add([...openStates])})) AS jobs
     FROM (SELECT * FROM (${page.from}) l WHERE ${kept}
       ORDER BY ${orders[asked.order]} ${way} NULLS LAST, lower(yard), lower(name), id ${limits}) l
     ORDER BY ${orders[asked.order]} ${way} NULLS LAST, lower(yard), lower(name), id`,
    page.values.all,
  )
  const total = asked.due ? counts[asked.due] : Object.values(counts).reduce((s, n) => s + n, 0)
  return { lawns, total, counts }
}

/** The same lawns as points of a map. */
export async function readPoints(scope: AccountScope, wishes: LawnWishes, now: Date): Promise<LawnPoint[]> {
  const { values, from } = (await createBegin(scope, now))()
  return scope.rows<LawnPoint>(
    `SELECT id, yard_id AS "yardId", yard || CASE WHEN name = '' THEN '' ELSE ', ' || name END AS name,
       jsonb_build_array(latitude, longitude) AS at, due, soil AS "soilC"
     FROM (${from}) l WHERE ${where(wishes, values)} ORDER BY id`,
    values.all,
  )
}
