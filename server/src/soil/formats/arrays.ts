import Joi from 'joi'
import { addDays } from '@jardinero/core/quantity'
import {
  daysOfSpans,
  hoursOfSpans,
  inOurs,
  roughKey,
  roughly,
  type Span,
  type WeatherFormat,
} from './format.ts'

const names = {
  temperature: 'temperature_2m',
  rain: 'precipitation',
  wind: 'wind_speed_10m',
  gust: 'wind_gusts_10m',
  humidity: 'relative_humidity_2m',
  cloud: 'cloud_cover',
  sun: 'shortwave_radiation',
} as const
const most = 24 * 20 * 366
const values = Joi.array().items(Joi.number().allow(null)).max(most)
/** Hourly arrays side by side, each of one figure, and the times they are of. */
const arrays = Joi.object({
  simulated: Joi.boolean().default(false),
  utc_offset_seconds: Joi.number().default(0),
  hourly_units: Joi.object().pattern(Joi.string(), Joi.string().max(40)).default({}),
  hourly: Joi.object({
    // As it is written: without a zone it is not of this machine's.
    time: Joi.array().items(Joi.string().isoDate().raw()).max(most).required(),
    ...Object.fromEntries(Object.values(names).map((name) => [name, values])),
  })
    .unknown()
    .required(),
}).unknown()

/** A day must have so many of its hours: a few may be missing. */
const leastHours = 20
/** Ten days ahead, and a week before: what an archive does not have yet. */
const [aheadDays, backDays] = [10, 7]

function ask(base: string, place: Parameters<WeatherFormat['at']>[0], from: string, to: string): string {
  const { latitude, longitude } = roughly(place)
  const figures = Object.values(names).join(',')
  return `${base}?latitude=${latitude}&longitude=${longitude}&hourly=${figures}&start_date=${from}&end_date=${to}&timezone=UTC&wind_speed_unit=ms`
}

/** Hourly arrays, asked by latitude and longitude: years of the past, and the days ahead. */
export const arraysFormat: WeatherFormat = {
  at: roughKey,
  past: ask,
  ahead: (base, place, today) => ask(base, place, addDays(today, -backDays), addDays(today, aheadDays)),
  read(body, { longitude }) {
    const { value, error } = arrays.validate(body)
    if (error) throw error
    const {
      hourly,
      hourly_units: units,
      utc_offset_seconds: offset,
      simulated,
    } = value as {
      hourly: Record<string, (number | null)[]> & { time: string[] }
      hourly_units: Record<string, string>
      utc_offset_seconds: number
      simulated: boolean
    }
    const wrong = Object.values(names).find((n) => hourly[n] && hourly[n].length !== hourly.time.length)
    if (wrong) throw new Error(`weather service: ${wrong} is not as long as its times`)
    const at = (name: string, i: number) => hourly[name]?.[i] ?? undefined
    const spans = hourly.time.flatMap((time, i): Span[] => {
      const [temperature, rain] = [at(names.temperature, i), at(names.rain, i)]
      if (temperature === undefined || rain === undefined) return []
      const maybe = (name: string, of: 'wind' | 'share') => {
        const v = at(name, i)
        return v === undefined ? undefined : inOurs(v, units[name], of)
      }
      // Times without a zone are of the place asked for: UTC, or as many seconds off as is said.
      const instant = /Z|[+-]\d\d:\d\d$/.test(time)
        ? Date.parse(time)
        : Date.parse(`${time}Z`) - offset * 1000
      return [
        {
          at: instant,
          temperatureC: inOurs(temperature, units[names.temperature], 'temperature'),
          rainMm: inOurs(rain, units[names.rain], 'rain'),
          wind: maybe(names.wind, 'wind'),
          gust: maybe(names.gust, 'wind'),
          humidity: maybe(names.humidity, 'share'),
          cloud: maybe(names.cloud, 'share'),
          sunW: at(names.sun, i),
        },
      ]
    })
    return { simulated, days: daysOfSpans(spans, longitude, leastHours), hours: hoursOfSpans(spans) }
  },
}
