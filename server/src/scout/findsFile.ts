import { randomUUID } from 'node:crypto'
import Papa from 'papaparse'
import { plantAlmanac } from '@jardinero/almanac'
import type { Find } from '@jardinero/contract/scout'
import type { Place, Yard, Zone } from '@jardinero/contract/yard'
import { isDay, isInYears, type Refusal, type YardId } from '@jardinero/core/quantity'
import { checkSighting, findByName, plantStages, type Amount, type PlantStage } from '@jardinero/core/scout'
import { geographicToPlan, planToGeographic } from '@jardinero/core/yard'
import { mostFaults, ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

/** Columns of the finds' CSV, and the properties of a GeoJSON feature. */
const findColumns = [
  'id',
  'lawn',
  'place',
  'x_ft',
  'y_ft',
  'found_on',
  'plant',
  'botanical',
  'stage',
  'leaves',
  'tillers',
  'plants_counted',
  'grid_hits',
  'grid_points',
  'wanted_share',
  'note',
] as const
type FindCells = Record<(typeof findColumns)[number], string | number | null>

/** A yard with what a find may name. */
export interface YardParts {
  yard: Yard
  zones: Zone[]
  places: Place[]
}

export async function loadYardParts(scope: AccountScope, yardId: YardId): Promise<YardParts> {
  const yard = await scope.get<Yard>('yard', yardId)
  const zones = await scope.find<Zone>('zone', { yardId })
  const mine = new Set(zones.map((z) => z.id))
  const places = (await scope.find<Place>('place')).filter((p) => mine.has(p.zoneId))
  return { yard, zones, places }
}

export async function findsOf(scope: AccountScope, { zones }: YardParts): Promise<Find[]> {
  const mine = new Set(zones.map((z) => z.id))
  const finds = await scope.find<Find>('plant_find', {}, { order: { foundOn: 'ASC', id: 'ASC' } })
  return finds.filter((f) => mine.has(f.zoneId))
}

function cellsOf(find: Find, { zones, places }: YardParts): FindCells {
  const plant = plantAlmanac.plants.find((p) => p.code === find.plant)
  const { amount } = find
  return {
    id: find.id,
    lawn: zones.find((z) => z.id === find.zoneId)?.name ?? '',
    place: places.find((p) => p.id === find.placeId)?.name ?? '',
    x_ft: find.xFt,
    y_ft: find.yFt,
    found_on: find.foundOn,
    plant: find.plant ?? find.candidates.map((c) => c.code).join(' '),
    botanical: plant?.botanical ?? '',
    stage: find.stage,
    leaves: find.leafCount,
    tillers: find.tillerCount,
    plants_counted: amount.kind === 'count' ? amount.count : null,
    grid_hits: amount.kind === 'grid' ? amount.hits : null,
    grid_points: amount.kind === 'grid' ? amount.points : null,
    wanted_share: find.wantedShare,
    note: find.note,
  }
}

export const findsToCsv = (finds: Find[], yard: YardParts): string =>
  Papa.unparse(
    finds.map((f) => cellsOf(f, yard)),
    { escapeFormulae: true, columns: [...findColumns], newline: '\r\n' },
  )

/** A FeatureCollection of points; finds without a point on the plan lie at the yard's own. */
export function findsToGeoJson(finds: Find[], parts: YardParts) {
  return {
    type: 'FeatureCollection' as const,
    features: finds.map((find) => {
      const at = planToGeographic(parts.yard, [find.xFt ?? 0, find.yFt ?? 0])
      return {
        type: 'Feature' as const,
        id: find.id,
        geometry: {
          type: 'Point' as const,
          coordinates: [Number(at.longitude.toFixed(8)), Number(at.latitude.toFixed(8))],
        },
        properties: cellsOf(find, parts),
      }
    }),
  }
}

const uuid = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/i

/** Cells as they come from a file: text, numbers or nothing. */
type RawCells = Record<string, unknown>
const textOf = (cell: unknown): string =>
  String(cell ?? '')
    .replace(/^'(?=[=+\-@])/, '')
    .trim()
const numberOf = (cell: unknown): number | null => (textOf(cell) === '' ? null : Number(textOf(cell)))

const codesKnown = new Set(plantAlmanac.plants.map((p) => p.code))
/** A cell names a plant by a few words, or several by their codes. */
const longestName = 400
/** A search over all names of all plants, once for each text: a file names the same few over and over. */
function createNamer(): (text: string) => string[] {
  const named = new Map<string, string[]>()
  const search = (text: string): string[] => {
    if (text.length > longestName) return []
    const words = text.split(/\s+/)
    if (words.every((c) => codesKnown.has(c))) return words
    const [best] = findByName(plantAlmanac.plants, text)
    return best && best.name.toLowerCase() === text.toLowerCase() ? [best.code] : []
  }
  return (text) => {
    const known = named.get(text)
    if (known) return known
    const found = search(text)
    named.set(text, found)
    return found
  }
}

function amountOf(cells: RawCells): Amount {
  const [hits, points, count] = ['grid_hits', 'grid_points', 'plants_counted'].map((c) => numberOf(cells[c]))
  if (points !== null && points !== undefined) return { kind: 'grid', hits: hits ?? NaN, points }
  return count !== null && count !== undefined ? { kind: 'count', count } : { kind: 'notCounted' }
}

const furthestFt = 5000

/** One find from its cells, or what is wrong with it; `at` names the line or feature. */
function readFind(
  cells: RawCells,
  parts: YardParts,
  { today, at, plantsNamed }: { today: string; at: string; plantsNamed: (text: string) => string[] },
): { find?: Find; faults: Refusal[] } {
  const faults: Refusal[] = []
  const fault = (code: string, column: string, given: unknown) =>
    faults.push({ code, field: `${at}.${column}`, params: { line: at, given: textOf(given) } })
  const zone = textOf(cells['lawn'])
    ? parts.zones.find((z) => z.name === textOf(cells['lawn']))
    : parts.zones[0]
  const place = parts.places.find((p) => p.name === textOf(cells['place']))
  const plants = plantsNamed(textOf(cells['plant']) || textOf(cells['botanical']))
  const stage = textOf(cells['stage']) || 'mature'
  const [xFt, yFt] = [numberOf(cells['x_ft']), numberOf(cells['y_ft'])]
  const foundOn = textOf(cells['found_on'])
  if (!zone) fault('lawnNotKnown', 'lawn', cells['lawn'])
  if (textOf(cells['place']) && !place) fault('placeNotKnown', 'place', cells['place'])
  if (!plants.length) fault('plantNotKnown', 'plant', cells['plant'])
  if (!plantStages.includes(stage as PlantStage)) fault('stageNotKnown', 'stage', stage)
  if (!isDay(foundOn) || !isInYears(foundOn)) fault('dayNotKnown', 'found_on', foundOn)
  if ([xFt, yFt].some((v) => v !== null && !(Math.abs(v) <= furthestFt)))
    fault('pointTooFar', 'x_ft', `${xFt}, ${yFt}`)
  if (faults.length) return { faults }
  const given = textOf(cells['id'])
  const find: Find = {
    id: uuid.test(given) ? given.toLowerCase() : randomUUID(),
    version: 1,
    zoneId: place?.zoneId ?? zone!.id,
    placeId: place?.id ?? null,
    xFt,
    yFt,
    foundOn,
    plant: plants.length === 1 ? plants[0]! : null,
    candidates: plants.length > 1 ? plants.map((code) => ({ code, share: 1 / plants.length })) : [],
    answers: {},
    stage: stage as PlantStage,
    leafCount: numberOf(cells['leaves']),
    tillerCount: numberOf(cells['tillers']),
    amount: amountOf(cells),
    wantedShare: numberOf(cells['wanted_share']),
    note: textOf(cells['note']).slice(0, 4000),
  }
  return {
    find,
    faults: checkSighting(find, today).map((f) => ({ ...f, field: `${at}.${f.field ?? ''}` })),
  }
}

type Progress = (done: number, total: number) => Promise<void>
const none: Progress = async () => undefined

/** Adds the finds of a file, all or none; one whose id is here already stays as it is. @throws ProblemError refused with the first faults and their lines */
async function addFinds(
  scope: AccountScope,
  rows: { cells: RawCells; at: string }[],
  { parts, today, progress }: { parts: YardParts; today: string; progress: Progress },
): Promise<number> {
  const plantsNamed = createNamer()
  const faults: Refusal[] = []
  const finds: Find[] = []
  for (const [i, { cells, at }] of rows.entries()) {
    const read = readFind(cells, parts, { today, at, plantsNamed })
    faults.push(...read.faults)
    if (read.find) finds.push(read.find)
    if (faults.length > mostFaults) break
    if (i % 500 === 0) await progress(i, rows.length)
  }
  if (faults.length) throw new ProblemError('refused', faults)
  return scope.addAll(
    'plant_find',
    finds.map(({ version: _, ...row }) => row),
  )
}

export async function takeFindsCsv(
  scope: AccountScope,
  csv: string,
  parts: YardParts,
  today: string,
  progress = none,
): Promise<number> {
  const { data, errors, meta } = Papa.parse<RawCells>(csv.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: true,
  })
  const missing = ['plant', 'found_on'].filter((c) => !meta.fields?.includes(c))
  if (missing.length)
    throw new ProblemError('refused', [
      { code: 'columnMissing', field: 'csv', params: { column: missing.join(', ') } },
    ])
  const broken = errors.find((e) => e.type !== 'Delimiter')
  if (broken)
    throw new ProblemError('refused', [
      { code: 'lineBroken', field: 'csv', params: { line: String((broken.row ?? 0) + 2) } },
    ])
  return addFinds(
    scope,
    data.map((cells, i) => ({ cells, at: `line ${i + 2}` })),
    { parts, today, progress },
  )
}

/** A GeoJSON FeatureCollection of points. */
export interface PointCollection {
  features: { id?: unknown; geometry: { coordinates: number[] }; properties: RawCells }[]
}
export function takeFindsGeoJson(
  scope: AccountScope,
  { features }: PointCollection,
  parts: YardParts,
  today: string,
  progress = none,
): Promise<number> {
  const rows = features.map(({ id, geometry, properties }, i) => {
    const [longitude = NaN, latitude = NaN] = geometry.coordinates
    const onEarth = Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180
    const [x, y] = onEarth ? geographicToPlan(parts.yard, { latitude, longitude }) : [Infinity, Infinity]
    const point = { x_ft: Math.round(x * 100) / 100, y_ft: Math.round(y * 100) / 100 }
    return { cells: { id, ...properties, ...point }, at: `feature ${i + 1}` }
  })
  return addFinds(scope, rows, { parts, today, progress })
}
