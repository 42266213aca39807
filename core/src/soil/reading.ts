import { dayNumber, type Day, type Refusal, type PlaceId } from '../quantity/index.ts'
import type { PlaceKind } from '../yard/index.ts'

/** One settled probe reading, its time already in the yard's own time zone. */
export interface ProbeReading {
  placeId: PlaceId
  day: Day
  /** Hour of the day, 0–24, with the minutes as a fraction. */
  hour: number
  depthCm: number
  temperatureC: number
}

export interface ProbedPlace {
  id: PlaceId
  name: string
  kind: PlaceKind
}

/** Soil under turf at probe depth stays inside this range anywhere lawns grow. */
export const believableSoilC = { least: -20, most: 50 } as const
export const believableDepthCm = { least: 0.5, most: 60 } as const
/** The rules of timing are written for 2 in (5 cm); readings between 1 and 3 in count for them. */
export const timingDepthCm = { least: 2, most: 8 } as const

/** Reasons to refuse a reading; none when it can be kept. */
export function checkReading(reading: Pick<ProbeReading, 'temperatureC' | 'depthCm'>): Refusal[] {
  const refusals: Refusal[] = []
  const { temperatureC, depthCm } = reading
  if (!(temperatureC >= believableSoilC.least && temperatureC <= believableSoilC.most))
    refusals.push({
      code: 'readingNotBelievable',
      field: 'temperatureC',
      params: {
        given: { value: temperatureC, unit: 'degC' },
        least: { value: believableSoilC.least, unit: 'degC' },
        most: { value: believableSoilC.most, unit: 'degC' },
      },
    })
  if (!(depthCm >= believableDepthCm.least && depthCm <= believableDepthCm.most))
    refusals.push({
      code: 'depthNotBelievable',
      field: 'depthCm',
      params: {
        given: { value: depthCm, unit: 'cm' },
        least: { value: believableDepthCm.least, unit: 'cm' },
        most: { value: believableDepthCm.most, unit: 'cm' },
      },
    })
  return refusals
}

/** How a reading is told to be odd from readings alone: days about it, how many others there must be, and how far off it is, K. */
const odd = { days: 12, others: 3, offK: 9 } as const

/** The reading's own place in time, days since 1970. */
interface Dated {
  reading: ProbeReading
  on: number
}

/** Where a value stands among sorted ones, or would. */
function rankIn(sorted: number[], value: number): number {
  let [from, to] = [0, sorted.length]
  while (from < to) {
    const middle = (from + to) >> 1
    if (sorted[middle]! < value) from = middle + 1
    else to = middle
  }
  return from
}

/** Median of sorted values without the one at `left`. */
function medianWithout(sorted: number[], left: number): number {
  const at = (i: number) => sorted[i < left ? i : i + 1]!
  const last = sorted.length - 2
  return (at(Math.floor(last / 2)) + at(Math.ceil(last / 2))) / 2
}

/** One place's odd readings: a window of days moves over them in order, its temperatures kept sorted. */
function oddOfPlace(readings: ProbeReading[]): ProbeReading[] {
  const dated: Dated[] = readings
    .map((reading) => ({ reading, on: dayNumber(reading.day) }))
    .sort((a, b) => a.on - b.on)
  const sorted: number[] = []
  const found: ProbeReading[] = []
  let [from, to] = [0, 0]
  for (const { reading, on } of dated) {
    for (; to < dated.length && dated[to]!.on <= on + odd.days; to++) {
      const t = dated[to]!.reading.temperatureC
      sorted.splice(rankIn(sorted, t), 0, t)
    }
    for (; dated[from]!.on < on - odd.days; from++)
      sorted.splice(rankIn(sorted, dated[from]!.reading.temperatureC), 1)
    if (sorted.length - 1 < odd.others) continue
    const middle = medianWithout(sorted, rankIn(sorted, reading.temperatureC))
    if (Math.abs(reading.temperatureC - middle) > odd.offK) found.push(reading)
  }
  return found
}

/**
 * Readings that cannot belong with their place's others: far from the median of those about them. Only the hour and the
 * weather could make such a difference, and at 2 in they do not. The simulation says the same by its own error.
 */
export function findOddReadings(readings: ProbeReading[]): Set<ProbeReading> {
  const byPlace = new Map<string, ProbeReading[]>()
  for (const r of readings) {
    const mine = byPlace.get(r.placeId)
    if (mine) mine.push(r)
    else byPlace.set(r.placeId, [r])
  }
  return new Set([...byPlace.values()].flatMap(oddOfPlace))
}
