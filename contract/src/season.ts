import type { YardId, PlanId } from '@jardinero/core/quantity'
import Joi from 'joi'
import type { Section } from '@jardinero/core/yard'
import { timingSchoolIds, type TimingSchoolId, type Trend } from '@jardinero/core/soil'
import type { Job } from '@jardinero/core/job'
import { q10Range, type PassDay, type Programme, type SeasonWishes } from '@jardinero/core/season'
import { day, id, instant, list, name, text, withKeys } from './field.ts'
import { askedRate } from './shelf.ts'

/** A plan as it was taken, never changed: another day, another plan, with its reason. The newest of a half of the year holds. */
export interface SeasonPlan {
  id: PlanId
  yardId: YardId
  /** Whose weeds it is for: those of rising soil, or of falling. */
  half: Trend
  /** The school it came from; nothing where it was made by hand or by the search. */
  school: TimingSchoolId | null
  programme: Programme
  /** The days its passes were meant for when it was taken. */
  days: PassDay[]
  /** Share that came through by the weather of that day. */
  escaped: number | null
  reason: string
  takenAt: string
  takenBy: string
}
/** A plan that was just taken, with the jobs of its yard as they stand now. */
export interface PlanTaken extends SeasonPlan {
  jobs: Job[]
}
export type PlanOrder = Omit<SeasonPlan, 'takenAt' | 'takenBy'>

/** A calendar others may subscribe to: who has its address may read it. */
export interface CalendarFeed {
  id: string
  yardId: YardId
  /** Path of the file, with the secret in it. */
  path: string
  /** Path of the page that anybody may read who has it. */
  page: string
}

/** A yard's plan as whoever has its secret address reads it: in words, without who or where. */
export interface SharedPlan {
  yard: string
  /** Of the words. */
  locale: string
  units: 'us' | 'metric'
  temperature: 'F' | 'C'
  today: string
  days: { from: string; to: string; what: string; says: string }[]
  lawns: { name: string; what: string; areaSqFt: number | null }[]
  sections: (Pick<Section, 'name' | 'kind' | 'lengthsFt' | 'deduction'> & {
    xFt: number
    yFt: number
    turnDeg: number
  })[]
}
/** GET /api/season/shared/:secret */
export const sharedParams = Joi.object<{ secret: string }, true>({
  secret: Joi.string()
    .pattern(/^[\w-]{32}$/)
    .required(),
})

const half = Joi.string().valid('rising', 'falling')
const passId = Joi.string().max(60)
const product = { labelId: id.required(), rate: askedRate.required() }
const when = Joi.alternatives(
  Joi.object({ kind: Joi.valid('day').required(), day: day.required() }),
  Joi.object({
    kind: Joi.valid('rule').required(),
    school: Joi.string()
      .valid(...timingSchoolIds)
      .required(),
    pass: Joi.string().valid('only', 'first', 'second', 'third', 'fourth', 'seed').required(),
  }),
).required()

export const programme = Joi.object<Programme, true>({
  passes: list(
    Joi.object({
      id: passId.required(),
      season: half.required(),
      when,
      ...product,
      partner: Joi.object(product),
      zones: list(id, 60).required(),
      edges: Joi.string().valid('once', 'twice').required(),
    }),
    12,
  ).required(),
  fertiliser: list(
    Joi.object({
      id: passId.required(),
      day: day.required(),
      zones: list(id, 60).required(),
      nitrogenPercent: Joi.number().required(),
      nitrogenLbPer1000: Joi.number().required(),
    }),
    24,
  ).required(),
})

export const seasonWishes = Joi.object<SeasonWishes, true>({
  seeding: list(Joi.object({ zoneId: id.required(), day: day.required() }), 60).required(),
  busy: list(Joi.object({ from: day.required(), to: day.required() }), 60).required(),
  restrictions: list(
    Joi.object({
      kind: Joi.string().valid('active', 'group').required(),
      name: name.required(),
      mostLbPerAcre: Joi.number().min(0).max(1000).required(),
      note: text.required(),
    }),
    40,
  ).required(),
  aerating: list(
    Joi.object({ day: day.required(), leaves: Joi.number().min(0).max(1).required() }),
    20,
  ).required(),
  sprinkler: Joi.boolean().required(),
  q10: Joi.number().min(q10Range.least).max(q10Range.most),
})

/** POST /api/season/plans */
export const planOrder = Joi.object<PlanOrder, true>({
  id: id.required(),
  yardId: id.required(),
  half: half.required(),
  school: Joi.string()
    .valid(...timingSchoolIds)
    .allow(null)
    .required(),
  programme: programme.required(),
  days: list(
    Joi.object({ id: passId.required(), day, p10: day, p90: day, rainAlone: Joi.number().min(0).max(1) }),
    12,
  ).required(),
  escaped: Joi.number().min(0).max(1).allow(null).required(),
  reason: Joi.string().trim().min(1).max(400).required(),
})

/** A plan in the account file. */
export const filedPlan = withKeys<SeasonPlan>(planOrder, {
  takenAt: instant.required(),
  takenBy: Joi.string().max(120).required(),
})

export const feedOrder = Joi.object<{ id: string; yardId: YardId }, true>({
  id: id.required(),
  yardId: id.required(),
})
export const calendarRequest = Joi.object<{ yardId: YardId }, true>({ yardId: id.required() })
