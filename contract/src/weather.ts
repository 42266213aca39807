import type { YardId } from '@jardinero/core/quantity'
import Joi from 'joi'
import {
  mostStationLines,
  stationColumns,
  stationUnits,
  type DatedWeather,
  type StationMapping,
  type TypicalDay,
  type YardDay,
} from '@jardinero/core/soil'
import { day, id, instant, list, number } from './field.ts'

/** A day of weather at a calendar day: °C, mm, m s⁻¹, MJ m⁻². */
export const weatherDay = Joi.object({
  day: day.required(),
  minimumC: number.required(),
  maximumC: number.required(),
  rainMm: number.required(),
  irrigationMm: number,
  solarMJ: number,
  wind: number,
})
/** An hour of a forecast; the instant is its beginning, UTC. Wind in m s⁻¹, humidity and cloud 0–1. */
export interface ForecastHour {
  at: string
  temperatureC: number
  rainMm: number
  wind: number
  gust: number
  humidity: number
  cloud: number
}

/** Weather of a yard, up to its today and as forecast. */
export interface YardWeather {
  station: string
  /** Invented, as all that the stand-in says. */
  simulated: boolean
  /** Each day with where it comes from. */
  observed: YardDay[]
  forecast: DatedWeather[]
  hours: ForecastHour[]
  /** What the yard's own station has given, if it has. */
  own: OwnStation | null
  /** The service does not answer: this is what it said last, or the own station is all there is. */
  serviceAway: boolean
  /** When the service said so; nothing without it. */
  askedAt: string | null
}

/** What there is of a yard's own station. */
export interface OwnStation {
  days: number
  filled: number
  from: string | null
  to: string | null
  /** A typical year stands in for common days. */
  typical: boolean
}
export const weatherRequest = Joi.object<{ yardId: YardId }, true>({ yardId: id.required() })

const forecastHour = Joi.object({
  at: instant.required(),
  temperatureC: Joi.number().min(-60).max(60).required(),
  rainMm: Joi.number().min(0).max(200).required(),
  wind: Joi.number().min(0).max(80).required(),
  gust: Joi.number().min(0).max(120).required(),
  humidity: Joi.number().min(0).max(1).required(),
  cloud: Joi.number().min(0).max(1).required(),
})

/** What a weather service answers; see docs/weather.md. More than is known here may be in it. */
export const stationAnswer = Joi.object({
  simulated: Joi.boolean().default(false),
  days: list(weatherDay.unknown(), 20 * 366).required(),
  hours: list(forecastHour.unknown(), 16 * 24).default([]),
}).unknown()

const mapping = Joi.object<StationMapping, true>({
  columns: Joi.object()
    .pattern(Joi.valid(...stationColumns), Joi.number().integer().min(0).max(199))
    .required(),
  temperatureUnit: Joi.string()
    .valid(...stationUnits.temperature)
    .required(),
  rainUnit: Joi.string()
    .valid(...stationUnits.rain)
    .required(),
  windUnit: Joi.string()
    .valid(...stationUnits.wind)
    .default('m/s'),
  solarUnit: Joi.string()
    .valid(...stationUnits.solar)
    .default('MJ'),
  dayOrder: Joi.string().valid('ymd', 'mdy', 'dmy').default('ymd'),
  every: Joi.string().valid('day', 'hour').required(),
})

/** POST /api/soil/station: a file of the yard's own station, whole. */
export const stationFile = Joi.object({
  yardId: id.required(),
  csv: Joi.string()
    .max(mostStationLines * 200)
    .required(),
  mapping: mapping.required(),
})
/** What came of it: days taken in, of them filled, and gaps too long to fill. */
export interface StationTaken {
  days: number
  filled: number
  gaps: { from: string; to: string }[]
  from: string
  to: string
}
/** POST /api/soil/typical-year */
export const typicalYearFile = Joi.object({
  yardId: id.required(),
  epw: Joi.string()
    .max(4 * 1024 * 1024)
    .required(),
})

/** A day of a yard's own station, as stored and filed. */
export interface OwnDay extends DatedWeather {
  id: string
  yardId: YardId
  filled: boolean
}
export interface TypicalYearRow {
  id: string
  yardId: YardId
  latitude: number
  longitude: number
  days: TypicalDay[]
}
export const ownDay = Joi.object({
  id: id.required(),
  yardId: id.required(),
  day: day.required(),
  minimumC: number.required(),
  maximumC: number.required(),
  rainMm: number.required(),
  wind: number.allow(null),
  solarMJ: number.allow(null),
  filled: Joi.boolean().required(),
})
export const typicalYearRow = Joi.object({
  id: id.required(),
  yardId: id.required(),
  latitude: number.required(),
  longitude: number.required(),
  days: list(
    Joi.object({
      dayOfYear: Joi.number().integer().min(1).max(365).required(),
      minimumC: number.required(),
      maximumC: number.required(),
      solarMJ: number.required(),
      wind: number.required(),
    }),
    365,
  ).required(),
})
