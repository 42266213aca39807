import Joi from 'joi'
import { targetClasses, type BarrierActive, type TargetClass } from '@jardinero/core/season'
import barriersData from '../data/barriers.json' with { type: 'json' }
import lengthsData from '../data/controlLengths.json' with { type: 'json' }
import { load } from './load.ts'

/** One line of the table of lengths of control: what labels of its kind promise, in our own rounded figures. */
export interface ControlLengthRow {
  active: string
  target: TargetClass
  /** Code of a climate. */
  station: string
  /** Month and day of the pass. */
  on: string
  lbPerAcre: number
  second?: { lbPerAcre: number; afterDays: number }
  days: number
  /** The model is fitted to the first kind, and tested on the second. */
  role: 'fit' | 'test'
}

const positive = Joi.number().positive()
const share = Joi.number().min(0).max(1)
const target = Joi.string().valid(...targetClasses)
const days = Joi.array().ordered(positive.required(), positive.required()).length(2)

const barriersSchema = Joi.array()
  .items(
    Joi.object({
      name: Joi.string().required(),
      group: Joi.string()
        .pattern(/^\d{1,2}$/)
        .required(),
      halfLifeDays: positive.required(),
      dissipationDays: days.required(),
      thresholdLbPerAcre: positive.required(),
      controls: Joi.object().pattern(target, positive).min(1).required(),
      activationMm: positive.max(40).required(),
      surfaceLossPerDay: share.required(),
      leachedPerMm: share.required(),
      thatchHeldPerCm: share.required(),
      kills: Joi.object({
        targets: Joi.array().items(target).min(1).required(),
        ageDays: positive.max(90).required(),
        share: share.required(),
      }),
      seedingTurf: Joi.array().items(Joi.string()).min(1),
      confidence: Joi.string().valid('measured', 'estimate').required(),
      source: Joi.string().required(),
    }),
  )
  .unique('name')
  .min(20)

const lengthsSchema = Joi.array().items(
  Joi.object({
    active: Joi.string().required(),
    target: target.required(),
    station: Joi.string().required(),
    on: Joi.string()
      .pattern(/^\d{2}-\d{2}$/)
      .required(),
    lbPerAcre: positive.required(),
    second: Joi.object({ lbPerAcre: positive.required(), afterDays: positive.required() }),
    days: positive.required(),
    role: Joi.string().valid('fit', 'test').required(),
  }),
)

/** Actives that make a barrier. */
export const barriers = load<BarrierActive[]>('barriers', barriersData, barriersSchema)
export const controlLengths = load<ControlLengthRow[]>('controlLengths', lengthsData, lengthsSchema)
