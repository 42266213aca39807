import Joi from 'joi'
import { textures, timingSchoolIds, type DatedWeather } from '@jardinero/core/soil'
import { placeKinds } from '@jardinero/core/yard'
import { day, id, instant, list, name, number, rowShapes, text, type Row } from './field.ts'

export interface Reading extends Row {
  placeId: string
  /** UTC. */
  takenAt: string
  depthCm: number
  temperatureC: number
  note: string
}

export const reading = rowShapes({
  placeId: id.required(),
  takenAt: instant.required(),
  depthCm: number.required(),
  temperatureC: number.required(),
  note: text.required(),
})

export const readingsRequest = Joi.object({ yardId: id, from: day, to: day })

/** POST /api/soil/timing */
export const timingRequest = Joi.object({
  day: day.required(),
  hemisphere: Joi.string().valid('northern', 'southern').required(),
  school: Joi.string()
    .valid(...timingSchoolIds)
    .required(),
  places: list(
    Joi.object({
      id: Joi.string().max(80).required(),
      name: name.required(),
      kind: Joi.string()
        .valid(...placeKinds)
        .required(),
    }),
    100,
  ).required(),
  readings: list(
    Joi.object({
      placeId: Joi.string().max(80).required(),
      day: day.required(),
      hour: Joi.number().min(0).max(24).required(),
      depthCm: number.required(),
      temperatureC: number.required(),
    }),
    5000,
  ).required(),
  thresholdsC: Joi.object().pattern(Joi.string().max(40), number),
})

const weatherDay = Joi.object({
  day: day.required(),
  minimumC: number.required(),
  maximumC: number.required(),
  rainMm: number.required(),
  irrigationMm: number,
  solarMJ: number,
  wind: number,
})
const weatherDays = (least: number, most: number) => list(weatherDay, most).min(least)

/** Weather of a yard's station, up to its today and as forecast. */
export interface YardWeather {
  station: string
  /** Invented, as all that the stand-in says. */
  simulated: boolean
  observed: DatedWeather[]
  forecast: DatedWeather[]
}
export const weatherRequest = Joi.object({ yardId: id.required() })
/** What a weather service answers; see docs/weather.md. More than is known here may be in it. */
export const stationAnswer = Joi.object({
  simulated: Joi.boolean().default(false),
  days: list(weatherDay.unknown(), 20 * 366).required(),
}).unknown()

/** POST /api/soil/forecast */
export const forecastRequest = Joi.object({
  latitude: Joi.number().min(-66).max(66).required(),
  places: list(
    Joi.object({
      id: Joi.string().max(80).required(),
      kind: Joi.string()
        .valid(...placeKinds)
        .required(),
      texture: Joi.string()
        .valid(...textures)
        .default('loam'),
      thatchCm: Joi.number().min(0).max(5).default(1),
    }),
    12,
  )
    .min(1)
    .required(),
  observed: weatherDays(1, 15 * 366).required(),
  forecast: weatherDays(0, 16).default([]),
  readings: list(
    Joi.object({
      placeId: Joi.string().max(80).required(),
      day: day.required(),
      hour: Joi.number().min(0).max(24).required(),
      temperatureC: Joi.number().min(-40).max(60).required(),
    }),
    2000,
  ).default([]),
  thresholdC: Joi.number().min(0).max(35).required(),
  trend: Joi.string().valid('rising', 'falling').default('rising'),
  members: Joi.number().integer().min(20).max(200).default(100),
  daysAhead: Joi.number().integer().min(20).max(240).default(120),
  seed: Joi.number().integer().min(1).max(2_147_483_647).default(1),
})
