import {
  addDays,
  dayNumber,
  daysBetween,
  figure,
  operand,
  type Caution,
  type Day,
  type Figure,
} from '../quantity/index.ts'
import { findOddReadings, timingDepthCm, type ProbedPlace, type ProbeReading } from './reading.ts'

/** What a place's readings say on a day. */
export interface PlaceSoil {
  place: ProbedPlace
  /** Mean of the daily means over the five days that end on the day; absent without a reading in 14 days. */
  fiveDayMean?: Figure<'degC'>
  /** Least-squares slope over the last 21 days; absent with fewer than two days three days apart. */
  trend?: Figure<'deltaC/d'>
  /** Days with a reading that the mean rests on. */
  daysRead: number
  last?: ProbeReading
  cautions: Caution[]
}

const meanDays = 5
const staleDays = 14
const trendDays = 21
const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length

/** Daily means, oldest first. */
function dailyMeans(readings: ProbeReading[]): [Day, number][] {
  const byDay = new Map<Day, number[]>()
  for (const { day, temperatureC } of readings) {
    const known = byDay.get(day)
    if (known) known.push(temperatureC)
    else byDay.set(day, [temperatureC])
  }
  return [...byDay].map(([day, ts]): [Day, number] => [day, mean(ts)]).sort(([a], [b]) => (a < b ? -1 : 1))
}

function fiveDayMean(days: [Day, number][], on: Day): { mean?: Figure<'degC'>; count: number; old: boolean } {
  const within = (limit: number) => {
    const after = addDays(on, -limit)
    return days.filter(([day]) => day > after)
  }
  const recent = within(meanDays)
  const stale = within(staleDays).slice(-1)
  const used = recent.length ? recent : stale
  if (!used.length) return { count: 0, old: false }
  const values = used.map(([, t]) => t)
  const operands = Object.fromEntries(used.map(([day, t]) => [day, operand(t, 'degC')]))
  const formula =
    used.length === 1
      ? `{${used[0]![0]}}`
      : `(${used.map(([day]) => `{${day}}`).join(' + ')}) ÷ ${used.length}`
  const step = {
    code: 'fiveDayMean',
    formula,
    operands,
    result: operand(mean(values), 'degC'),
    source: 'probe',
  }
  return { mean: figure('degC', [step]), count: recent.length, old: !recent.length }
}

/** By day, then by hour. */
function latest(readings: ProbeReading[]): ProbeReading | undefined {
  const later = (a: ProbeReading, b: ProbeReading) => b.day > a.day || (b.day === a.day && b.hour >= a.hour)
  return readings.reduce<ProbeReading | undefined>(
    (last, r) => (!last || later(last, r) ? r : last),
    undefined,
  )
}

function trend(days: [Day, number][], on: Day): Figure<'deltaC/d'> | undefined {
  const from = addDays(on, -trendDays)
  const used = days.filter(([day]) => day > from)
  const xs = used.map(([day]) => dayNumber(day))
  if (used.length < 2 || xs.at(-1)! - xs[0]! < 3) return undefined
  const mx = mean(xs)
  const mt = mean(used.map(([, t]) => t))
  const sxt = used.reduce((sum, [, t], i) => sum + (xs[i]! - mx) * (t - mt), 0)
  const sxx = xs.reduce((sum, x) => sum + (x - mx) ** 2, 0)
  return figure('deltaC/d', [
    {
      code: 'soilTrend',
      formula: 'Σ (t − t̄)(T − T̄) ÷ Σ (t − t̄)², {daysRead}',
      operands: { daysRead: operand(used.length, 'count') },
      result: operand(sxt / sxx, 'deltaC/d'),
      source: 'leastSquares',
    },
  ])
}

/**
 * What one place's readings say on a day. Readings after the day are ignored, and so are depths outside 1–3 in.
 * @param readings any order, any places.
 */
export function computePlaceSoil(place: ProbedPlace, readings: ProbeReading[], on: Day): PlaceSoil {
  const all = readings.filter((r) => r.placeId === place.id && r.day <= on)
  const strange = findOddReadings(all)
  const mine = all.filter((r) => !strange.has(r))
  const atDepth = mine.filter((r) => r.depthCm >= timingDepthCm.least && r.depthCm <= timingDepthCm.most)
  const days = dailyMeans(atDepth)
  const { mean: mean5, count, old } = fiveDayMean(days, on)
  const last = latest(atDepth)
  const cautions: Caution[] = []
  if (all.length > mine.length)
    cautions.push({ code: 'oddReadings', params: { place: place.name, count: all.length - mine.length } })
  if (mine.length > atDepth.length)
    cautions.push({ code: 'otherDepthIgnored', params: { count: mine.length - atDepth.length } })
  if (old && last)
    cautions.push({ code: 'readingsOld', params: { place: place.name, days: daysBetween(last.day, on) } })
  else if (count > 0 && count < 3)
    cautions.push({ code: 'fewReadings', params: { place: place.name, count } })
  if (last && (last.hour < 8.5 || last.hour > 19 || (last.hour > 13 && last.hour < 17)))
    cautions.push({
      code: 'hourOffMean',
      params: { place: place.name, side: last.hour > 13 && last.hour < 17 ? 'warm' : 'cool' },
    })
  const slope = trend(days, on)
  return {
    place,
    ...(mean5 && { fiveDayMean: mean5 }),
    ...(slope && { trend: slope }),
    daysRead: count,
    ...(last && { last }),
    cautions,
  }
}
