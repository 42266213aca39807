import Joi from 'joi'
import { timingSchoolIds } from '@jardinero/core/soil'
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
