import type { ForecastHour } from '@jardinero/contract/weather'
import type { Day } from '@jardinero/core/quantity'
import type { DatedWeather } from '@jardinero/core/soil'

/** Where weather is asked for. */
export interface WeatherPlace {
  /** Code of the nearest climate of the almanac. */
  station: string
  latitude: number
  longitude: number
}
/** What a service said. */
export interface Told {
  simulated: boolean
  days: DatedWeather[]
  hours: ForecastHour[]
}
/** A shape in which weather services answer: how they are asked, and how what they say is read. */
export interface WeatherFormat {
  /** What a place is kept under: places with the same share an answer. */
  at(place: WeatherPlace): string
  /** Nothing where the shape has no past. */
  past(base: string, place: WeatherPlace, from: Day, to: Day): string | undefined
  ahead(base: string, place: WeatherPlace, today: Day): string
  /** @throws Error where it is not of this shape */
  read(body: unknown, place: WeatherPlace): Told
}

/** Asked to a tenth of a degree, some eleven kilometres: neighbours share what was said, and no service learns where anybody lives. */
export const roughly = ({ latitude, longitude }: WeatherPlace) => ({
  latitude: Number(latitude.toFixed(1)),
  longitude: Number(longitude.toFixed(1)),
})
export const roughKey = (place: WeatherPlace): string => {
  const { latitude, longitude } = roughly(place)
  return `${latitude},${longitude}`
}

/** What is known of an hour or of a span of hours; its rain is of so many hours from `at` on. */
export interface Span {
  at: number
  temperatureC: number
  rainMm: number
  wind?: number | undefined
  gust?: number | undefined
  humidity?: number | undefined
  cloud?: number | undefined
  /** Mean sunshine, W m⁻². */
  sunW?: number | undefined
}
const hourMs = 3_600_000
const mean = (values: number[]): number => values.reduce((a, b) => a + b, 0) / values.length
const known = <K extends keyof Span>(spans: Span[], key: K): number[] =>
  spans.flatMap((s) => (typeof s[key] === 'number' ? [s[key]] : []))

/**
 * Days of the place's own sun (its hour from its longitude, without summer time) made of spans: of those that reach over the whole of it.
 * @param least spans a day must have
 */
export function daysOfSpans(spans: Span[], longitude: number, least: number): DatedWeather[] {
  const shift = Math.round(longitude / 15) * hourMs
  const byDay = new Map<Day, Span[]>()
  for (const span of spans) {
    const day = new Date(span.at + shift).toISOString().slice(0, 10)
    byDay.set(day, [...(byDay.get(day) ?? []), span])
  }
  return [...byDay]
    .filter(([, own]) => own.length >= least)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([day, own]): DatedWeather => {
      const temperatures = own.map((s) => s.temperatureC)
      const [winds, suns] = [known(own, 'wind'), known(own, 'sunW')]
      return {
        day,
        minimumC: Math.min(...temperatures),
        maximumC: Math.max(...temperatures),
        rainMm: Math.round(own.reduce((sum, s) => sum + s.rainMm, 0) * 100) / 100,
        ...(winds.length && { wind: mean(winds) }),
        // W m⁻² over a day, as MJ.
        ...(suns.length === own.length && { solarMJ: mean(suns) * 0.0864 }),
      }
    })
}

/** Without a gust of its own an hour's is the usual half more than its wind; without a sky, half of it. Estimates. */
const usualGust = 1.5
const usualCloud = 0.5
const usualHumidity = 0.7
/** Hours as they are drawn: of spans of one hour that say what the wind is. */
export const hoursOfSpans = (spans: Span[]): ForecastHour[] =>
  spans.flatMap(({ at, temperatureC, rainMm, wind, gust, humidity, cloud }) =>
    wind === undefined
      ? []
      : [
          {
            at: new Date(at).toISOString(),
            temperatureC,
            rainMm,
            wind,
            gust: Math.max(wind, gust ?? wind * usualGust),
            humidity: Math.min(1, humidity ?? usualHumidity),
            cloud: Math.min(1, cloud ?? usualCloud),
          },
        ],
  )

/** To our units, by the words services use for theirs; what is not said is ours. @throws Error on a unit nobody here knows */
export function inOurs(
  value: number,
  unit: string | undefined,
  of: 'temperature' | 'rain' | 'wind' | 'share',
): number {
  const said = (unit ?? '').toLowerCase()
  const ways: Record<typeof of, Record<string, (v: number) => number>> = {
    temperature: {
      '°c': (v) => v,
      celsius: (v) => v,
      c: (v) => v,
      '°f': (v) => (v - 32) / 1.8,
      fahrenheit: (v) => (v - 32) / 1.8,
      k: (v) => v - 273.15,
      kelvin: (v) => v - 273.15,
    },
    rain: { mm: (v) => v, cm: (v) => v * 10, inch: (v) => v * 25.4, in: (v) => v * 25.4 },
    wind: {
      'm/s': (v) => v,
      'km/h': (v) => v / 3.6,
      mph: (v) => v * 0.44704,
      'mp/h': (v) => v * 0.44704,
      kn: (v) => v * 0.514444,
      knots: (v) => v * 0.514444,
    },
    share: { '%': (v) => v / 100, '1': (v) => v },
  }
  const usual = { temperature: '°c', rain: 'mm', wind: 'm/s', share: '%' }[of]
  const way = ways[of][said || usual]
  if (!way) throw new Error(`weather service: unit ${unit}`)
  return way(value)
}
