import type { PlaceId, SprinklerId, YardId } from '@jardinero/core/quantity'
import Joi from 'joi'
import {
  groundParameters,
  signKinds,
  textures,
  timingSchoolIds,
  waterKinds,
  type SignKind,
  type WaterKind,
  type CatchCups,
  type SoilForecastRequest,
  type TimingRequest,
} from '@jardinero/core/soil'
import { placeKinds } from '@jardinero/core/yard'
import { weatherDay } from './weather.ts'
import { day, id, instant, list, name, number, rowShapes, text, type Row } from './field.ts'

export interface Reading extends Row<'reading'> {
  placeId: PlaceId
  /** UTC. */
  takenAt: string
  depthCm: number
  temperatureC: number
  note: string
}

export const reading = rowShapes<Reading>({
  placeId: id.required(),
  takenAt: instant.required(),
  depthCm: number.required(),
  temperatureC: number.required(),
  note: text.required(),
})

/** A sign in nature, seen on a day. */
export interface Sign extends Row<'sign'> {
  yardId: YardId
  kind: SignKind
  day: string
  note: string
}

export const sign = rowShapes<Sign>({
  yardId: id.required(),
  kind: Joi.string()
    .valid(...signKinds)
    .required(),
  day: day.required(),
  note: text.required(),
})

/** A sprinkler and its catch-cup test. */
export interface Sprinkler extends Row<'sprinkler'> {
  yardId: YardId
  name: string
  cupsMm: number[]
  minutes: number
  testedOn: string
}

export const sprinkler = rowShapes<Sprinkler>({
  yardId: id.required(),
  name: name.required(),
  cupsMm: list(number, 60).required(),
  minutes: number.required(),
  testedOn: day.required(),
})

/** Rain in the gauge, or water given: by depth, or by a sprinkler's minutes that made the depth. */
export interface Water extends Row<'water'> {
  yardId: YardId
  kind: WaterKind
  day: string
  depthMm: number
  sprinklerId: SprinklerId | null
  minutes: number | null
  note: string
}

export const water = rowShapes<Water>({
  yardId: id.required(),
  kind: Joi.string()
    .valid(...waterKinds)
    .required(),
  day: day.required(),
  depthMm: Joi.number().min(0).max(500).required(),
  sprinklerId: id.allow(null).required(),
  minutes: Joi.number()
    .min(0)
    .max(24 * 60)
    .allow(null)
    .required(),
  note: text.required(),
})

/** POST /api/soil/sprinkler */
export const sprinklerRequest = Joi.object<CatchCups, true>({
  cupsMm: list(number, 60).required(),
  minutes: number.required(),
})

/** What of a place's ground a person has said; see groundParameters for ranges. */
export const ground = Joi.object({
  texture: Joi.string().valid(...textures),
  ...Object.fromEntries(Object.keys(groundParameters).map((name) => [name, number])),
})

/** Parameters of the schools of timing that a person changed, by school. */
export const timingParameters = Joi.object().pattern(
  Joi.valid(...timingSchoolIds),
  Joi.object().pattern(Joi.string().max(40), number),
)

export const readingsRequest = Joi.object<{ yardId?: YardId; from?: string; to?: string }, true>({
  yardId: id,
  from: day,
  to: day,
})

/** POST /api/soil/timing */
export const timingRequest = Joi.object<TimingRequest, true>({
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
    24,
  ).required(),
  readings: list(
    Joi.object({
      placeId: Joi.string().max(80).required(),
      day: day.required(),
      hour: Joi.number().min(0).max(24).required(),
      depthCm: Joi.number().min(0).max(100).required(),
      temperatureC: Joi.number().min(-60).max(80).required(),
    }),
    2000,
  ).required(),
  parameters: Joi.object().pattern(Joi.string().max(40), number),
  signs: list(Joi.object({ kind: Joi.valid(...signKinds).required(), day: day.required() }), 200).default([]),
})

const weatherDays = (least: number, most: number) => list(weatherDay, most).min(least)

/** POST /api/soil/forecast */
export const forecastRequest = Joi.object<SoilForecastRequest, true>({
  latitude: Joi.number().min(-66).max(66).required(),
  places: list(
    Joi.object({
      id: Joi.string().max(80).required(),
      kind: Joi.string()
        .valid(...placeKinds)
        .required(),
      ground: ground.default({}),
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
      depthCm: Joi.number().min(0.5).max(30).default(5.08),
      temperatureC: Joi.number().min(-40).max(60).required(),
    }),
    2000,
  ).default([]),
  signs: list(Joi.object({ kind: Joi.valid(...signKinds).required(), day: day.required() }), 200).default([]),
  weeds: list(
    Joi.object({
      code: Joi.string().max(40).required(),
      emergence: Joi.object({
        trend: Joi.valid('rising', 'falling', 'both').required(),
        soilC: Joi.array().ordered(number.required(), number.required()).length(2).required(),
        baseC: Joi.number().min(0).max(25).required(),
      }).required(),
      seenOn: day,
      seenAt: Joi.string().max(80),
    }),
    12,
  ).default([]),
  school: Joi.string()
    .valid(...timingSchoolIds)
    .default('edgeLed'),
  parameters: timingParameters.default({}),
  thresholdC: Joi.number().min(0).max(35).required(),
  trend: Joi.string().valid('rising', 'falling').default('rising'),
  members: Joi.number().integer().min(20).max(200).default(100),
  daysAhead: Joi.number().integer().min(20).max(366).default(120),
  seed: Joi.number().integer().min(1).max(2_147_483_647).default(1),
})
