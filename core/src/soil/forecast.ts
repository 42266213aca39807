import {
  accepted,
  addDays,
  refused,
  type Day,
  type Outcome,
  type Refusal,
  type PlaceId,
} from '../quantity/index.ts'
import { hemisphereOf, type PlaceKind } from '../yard/index.ts'
import type { GerminationCurve, Weed } from './germination/germination.ts'
import { checkGround, groundOf, type GroundChoices } from './ground.ts'
import type { Trend } from './heat/crossing.ts'
import { checkParameters, computeSoilAnswer } from './outlook/answer.ts'
import type { SchoolWindows, SoilAnswer } from './outlook/answerShapes.ts'
import type { SeenSign } from './outlook/source.ts'
import type { TimingSchoolId } from './schools/index.ts'
import { createSimulation, pastDays, sharedGrounds } from './simulate/simulate.ts'
import { checkWeather, undated, type DatedWeather } from './weather/weather.ts'

export interface ForecastPlace {
  id: PlaceId
  kind: PlaceKind
  /** What is known of its ground and turf; the rest is what is usual for its kind. */
  ground?: Partial<GroundChoices>
}

export interface SoilForecastRequest {
  latitude: number
  places: ForecastPlace[]
  /** Daily, without a gap, oldest first, to today; two years at least, since the future is drawn from them. */
  observed: DatedWeather[]
  /** What a forecast says of the next days; may be empty. */
  forecast: DatedWeather[]
  /** Probe readings; the hour by the sun. */
  readings: { placeId: PlaceId; day: Day; hour: number; depthCm: number; temperatureC: number }[]
  signs: SeenSign[]
  weeds: Weed[]
  thresholdC: number
  trend: Trend
  school: TimingSchoolId
  /** Parameters of the schools a person changed: temperatures in °C, spans in days. */
  parameters: Partial<Record<TimingSchoolId, Record<string, number>>>
  members: number
  daysAhead: number
  /** The same seed, the same answer. */
  seed: number
}

/** What one place's soil will do; days instead of indices. */
export interface PlaceForecast {
  id: PlaceId
  /** Daily means at 2 in of the last 60 observed days, drawn to the readings. */
  observed: { day: Day; temperatureC: number }[]
  /** One, five and nine of ten members, by day ahead. */
  ahead: { day: Day; p10C: number; p50C: number; p90C: number }[]
  crossing: {
    p10?: Day
    p50?: Day
    p90?: Day
    /** Share of members that has crossed by today, and that does not in these days. */
    past: number
    notYet: number
    /** Share of members that has crossed by each day from today on. */
    byDay: number[]
  }
  /** Readings set aside as implausible: index in the request, how many standard deviations off, and what was expected. */
  setAside: { index: number; sigmas: number; expectedC: number }[]
}

export interface SoilForecast {
  places: PlaceForecast[]
  /** Windows of every school; days from the last observed day. */
  schools: SchoolWindows[]
  germination: GerminationCurve[]
}

const leastDays = 730
const shownDays = 60

function checkRequest(request: SoilForecastRequest): Refusal[] {
  const { observed, forecast, readings, places, signs, parameters } = request
  if (observed.length < leastDays)
    return [
      { code: 'weatherTooShort', field: 'observed', params: { given: observed.length, least: leastDays } },
    ]
  const last = observed.at(-1)!.day
  const faults = [...checkWeather(observed, 'observed'), ...checkWeather(forecast, 'forecast')]
  if (forecast[0] && forecast[0].day !== addDays(last, 1))
    faults.push({ code: 'weatherGap', field: 'forecast.0', params: { day: forecast[0].day, before: last } })
  const inFuture = (day: Day, field: string) =>
    day > last && faults.push({ code: 'readingInFuture', field, params: { given: day, today: last } })
  readings.forEach((r, i) => {
    if (!places.some((p) => p.id === r.placeId))
      faults.push({ code: 'unknownCode', field: `readings.${i}.placeId`, params: { given: r.placeId } })
    inFuture(r.day, `readings.${i}.day`)
  })
  signs.forEach((s, i) => inFuture(s.day, `signs.${i}.day`))
  places.forEach((p, i) =>
    faults.push(...checkGround(p.ground).map((r) => ({ ...r, field: `places.${i}.ground.${r.field}` }))),
  )
  return [...faults, ...checkParameters(parameters)]
}

function placeForecast(answer: SoilAnswer, i: number, request: SoilForecastRequest): PlaceForecast {
  const place = answer.places[i]!
  const crossing = place.crossings.at(-1)!
  const { p10, p50, p90, come } = crossing.days
  const on = (days: number | undefined) => days !== undefined && addDays(answer.today, Math.max(0, days))
  const [d10, d50, d90] = [on(p10), on(p50), on(p90)]
  return {
    id: place.id,
    observed: place.observedC
      .slice(-shownDays)
      .map((temperatureC, k, all) => ({ day: addDays(answer.today, k - all.length + 1), temperatureC })),
    ahead: place.p50C.map((p50C, k) => ({
      day: addDays(answer.today, k + 1),
      p10C: place.p10C[k]!,
      p50C,
      p90C: place.p90C[k]!,
    })),
    crossing: {
      ...(d10 && { p10: d10 }),
      ...(d50 && { p50: d50 }),
      ...(d90 && { p90: d90 }),
      past: come,
      notYet: crossing.never,
      byDay: crossing.shareBy,
    },
    setAside: answer.setAside.filter((s) => request.readings[s.index]!.placeId === place.id),
  }
}

/**
 * Soil temperature at 2 in, place by place: observed weather through a heat model drawn to the person's readings, then
 * the forecast, then an ensemble of the station's own years; when each place crosses a threshold for good, the windows of
 * the schools of timing, and how much of each weed has come up. A simulation; its parameters are estimates until readings
 * refine them.
 */
export function computeSoilForecast(request: SoilForecastRequest): Outcome<SoilForecast> {
  const faults = checkRequest(request)
  if (faults.length) return refused(...faults.slice(0, 50))
  const { latitude, observed, forecast, members, daysAhead, seed, thresholdC, trend } = request
  const places = request.places.map(({ id, kind, ground }) => ({ id, kind, ground: groundOf(kind, ground) }))
  const { grounds, indexOf } = sharedGrounds(places.map((p) => p.ground))
  const simulation = createSimulation({
    latitude,
    grounds,
    observed: observed.map(undated),
    forecast: forecast.map(undated),
    daysAhead,
    seed,
  })
  const pasts = simulation.past()
  const answer = computeSoilAnswer({
    ...request,
    today: observed.at(-1)!.day,
    hemisphere: hemisphereOf(latitude),
    places,
    groundOf: indexOf,
    pasts,
    runs: simulation.runMembers(0, members),
    forecastDays: forecast.length,
    observedAir: observed.slice(-pastDays),
    readings: request.readings.map(({ hour, ...r }) => ({ ...r, solarHour: hour })),
    also: { parameter: 'asked', thresholdC, trend, season: trend },
  })
  return accepted({
    places: places.map((_, i) => placeForecast(answer, i, request)),
    schools: answer.schools,
    germination: answer.germination,
  })
}
