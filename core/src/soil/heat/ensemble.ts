import { applyAnchor, anchorReadings, type Anchor, type AnchoredReading } from './anchor.ts'
import { findCrossing, spreadCrossings, type CrossingSpread, type Trend } from './crossing.ts'
import { createGroundRunner, type PlaceGround, type WeatherDay } from './placeGround.ts'

/** Blocks in which past years are cut and joined, days: long enough to keep spells whole. */
const blockDays = 25
/** How far a block may be moved in the year, days. */
const jitterDays = 7

/** A station's past, a year after another; every day with its day of the year. */
export type WeatherPast = WeatherDay[]

/**
 * One way the days ahead may go: blocks of the station's own years at the same time of the year, drawn at random and
 * moved by up to a week. The years as a whole differ, so long cold and warm springs are among them.
 * @param past two years at least @param random numbers in [0, 1) @throws RangeError with too little past
 */
export function drawFuture(
  past: WeatherPast,
  afterDay: number,
  days: number,
  random: () => number,
): WeatherDay[] {
  const years = Math.floor(past.length / 365)
  if (years < 2) throw new RangeError('less than two years of past weather')
  const first = past[0]!.dayOfYear
  // Two blocks of three come from one year: its anomaly carries through the season.
  const mainYear = Math.floor(random() * years)
  const future: WeatherDay[] = []
  while (future.length < days) {
    const year = random() < 2 / 3 ? mainYear : Math.floor(random() * years)
    const shift = Math.round((2 * random() - 1) * jitterDays)
    const wanted = (afterDay + future.length) % 365
    const begin = year * 365 + ((wanted - (first - 1) + 365) % 365) + shift
    for (let i = 0; i < blockDays && future.length < days; i++) {
      const drawn = past[(begin + i + past.length) % past.length]!
      future.push({ ...drawn, dayOfYear: ((afterDay + future.length) % 365) + 1 })
    }
  }
  return future
}

/** A probe reading at a place: how many days before the end of the observed weather, at which solar hour. */
export interface PlaceReading {
  daysBack: number
  solarHour: number
  temperatureC: number
}

export interface SoilOutlookRequest {
  place: PlaceGround
  /** Observed weather up to today, a year or more, oldest first. */
  observed: WeatherDay[]
  /** What is forecast of the next days, then how the season may go on: one list a member, forecast days included. */
  members: WeatherDay[][]
  readings: PlaceReading[]
  thresholdC: number
  trend: Trend
  /** One number in a standard normal distribution a member: the member's own share of what the anchor leaves open. */
  deviates: number[]
}

/** What the soil of a place will do, as far as can be said. */
export interface SoilOutlook {
  /** Daily means at 5 cm of the observed days, anchored: °C. */
  observedC: Float64Array
  /** One, five and nine of ten members, by day ahead: °C. */
  p10C: Float64Array
  p50C: Float64Array
  p90C: Float64Array
  crossing: CrossingSpread
  /** Index in `readings` of those set aside as implausible, and how many standard deviations off. */
  setAside: Anchor['setAside']
}

/** Days before today from which a crossing still counts as to come in the members. */
const lookBack = 4

function quantileByDay(members: Float64Array[], days: number, share: number): Float64Array {
  return Float64Array.from({ length: days }, (_, i) => {
    const values = members.map((m) => m[i]!).sort((a, b) => a - b)
    const at = share * (values.length - 1)
    const low = Math.floor(at)
    return values[low]! + (at - low) * ((values[low + 1] ?? values[low]!) - values[low]!)
  })
}

/** Readings beside what the model says for their day and hour, oldest first. */
function besideModel(
  readings: PlaceReading[],
  hourlyC: Float64Array,
  days: number,
): (AnchoredReading & { index: number })[] {
  return readings
    .map((r, index) => ({
      index,
      day: days - 1 - r.daysBack,
      readC: r.temperatureC,
      modelC: hourlyC[(days - 1 - r.daysBack) * 24 + Math.min(23, Math.max(0, Math.round(r.solarHour) - 1))]!,
    }))
    .filter((r) => r.day >= 0)
    .toSorted((a, b) => a.day - b.day)
}

/**
 * Observed weather, then an ensemble, each run through the place's ground, anchored to its readings.
 * @throws RangeError without members, or with fewer deviates than members
 */
export function computeSoilOutlook(request: SoilOutlookRequest): SoilOutlook {
  const { place, observed, members, readings, thresholdC, trend, deviates } = request
  if (!members.length || deviates.length < members.length)
    throw new RangeError('no members, or too few deviates')
  const runner = createGroundRunner(place, observed)
  const modelC = new Float64Array(observed.length)
  const hourlyC = new Float64Array(observed.length * 24)
  observed.forEach((day, i) => {
    modelC[i] = runner.passDay(
      day,
      observed[i - 1]?.maximumC ?? day.maximumC,
      observed[i + 1]?.minimumC ?? day.minimumC,
      { into: hourlyC, at: i * 24 },
    )
  })
  const today = runner.save()
  const beside = besideModel(readings, hourlyC, observed.length)
  const recent = modelC.slice(-60)
  const centre = recent.reduce((a, b) => a + b, 0) / recent.length
  const anchor = anchorReadings(beside, centre)
  const anchored = (t: number, daysAfter: number, deviate: number) => {
    const { meanC, sdC } = applyAnchor(anchor, t, daysAfter)
    return meanC + deviate * sdC
  }
  const lastDay = beside.at(-1)?.day ?? observed.length - 1
  const observedC = modelC.map((t, i) => anchored(t, Math.abs(i - lastDay), 0))

  const days = members[0]!.length
  const runs = members.map((member, m) => {
    runner.load(today)
    const run = new Float64Array(days)
    for (let i = 0; i < days; i++) {
      const before = member[i - 1]?.maximumC ?? observed.at(-1)!.maximumC
      const after = member[i + 1]?.minimumC ?? member[i]!.minimumC
      run[i] = anchored(
        runner.passDay(member[i]!, before, after),
        observed.length + i - lastDay,
        deviates[m]!,
      )
    }
    return run
  })
  const crossings = runs.map((run) => {
    const joined = [...observedC.slice(-lookBack), ...run]
    const found = findCrossing(joined, thresholdC, trend)
    return found.kind === 'on' ? { kind: 'on' as const, index: Math.max(0, found.index - lookBack) } : found
  })
  return {
    observedC,
    p10C: quantileByDay(runs, days, 0.1),
    p50C: quantileByDay(runs, days, 0.5),
    p90C: quantileByDay(runs, days, 0.9),
    crossing: spreadCrossings(crossings, days),
    setAside: anchor.setAside.map((s) => ({ ...s, index: beside[s.index]!.index })),
  }
}
