import type { JobId, RecordId, TankId, YardId, ZoneId, OutingId } from '@jardinero/core/quantity'
import Joi from 'joi'
import { compass } from './constants.ts'
import { airC, day, id, instant, list, name, text, windMph, withKeys } from './field.ts'
import type { FamilyTime, OutingWishes } from './outingWishes.ts'

export type { FamilyTime, HeldWindow, OutingWishes } from './outingWishes.ts'

const weekday = Joi.number().integer().min(0).max(6)
const hour = Joi.number().min(0).max(24)
/** One day or a day of every week, not both; and it ends after it begins. In code, since the API's documents cannot say it. */
const familyTime: Joi.CustomValidator<FamilyTime> = (time, helpers) =>
  (time.day === null) !== (time.weekday === null) && time.toHour > time.fromHour
    ? time
    : helpers.error('any.invalid')
export const outingWishes = Joi.object<OutingWishes, true>({
  limits: Joi.object({
    wind: Joi.number().min(0.4).max(9),
    gust: Joi.number().min(0.4).max(14),
    airMostC: Joi.number().min(5).max(40),
    airLeastC: Joi.number().min(-5).max(30),
  }).required(),
  mowWeekday: weekday.allow(null).required(),
  lastMown: day.allow(null).required(),
  family: list(
    Joi.object({
      day: day.allow(null).required(),
      weekday: weekday.allow(null).required(),
      fromHour: hour.required(),
      toHour: hour.required(),
      note: Joi.string().trim().max(80).allow('').required(),
    }).custom(familyTime),
    40,
  ).required(),
  held: Joi.object({
    label: Joi.string().max(200).required(),
    from: instant.required(),
    to: instant.required(),
  }).allow(null),
})

export const windSources = ['forecast', 'hand', 'meter'] as const
/** Wind as it was during an outing. */
export interface WindReading {
  at: string
  mph: number
  /** Where it blows from, as a point of the compass; empty where nobody said. */
  from: string
  how: (typeof windSources)[number]
}

export interface Pause {
  from: string
  to: string
}

/** An outing as the field gives it: when, what of the tank went down where, and the weather met. */
export interface OutingOrder {
  id: OutingId
  tankId: TankId
  startedAt: string
  endedAt: string
  pauses: Pause[]
  winds: WindReading[]
  airC: number | null
  /** Loads really mixed, and what was left in the tank at the end. */
  loadsMixed: number
  leftoverGal: number
  /** Ground really gone over; 0 where a lawn was left out. */
  zones: { zoneId: ZoneId; areaSqFt: number }[]
  applicator: string
  licence: string
  target: string
  note: string
  /** This tank was written down before, and this is another pass of it. */
  again: boolean
}

/** An outing as it is kept. Never changed: its records are amended. */
export interface Outing extends Omit<OutingOrder, 'again'> {
  yardId: YardId
  /** Share of what the tank was planned with that was measured out. */
  takenShare: number
  recordIds: RecordId[]
  /** The jobs it did. */
  jobIds: JobId[]
  madeAt: string
  madeBy: string
}

const person = {
  applicator: Joi.string().trim().min(1).max(120),
  licence: Joi.string().trim().max(60).allow(''),
}

/** POST /api/outing/outings */
export const outingOrder = Joi.object<OutingOrder, true>({
  id: id.required(),
  tankId: id.required(),
  startedAt: instant.required(),
  endedAt: instant.required(),
  pauses: list(Joi.object({ from: instant.required(), to: instant.required() }), 200).required(),
  winds: list(
    Joi.object({
      at: instant.required(),
      mph: windMph.required(),
      from: Joi.string()
        .valid(...compass)
        .required(),
      how: Joi.string()
        .valid(...windSources)
        .required(),
    }),
    200,
  ).required(),
  airC: airC.allow(null).required(),
  loadsMixed: Joi.number().integer().min(1).max(1000).required(),
  leftoverGal: Joi.number().min(0).max(2000).required(),
  zones: list(
    Joi.object({ zoneId: id.required(), areaSqFt: Joi.number().min(0).max(4_356_000).required() }),
    60,
  )
    .min(1)
    .required(),
  applicator: person.applicator.required(),
  licence: person.licence.default(''),
  target: Joi.string().trim().max(200).allow('').default(''),
  note: text.default(''),
  again: Joi.boolean().default(false),
})

/** An outing in the account file. */
export const filedOuting = withKeys<Outing>(
  outingOrder.fork(['again'], (f) => f.forbidden()),
  {
    yardId: id.required(),
    takenShare: Joi.number().min(0).max(1).required(),
    recordIds: list(id, 1000).required(),
    jobIds: list(id, 1000).default([]),
    madeAt: instant.required(),
    madeBy: name.max(120).required(),
  },
)

/** A device that asked to be reminded, as its browser describes it. */
export interface PushOrder {
  id: string
  endpoint: string
  keys: { p256dh: string; auth: string }
}
/** A push service by name, over https: no address of a machine behind this server. */
export const pushEndpoint = Joi.string()
  .uri({ scheme: ['https'] })
  .max(1000)
  .pattern(/^https:\/\/[a-z0-9-]+(\.[a-z0-9-]+)*\.[a-z]{2,}(\/|$)/i, 'pushService')
export const pushOrder = Joi.object<PushOrder, true>({
  id: id.required(),
  endpoint: pushEndpoint.required(),
  keys: Joi.object({
    p256dh: Joi.string().max(200).required(),
    auth: Joi.string().max(100).required(),
  }).required(),
})
