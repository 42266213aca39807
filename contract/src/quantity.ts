import Joi from 'joi'
import { number } from './field.ts'

/** POST /api/quantity/convert */
export const convertRequest = Joi.object<{ value: number; from: string; to: string }, true>({
  value: number.required(),
  from: Joi.string().max(30).required(),
  to: Joi.string().max(30).required(),
})
