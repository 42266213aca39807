import {
  accepted,
  addDays,
  dayNumber,
  dayOfYear,
  drawNormal,
  refused,
  seededRandom,
  type Day,
  type Outcome,
  type Refusal,
} from '../quantity/index.ts'
import type { PlaceKind } from '../yard/index.ts'
import type { CrossingSpread, Trend } from './heat/crossing.ts'
import { computeSoilOutlook, drawFuture, type PlaceReading } from './heat/ensemble.ts'
import type { Texture } from './heat/material.ts'
import type { WeatherDay } from './heat/placeGround.ts'
import { edgeTraits, shadeTraits, usualTraits, type SurfaceTraits } from './heat/surface.ts'

/** A day of weather at a calendar day. */
export interface DatedWeather extends Omit<WeatherDay, 'dayOfYear'> {
  day: Day
}

export interface ForecastPlace {
  id: string
  kind: PlaceKind
  texture: Texture
  thatchCm: number
}

export interface SoilForecastRequest {
  latitude: number
  places: ForecastPlace[]
  /** Daily, without a gap, oldest first, to today; two years at least, since the future is drawn from them. */
  observed: DatedWeather[]
  /** What a forecast says of the next days; may be empty. */
  forecast: DatedWeather[]
  /** Probe readings at 2 in; the hour by the sun. */
  readings: { placeId: string; day: Day; hour: number; temperatureC: number }[]
  thresholdC: number
  trend: Trend
  members: number
  daysAhead: number
  /** The same seed, the same answer. */
  seed: number
}

/** What one place's soil will do; days instead of indices. */
export interface PlaceForecast {
  id: string
  /** Anchored daily means at 2 in of the last 60 observed days. */
  observed: { day: Day; temperatureC: number }[]
  /** One, five and nine of ten members, by day ahead. */
  ahead: { day: Day; p10C: number; p50C: number; p90C: number }[]
  crossing: {
    p10?: Day
    p50?: Day
    p90?: Day
    past: number
    notYet: number
    /** Share of members that has crossed by each day ahead. */
    byDay: number[]
  }
  /** Readings set aside as implausible: index in the request, and how many standard deviations off. */
  setAside: { index: number; sigmas: number }[]
}

const leastDays = 730
const shownDays = 60
/** So many days before today bring the ground to where it is, whatever it started from. */
const warmUpDays = 500
const traitsOf: Partial<Record<PlaceKind, SurfaceTraits>> = { edge: edgeTraits, shade: shadeTraits }
const believable = { leastC: -60, mostC: 60, mostRainMm: 500, mostSolarMJ: 45, mostWind: 60 }

/** What cannot be in a list of days: a gap, extremes the wrong way round, nonsense; each with its day. */
export function checkWeather(days: DatedWeather[], field: string): Refusal[] {
  return days.flatMap((d, i): Refusal[] => {
    const at = `${field}.${i}`
    const before = days[i - 1]
    if (before && d.day !== addDays(before.day, 1))
      return [{ code: 'weatherGap', field: at, params: { day: d.day, before: before.day } }]
    if (!(d.minimumC <= d.maximumC))
      return [{ code: 'weatherExtremesSwapped', field: at, params: { day: d.day } }]
    const { leastC, mostC, mostRainMm, mostSolarMJ, mostWind } = believable
    const sound =
      d.minimumC >= leastC &&
      d.maximumC <= mostC &&
      d.rainMm >= 0 &&
      d.rainMm <= mostRainMm &&
      (d.solarMJ ?? 0) >= 0 &&
      (d.solarMJ ?? 0) <= mostSolarMJ &&
      (d.wind ?? 0) >= 0 &&
      (d.wind ?? 0) <= mostWind
    return sound ? [] : [{ code: 'weatherNotBelievable', field: at, params: { day: d.day } }]
  })
}

/** A forecast's error of daily temperature: what each day adds, K, by its lead, and what stays of the day before's. Estimates. */
const forecastError = { first: 0.5, perDay: 0.1, keeps: 0.8 }

/** One member: the forecast with an error that grows with its lead, then a drawn season into which the error fades. */
function drawMember(forecast: WeatherDay[], season: WeatherDay[], random: () => number): WeatherDay[] {
  let error = 0
  return [...forecast, ...season].map((day, lead) => {
    error *= forecastError.keeps
    if (lead < forecast.length)
      error += (forecastError.first + forecastError.perDay * lead) * drawNormal(random)
    return { ...day, minimumC: day.minimumC + error, maximumC: day.maximumC + error }
  })
}

const undated = ({ day, ...weather }: DatedWeather): WeatherDay => ({
  ...weather,
  dayOfYear: Math.min(365, dayOfYear(day)),
})

function checkRequest({ observed, forecast, readings, places }: SoilForecastRequest): Refusal[] {
  if (observed.length < leastDays)
    return [
      { code: 'weatherTooShort', field: 'observed', params: { given: observed.length, least: leastDays } },
    ]
  const last = observed.at(-1)!.day
  const faults = [...checkWeather(observed, 'observed'), ...checkWeather(forecast, 'forecast')]
  if (forecast[0] && forecast[0].day !== addDays(last, 1))
    faults.push({ code: 'weatherGap', field: 'forecast.0', params: { day: forecast[0].day, before: last } })
  readings.forEach((r, i) => {
    if (!places.some((p) => p.id === r.placeId))
      faults.push({ code: 'unknownCode', field: `readings.${i}.placeId`, params: { given: r.placeId } })
    if (r.day > last)
      faults.push({
        code: 'readingInFuture',
        field: `readings.${i}.day`,
        params: { given: r.day, today: last },
      })
  })
  return faults
}

const dated = (crossing: CrossingSpread, dayAt: (i: number) => Day): PlaceForecast['crossing'] => ({
  ...(crossing.p10 !== undefined && { p10: dayAt(crossing.p10) }),
  ...(crossing.p50 !== undefined && { p50: dayAt(crossing.p50) }),
  ...(crossing.p90 !== undefined && { p90: dayAt(crossing.p90) }),
  past: crossing.past,
  notYet: crossing.notYet,
  byDay: crossing.byDay,
})

/**
 * Soil temperature at 2 in, place by place: observed weather through a heat model anchored to the person's readings, then
 * the forecast, then an ensemble of the station's own years; and when each place crosses a threshold for good.
 * A simulation; its parameters are estimates until readings refine them.
 */
export function computeSoilForecast(request: SoilForecastRequest): Outcome<PlaceForecast[]> {
  const faults = checkRequest(request)
  if (faults.length) return refused(...faults.slice(0, 50))
  const { latitude, observed, forecast, readings, members, daysAhead, seed, thresholdC, trend } = request
  const today = observed.at(-1)!.day
  const past = observed.map(undated)
  const random = seededRandom(seed)
  const sure = forecast.map(undated).slice(0, daysAhead)
  const futures = Array.from({ length: members }, () =>
    drawMember(
      sure,
      drawFuture(past, past.at(-1)!.dayOfYear + sure.length, daysAhead - sure.length, random),
      random,
    ),
  )
  const deviates = futures.map(() => drawNormal(random))
  const dayAhead = (i: number) => addDays(today, i + 1)
  const forecasts = request.places.map(({ id, kind, texture, thatchCm }): PlaceForecast => {
    const mine = readings.flatMap((r, index) => (r.placeId === id ? [{ ...r, index }] : []))
    const outlook = computeSoilOutlook({
      place: { latitude, texture, thatchM: thatchCm / 100, traits: traitsOf[kind] ?? usualTraits },
      observed: past.slice(-warmUpDays),
      members: futures,
      readings: mine.map((r): PlaceReading => ({
        daysBack: dayNumber(today) - dayNumber(r.day),
        solarHour: r.hour,
        temperatureC: r.temperatureC,
      })),
      thresholdC,
      trend,
      deviates,
    })
    const days = observed.slice(-shownDays)
    return {
      id,
      observed: days.map(({ day }, i) => ({
        day,
        temperatureC: outlook.observedC[outlook.observedC.length - days.length + i]!,
      })),
      ahead: Array.from(outlook.p50C, (p50C, i) => ({
        day: dayAhead(i),
        p10C: outlook.p10C[i]!,
        p50C,
        p90C: outlook.p90C[i]!,
      })),
      crossing: dated(outlook.crossing, dayAhead),
      setAside: outlook.setAside.map((s) => ({ index: mine[s.index]!.index, sigmas: s.sigmas })),
    }
  })
  return accepted(forecasts)
}
