import geodesic from 'geographiclib-geodesic'
import Papa from 'papaparse'
import { almanac, plantAlmanac } from '@jardinero/almanac'
import type { QuickLawn, QuickLawnMade } from '@jardinero/contract/lawns'
import type { LawnsOrder, LawnsTaken, Place, Section, Yard, Zone } from '@jardinero/contract/yard'
import { plainName } from '@jardinero/core/quantity'
import { guessLawnColumns, listedName, readLawnList, type ListedLawn } from '@jardinero/core/yard'
import type { Words } from '@jardinero/words'
import { fixedId } from '../platform/fixedId.ts'
import { mostFaults, ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

/** Every name of every turf, of all countries and of the reader's language, plain. */
function turfNames(words: Words): Map<string, string> {
  const names = new Map<string, string>()
  const note = (name: string, code: string) => {
    const plain = plainName(name)
    if (!names.has(plain)) names.set(plain, code)
  }
  for (const { code } of almanac.turf) {
    note(words.say(`turf.${code}`), code)
    note(code, code)
    const plant = plantAlmanac.plants.find((p) => p.code === code)
    for (const name of Object.values(plant?.names ?? {}).flat()) note(name, code)
  }
  return names
}

/** Farther from the yard whose clock, law and climate they take, lawns are of another one. Estimate: a firm's day. */
const furthestKm = 100
const isFar = (near: Yard, { latitude, longitude }: ListedLawn): boolean =>
  latitude !== undefined &&
  longitude !== undefined &&
  (geodesic.Geodesic.WGS84.Inverse(near.latitude, near.longitude, latitude, longitude).s12 ?? Infinity) >
    furthestKm * 1000

/** Rows of a lawn as they are kept: their ids follow from whose they are and how they are called, so that the same list adds nothing. */
function rowsOf(
  lawn: ListedLawn,
  near: Yard,
  accountId: string,
  words: Words,
): { yard: Yard; zone: Zone; section: Section; place: Place } {
  const property = [accountId, listedName(lawn.client), listedName(lawn.name)].join('/')
  const yardId = fixedId(`lawn list ${property}`)
  const zoneId = fixedId(`lawn list ${property}/${listedName(lawn.lawn)}`)
  const isPlaced = lawn.latitude !== undefined
  const {
    timeZone,
    climate,
    timingSchool,
    town = null,
    country = null,
    region = null,
    elevationM = null,
  } = near
  return {
    yard: {
      id: yardId,
      version: 1,
      name: lawn.name,
      client: lawn.client || null,
      latitude: lawn.latitude ?? near.latitude,
      longitude: lawn.longitude ?? near.longitude,
      placeFrom: isPlaced ? 'point' : (near.placeFrom ?? null),
      timeZone,
      climate,
      timingSchool,
      town,
      country,
      region,
      elevationM,
    },
    zone: { id: zoneId, version: 1, yardId, name: lawn.lawn, turf: lawn.turf, state: 'growing' },
    section: {
      id: fixedId(`lawn list section ${zoneId}`),
      version: 1,
      zoneId,
      name: lawn.lawn,
      kind: 'known',
      lengthsFt: [Math.sqrt(lawn.areaSqFt)],
      deduction: false,
      xFt: 0,
      yFt: 0,
      turnDeg: 0,
    },
    // What its soil and its dates are worked out for, as of every new lawn.
    place: {
      id: fixedId(`lawn list place ${zoneId}`),
      version: 1,
      zoneId,
      name: words.say('welcome.firstPlace'),
      kind: 'middle',
      sectionId: null,
      side: null,
    },
  }
}
const oneEach = <T extends { id: string }>(rows: T[]): T[] => [
  ...new Map(rows.map((r) => [r.id, r])).values(),
]

/** Adds lawns that are not there; one that is keeps its own measures. @returns how many were added */
async function addLawns(scope: AccountScope, all: ReturnType<typeof rowsOf>[]): Promise<number> {
  const there = new Set(
    (
      await scope.rows<{ id: string }>('SELECT id FROM zone WHERE id = ANY($1)', [all.map((a) => a.zone.id)])
    ).map((z) => z.id),
  )
  // Also where its first size was taken away for a better one.
  const fresh = all.filter((a) => !there.has(a.zone.id))
  await scope.addAll('yard', oneEach(fresh.map((a) => a.yard)))
  await scope.addAll(
    'zone',
    fresh.map((a) => a.zone),
  )
  await scope.addAll(
    'section',
    fresh.map((a) => a.section),
  )
  await scope.addAll(
    'place',
    fresh.map((a) => a.place),
  )
  return fresh.length
}

/** A lawn by what is known of it on the telephone; the same again is the one that is there. @throws ProblemError refused, notFound */
export async function takeQuickLawn(
  scope: AccountScope,
  { nearYardId, lawn, turf, ...told }: QuickLawn,
  words: Words,
): Promise<QuickLawnMade> {
  const near = await scope.get<Yard>('yard', nearYardId)
  refuseUnknownTurf(turf, 'turf')
  const own = await scope.account<{ id: string }>()
  const name = lawn || words.say('lawns.usualName')
  const rows = rowsOf({ line: 1, lawn: name, turf, ...told }, near, own.id, words)
  const added = await addLawns(scope, [rows])
  return { yardId: rows.yard.id, zoneId: rows.zone.id, added: added > 0 }
}

/** @throws ProblemError refused */
function refuseUnknownTurf(turf: string, field: string): void {
  if (!almanac.turf.some((t) => t.code === turf))
    throw new ProblemError('refused', [{ code: 'unknownCode', field, params: { given: turf } }])
}

/**
 * A firm's list of lawns, all or none: a yard a property, a lawn a line, its size as it is known. They lie near a yard that is
 * there, where no point is told; the clock, the law and the climate are that yard's. @throws ProblemError refused, by line
 */
export async function takeLawns(
  scope: AccountScope,
  { csv, nearYardId, columns: said, usualTurf, dryRun }: LawnsOrder,
  words: Words,
  progress: (done: number, total: number) => Promise<void>,
): Promise<LawnsTaken> {
  const near = await scope.get<Yard>('yard', nearYardId)
  if (usualTurf) refuseUnknownTurf(usualTurf, 'usualTurf')
  const { data, meta } = Papa.parse<string[]>(csv.replace(/^\ufeff/, ''), { skipEmptyLines: false })
  const [heading = [], ...rows] = data
  const columns = said ?? guessLawnColumns(heading)
  const names = turfNames(words)
  const { lawns, faults, doubles } = readLawnList({
    heading,
    rows,
    columns,
    turfOf: (name) => names.get(plainName(name)),
    usualTurf: usualTurf ?? undefined,
    usualLawn: words.say('lawns.usualName'),
    // Where columns are parted by semicolons a comma parts decimals.
    decimalComma: meta.delimiter === ';',
  })
  for (const lawn of lawns.filter((l) => isFar(near, l)))
    faults.push({
      code: 'lawnFar',
      field: `${lawn.line}.latitude`,
      params: { line: lawn.line, given: lawn.name, yard: near.name, most: furthestKm },
    })
  if (faults.length) throw new ProblemError('refused', faults.slice(0, mostFaults))
  const own = await scope.account<{ id: string }>()
  const all = lawns.map((lawn) => rowsOf(lawn, near, own.id, words))
  const told = {
    heading: heading.map((cell) => cell.slice(0, 80)),
    columns,
    lawns: lawns.length,
    properties: new Set(all.map((a) => a.yard.id)).size,
    doubles,
  }
  if (dryRun) return { ...told, added: 0 }
  await progress(0, lawns.length)
  const added = await addLawns(scope, all)
  await progress(lawns.length, lawns.length)
  return { ...told, added }
}
