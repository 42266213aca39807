import Joi from 'joi'
import { list, unit } from './field.ts'

/** A figure with its working, of a dimension: what a calculator gave, as it is kept. What else stands in it stays. */
export const figure = (...dimensions: string[]): Joi.ObjectSchema =>
  Joi.object({
    value: Joi.number().required(),
    unit: unit(...dimensions).required(),
    working: list(Joi.object().unknown(), 200).required(),
  }).unknown()

const amount = figure('mass', 'volume')
const rate = figure('massPerArea', 'volumePerArea')
const dose = Joi.object({
  measured: Joi.object({ amount: amount.required(), tool: Joi.string().max(60).required() })
    .unknown()
    .required(),
}).unknown()

/** A mix as it was worked out. */
export const mixResult = Joi.object({
  water: figure('volume').required(),
  product: amount.required(),
  measured: amount.required(),
  measuredRate: rate.required(),
}).unknown()

/** A tank as it was worked out. */
export const tankResult = Joi.object({
  treated: figure('area').required(),
  water: figure('volume').required(),
  loads: list(
    Joi.object({
      water: figure('volume').required(),
      doses: list(dose, 40).required(),
      filling: list(Joi.object({ code: Joi.string().max(40).required() }).unknown(), 100).required(),
    }).unknown(),
    1000,
  )
    .min(1)
    .required(),
  products: list(
    Joi.object({ measured: amount.required(), planned: amount.required() }).unknown(),
    40,
  ).required(),
}).unknown()
