import Joi from 'joi'
import { believable } from '@jardinero/core/outing'
import { findUnit } from '@jardinero/core/quantity'

/** What every stored row carries besides its own fields. */
export interface Row {
  id: string
  /** Counts the changes; an edit names the version it started from. */
  version: number
}

export const id = Joi.string().uuid()
export const name = Joi.string().trim().min(1).max(80)
export const text = Joi.string().trim().max(4000).allow('')
export const day = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/, 'day')
  .custom((value: string, helpers) => {
    const time = Date.parse(`${value}T00:00:00Z`)
    if (!Number.isNaN(time) && new Date(time).toISOString().startsWith(value)) return value
    return helpers.error('string.pattern.name')
  })
export const instant = Joi.string().isoDate()
export const number = Joi.number().unsafe()
export const unit = (...dimensions: string[]) =>
  Joi.string().custom((value: string, helpers) =>
    dimensions.includes(findUnit(value)?.dimension ?? '')
      ? value
      : helpers.error('any.only', { valids: dimensions }),
  )

/** A list bounded against abuse. */
export const list = (item: Joi.Schema, most = 200) => Joi.array().items(item).max(most)

type Fields = Joi.PartialSchemaMap

/** The three shapes of a stored thing on the wire, from its own fields. */
export const rowShapes = (fields: Fields) => {
  const create = Joi.object({ id: id.required(), ...fields })
  const patch = Joi.object({ version: Joi.number().integer().min(1).required(), ...fields })
    .fork(Object.keys(fields), (f) => f.optional())
    .min(2)
  const row = Joi.object({ id: id.required(), version: Joi.number().integer().required(), ...fields })
  return { create, patch, row }
}

export const windMph = Joi.number().min(0).max(believable.windMph)
export const airC = Joi.number().min(believable.airLeastC).max(believable.airMostC)
