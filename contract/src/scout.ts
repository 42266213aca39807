import type { PlaceId, SightingId, YardId, ZoneId } from '@jardinero/core/quantity'
import Joi from 'joi'
import {
  belts,
  plantStages,
  type Amount,
  type Candidate,
  type KeyAnswers,
  type Sighting,
  type KeyContext,
  type VerdictRequest,
} from '@jardinero/core/scout'
import { placeKinds } from '@jardinero/core/yard'
import { count, day, id, instant, list, number, rowShapes, text, type Row } from './field.ts'

/** What was found, where, and how much of it. */
export interface Find extends Row<'sighting'>, Sighting {
  zoneId: ZoneId
  placeId: PlaceId | null
  /** A point on the yard plan, feet. */
  xFt: number | null
  yFt: number | null
  /** The answers it was keyed by. */
  answers: KeyAnswers
  note: string
}

/** A day to remember, as files before version 9 have it: a job since. */
export interface SeasonMark extends Row<'job'> {
  zoneId: ZoneId
  plant: string
  from: string
  germinatesFrom: string
  done: boolean
  note: string
}

/** A photo of a find, without its picture. */
export interface FindPhoto {
  id: string
  findId: SightingId
  width: number
  height: number
  bytes: number
  takenAt: string | null
  /** Where it was taken; only where the person wanted it kept. */
  latitude: number | null
  longitude: number | null
}

const code = Joi.string()
  .pattern(/^[a-z][A-Za-z0-9]*$/)
  .max(60)
const answers = Joi.object().pattern(code, code.allow(null))
const candidates = list(
  Joi.object<Candidate, true>({ code: code.required(), share: Joi.number().min(0).max(1).required() }),
  10,
)
const amount = Joi.alternatives<Amount>(
  Joi.object({ kind: Joi.string().valid('notCounted').required() }),
  Joi.object({ kind: Joi.string().valid('count').required(), count: number.required() }),
  Joi.object({
    kind: Joi.string().valid('grid').required(),
    hits: number.required(),
    points: number.required(),
  }),
)
const onPlan = Joi.number().min(-5000).max(5000).allow(null)

export const find = rowShapes<Find>({
  zoneId: id.required(),
  placeId: id.allow(null).required(),
  xFt: onPlan.required(),
  yFt: onPlan.required(),
  foundOn: day.required(),
  plant: code.allow(null).required(),
  candidates: candidates.required(),
  answers: answers.required(),
  stage: Joi.string()
    .valid(...plantStages)
    .required(),
  leafCount: number.allow(null).required(),
  tillerCount: number.allow(null).required(),
  amount: amount.required(),
  wantedShare: number.allow(null).required(),
  note: text.required(),
})

export const seasonMark = rowShapes<SeasonMark>({
  zoneId: id.required(),
  plant: code.required(),
  from: day.required(),
  germinatesFrom: day.required(),
  done: Joi.boolean().required(),
  note: text.required(),
})

export interface PhotoRequest {
  id: string
  /** Where the person wants the place of the picture kept. */
  keepPlace: boolean
}
export const photoRequest = Joi.object<PhotoRequest, true>({
  id: id.required(),
  keepPlace: Joi.boolean().default(false),
})

/** A photo in the account file, its picture as base64. */
export interface FiledPhoto extends FindPhoto {
  picture: string
}
export const filedPhoto = Joi.object<FiledPhoto, true>({
  id: id.required(),
  findId: id.required(),
  width: count(1).required(),
  height: count(1).required(),
  bytes: count(1).required(),
  takenAt: instant.allow(null).required(),
  latitude: Joi.number().min(-90).max(90).allow(null).required(),
  longitude: Joi.number().min(-180).max(180).allow(null).required(),
  picture: Joi.string().base64().max(8_000_000).required(),
})

const context = {
  day: day.required(),
  hemisphere: Joi.string().valid('northern', 'southern').required(),
  belt: Joi.string()
    .valid(...belts)
    .required(),
}

/** A plant to be keyed. */
export interface KeyRequest extends KeyContext {
  answers: KeyAnswers
  withoutHead: boolean
}
/** A find to be judged, its plant and turf by their codes. */
export interface VerdictOrder extends Omit<VerdictRequest, 'plant' | 'turf'> {
  plant: string
  turf: string
}

/** POST /api/scout/key */
export const keyRequest = Joi.object<KeyRequest, true>({
  ...context,
  ask: Joi.string().valid('weed', 'turf').default('weed'),
  turf: code,
  soilC: Joi.number().min(-30).max(60),
  marks: list(Joi.string().valid(...placeKinds), 10).default([]),
  answers: answers.required(),
  withoutHead: Joi.boolean().default(false),
})

/** POST /api/scout/cover */
export const coverRequest = Joi.object<{ hits: number; points: number }, true>({
  hits: number.required(),
  points: number.required(),
})

/** POST /api/scout/verdict */
export const verdictRequest = Joi.object<VerdictOrder, true>({
  ...context,
  plant: code.required(),
  turf: code.required(),
  stage: Joi.string()
    .valid(...plantStages)
    .required(),
  amount: amount.required(),
  wantedShare: Joi.number().min(0).max(1).allow(null).default(null),
  foundOn: day,
  thresholds: Joi.object().pattern(Joi.string().max(40), number),
})

/** What the drill asks of one person. */
export interface DrillState {
  /** Plants to be asked now, the longest due first. */
  due: string[]
  /** When each plant that was asked comes again. */
  learned: { plant: string; due: string; lapses: number; answers: number }[]
}
export const drillAnswer = Joi.object<{ plant: string; chosen: string }, true>({
  plant: code.required(),
  chosen: code.required(),
})

/** Finds as text to take in. */
export const findsCsv = Joi.object<{ yardId: YardId; csv: string }, true>({
  yardId: id.required(),
  csv: Joi.string().max(2_000_000).required(),
})
const position = Joi.array().ordered(number.required(), number.required(), number).min(2)
export const findsGeoJson = Joi.object({
  yardId: id.required(),
  collection: Joi.object({
    type: Joi.string().valid('FeatureCollection').required(),
    features: list(
      Joi.object({
        type: Joi.string().valid('Feature').required(),
        geometry: Joi.object({
          type: Joi.string().valid('Point').required(),
          coordinates: position.required(),
        })
          .unknown()
          .required(),
        properties: Joi.object().unknown().required(),
      }).unknown(),
      5000,
    ).required(),
  })
    .unknown()
    .required(),
})
export const findsRequest = Joi.object<{ yardId: YardId }, true>({ yardId: id.required() })
/** What taking finds in did. */
export interface FindsTaken {
  added: number
}
