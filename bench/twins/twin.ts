import { addDays, dayNumber, drawNormal, seededRandom, type Day } from '@jardinero/core/quantity'
import {
  createSimulation,
  groundOf,
  type GroundPast,
  type MemberRuns,
  type SunReading,
  type Trend,
} from '@jardinero/core/soil'
import { anchorReadings } from '../../core/src/soil/anchor/anchor.ts'
import { computePaths, type PlacePaths } from '../../core/src/soil/outlook/paths.ts'
import { besideModel } from '../../core/src/soil/outlook/readings.ts'
import type { WeatherDay } from '../../core/src/soil/heat/forcing.ts'
import { crossingDays } from '../../core/src/soil/outlook/source.ts'
import { findCrossing } from '../../core/src/soil/heat/crossing.ts'
import { drawPlace, runTruth, type TruthKind } from './truthGround.ts'
import { truthYears, type TruthClimate, type TruthDay } from './truthWeather.ts'

export interface TwinOrder {
  seed: number
  kind: TruthKind
  trend: Trend
  /** Days from the day of asking to the true crossing. */
  lead: number
  members: number
}

/** A made yard whose truth is known, and the day it is asked on. */
export interface Twin {
  order: TwinOrder
  climate: TruthClimate
  /** As a station reports it, all years, oldest first. */
  reported: WeatherDay[]
  /** Daily means at 5 cm of the last two years, °C; the same days as the end of `reported`. */
  trueDailyC: Float64Array
  trueHourlyC: Float32Array
  thresholdC: number
  /** Index in `reported` of today, and of the true crossing. */
  today: number
  crossing: number
}

const years = 12
const trueDays = 730
/** How far from the threshold the season's first month must lie, K. */
const clear = 2.5

/** A station tells extremes, rain and wind, not the cloud. */
const reportedOf = (
  { dayOfYear, minimumC, maximumC, rainMm, wind }: TruthDay,
  random: () => number,
): WeatherDay => ({
  dayOfYear,
  minimumC: minimumC + 0.2 * drawNormal(random),
  maximumC: maximumC + 0.2 * drawNormal(random),
  rainMm,
  wind,
})

/** Spring at 50 °F or autumn at 70 °F; nothing where this yard's year does not cross it in its season. */
export function makeTwin(order: TwinOrder): Twin | undefined {
  const random = seededRandom(order.seed)
  const climate: TruthClimate = {
    latitude: 32 + 12 * random(),
    meanC: 11 + 5 * random(),
    swingC: 10 + 3 * random(),
    spellK: 2.6 + 1.2 * random(),
  }
  const truth = truthYears(climate, years, random)
  const place = drawPlace(order.kind, climate.latitude, random)
  const last = truth.slice(-trueDays)
  const hourly = runTruth(place, last, climate.meanC)
  const daily = Float64Array.from({ length: trueDays }, (_, d) => {
    let sum = 0
    for (let h = 0; h < 24; h++) sum += hourly[d * 24 + h]!
    return sum / 24
  })
  const thresholdC = order.trend === 'rising' ? 10 : 21.1
  const [from, to] = order.trend === 'rising' ? [365, 365 + 195] : [365 + 195, 365 + 330]
  const found = findCrossing(daily.slice(from, to), thresholdC, order.trend)
  if (found.kind !== 'on') return undefined
  // A summer that hardly passes 70 °F, or a winter that hardly leaves 50 °F, has no date worth asking for.
  const before = daily.slice(from, from + 30).reduce((a, b) => a + b, 0) / 30
  if (Math.abs(before - thresholdC) < clear) return undefined
  const crossing = truth.length - trueDays + from + found.index
  const today = crossing - order.lead
  return {
    order,
    climate,
    reported: truth.map((d) => reportedOf(d, random)),
    trueDailyC: daily,
    trueHourlyC: hourly,
    thresholdC,
    today,
    crossing,
  }
}

/** Probe readings over the weeks before a day: an instrument's own error, a depth and a clock not quite right. */
export function takeReadings(
  { order, reported, trueHourlyC }: Twin,
  lastDay: number,
  count: number,
  base: Day,
): SunReading[] {
  const random = seededRandom(order.seed ^ 0x2545f491)
  const bias = 0.3 * drawNormal(random)
  return Array.from({ length: count }, (_, i) => {
    const back = 1 + Math.round((i * 28) / count + random())
    const said = 8 + 9 * random()
    const hour = Math.min(23, Math.max(1, said + 0.4 * drawNormal(random)))
    const at = (lastDay - back - (reported.length - trueDays)) * 24 + hour - 1
    const low = Math.floor(at)
    const trueC = trueHourlyC[low]! + (at - low) * (trueHourlyC[low + 1]! - trueHourlyC[low]!)
    const slope = trueHourlyC[low + 1]! - trueHourlyC[low]!
    return {
      placeId: 'place',
      day: addDays(base, -back),
      solarHour: said,
      depthCm: 5,
      temperatureC: trueC + bias + 0.25 * drawNormal(random) + 0.3 * slope * drawNormal(random),
    }
  })
}

/** The forecast a service would give: the truth with an error that grows to some 2.5 K in ten days. */
function forecastOf({ order, reported }: Twin, today: number): WeatherDay[] {
  const random = seededRandom(order.seed ^ 0x1b873593)
  let error = 0
  return reported.slice(today + 1, today + 11).map((d, lead) => {
    error = 0.78 * error + (0.5 + 0.13 * lead) * drawNormal(random)
    return { ...d, minimumC: d.minimumC + error, maximumC: d.maximumC + error + 0.3 * drawNormal(random) }
  })
}

/** Ten readings in the four weeks before, as a careful person takes them. */
export const usualReadings = 10
export const usualKind = (kind: TruthKind) => (kind === 'middle' ? ('middle' as const) : ('edge' as const))
/** The made years have 365 days: a date stands for each, in years of the calendar. */
export const dateOf = (index: number): Day => addDays(`${2011 + Math.floor(index / 365)}-01-01`, index % 365)
/** Day of the year from which a crossing is looked for: midwinter, or mid-July. */
export const seasonStart = { rising: 1, falling: 196 } as const

/** A place's paths, drawn to readings, as the application draws them. */
export function pathsOf(
  twin: Twin,
  today: number,
  readings: SunReading[],
  { pasts, runs }: { pasts: GroundPast[]; runs: MemberRuns },
): PlacePaths {
  const on = dateOf(today)
  const places = [{ id: 'place', kind: usualKind(twin.order.kind) }]
  const beside = besideModel(readings, { places, groundOf: [0], pasts, today: on })
  const recent = pasts[0]!.dailyC.slice(-60)
  const centre = recent.reduce((a, b) => a + b, 0) / recent.length
  const anchor = anchorReadings(beside, [centre], dayNumber(on))
  return computePaths({ groundOf: [0], pasts, runs, anchor, today: dayNumber(on), seed: twin.order.seed })[0]!
}

/** What the forecast says of the crossing: a day from today for each member, without readings and with. */
export function forecastTwin(twin: Twin, counts: number[]): number[][] {
  const { order, reported, today, thresholdC, climate } = twin
  const simulation = createSimulation({
    latitude: climate.latitude,
    grounds: [groundOf(usualKind(order.kind))],
    observed: reported.slice(0, today + 1),
    forecast: forecastOf(twin, today),
    daysAhead: 120,
    seed: order.seed,
  })
  const simulated = { pasts: simulation.past(), runs: simulation.runMembers(0, order.members) }
  const doy = (today % 365) + 1
  return counts.map((count) => {
    const readings = count ? takeReadings(twin, today, count, dateOf(today)) : []
    const paths = pathsOf(twin, today, readings, simulated)
    const first = paths.back - 1 - (doy - seasonStart[order.trend])
    return crossingDays(paths, [first, paths.back + paths.ahead - 1], thresholdC, order.trend)
  })
}

/** Days after the crossing to which the weather is known: whether it held is then known too. */
export const knownDays = 30

/** The weather known to the end and the readings over a week before the crossing: how far off are soil and date? */
export function knownTwin(twin: Twin): { rmseK: number; dateError: number } {
  const { order, reported, crossing, climate, trueDailyC } = twin
  const today = crossing + knownDays
  const simulation = createSimulation({
    latitude: climate.latitude,
    grounds: [groundOf(usualKind(order.kind))],
    observed: reported.slice(0, today + 1),
    forecast: [],
    daysAhead: 2,
    seed: 1,
  })
  const simulated = { pasts: simulation.past(), runs: simulation.runMembers(0, 2) }
  const readings = takeReadings(twin, crossing - 7, usualReadings, dateOf(crossing - 7))
  const { observedC } = pathsOf(twin, today, readings, simulated)
  const true0 = trueDailyC.length - (reported.length - today) + 1
  const shown = 60
  let sum = 0
  for (let i = 0; i < shown; i++) sum += (observedC.at(-1 - i)! - trueDailyC[true0 - 1 - i]!) ** 2
  return {
    rmseK: Math.sqrt(sum / shown),
    dateError: dateErrorOf(observedC, today, twin),
  }
}

/** Days between the crossing of a path that ends on a day and the true one; a month where it has none. */
export function dateErrorOf(
  dailyC: ArrayLike<number>,
  today: number,
  { order, thresholdC, crossing }: Twin,
): number {
  const since = (today % 365) + 1 - seasonStart[order.trend]
  const found = findCrossing(Array.from(dailyC).slice(-1 - since), thresholdC, order.trend)
  if (found.kind === 'notYet') return 30
  const on = found.kind === 'past' ? today - since : today - since + found.index
  return on - crossing
}
