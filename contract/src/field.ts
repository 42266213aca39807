import Joi from 'joi'
import { believable } from '@jardinero/core/outing'
import { findUnit, isDay, isInYears, years, type Id } from '@jardinero/core/quantity'

/** What every stored row carries besides its own fields. */
export interface Row<Of extends string = never> {
  id: [Of] extends [never] ? string : Id<Of>
  /** Counts the changes; an edit names the version it started from. */
  version: number
}

export const id = Joi.string().uuid()
export const name = Joi.string().trim().min(1).max(80)
export const text = Joi.string().trim().max(4000).allow('')
export const day = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/, 'day')
  .custom((value: string, helpers) => {
    if (!isDay(value)) return helpers.error('string.pattern.name')
    return isInYears(value) ? value : helpers.error('day.year', { limit: `${years.first}–${years.last}` })
  })
/** An instant, whatever zone it is written in; kept and compared as UTC. */
export const instant = Joi.string()
  .max(40)
  .isoDate()
  .custom((value: string, helpers) => {
    const time = Date.parse(value)
    if (Number.isNaN(time) || !isDay(String(helpers.original).slice(0, 10)))
      return helpers.error('string.isoDate')
    const utc = new Date(time).toISOString()
    return isInYears(utc) ? utc : helpers.error('day.year', { limit: `${years.first}–${years.last}` })
  })
/** A whole number, as large as the database keeps. */
export const count = (least: number, most = 2_147_483_647) => Joi.number().integer().min(least).max(most)
export const number = Joi.number().unsafe()
export const unit = (...dimensions: string[]) =>
  Joi.string().custom((value: string, helpers) =>
    dimensions.includes(findUnit(value)?.dimension ?? '')
      ? value
      : helpers.error('any.only', { valids: dimensions }),
  )

/** A list bounded against abuse. */
export const list = (item: Joi.Schema, most = 200) => Joi.array().items(item).max(most)

/** A stored thing as it is first sent, as an edit of it is, and as it stands. */
export interface RowShapes<T extends Row> {
  create: Joi.ObjectSchema<Omit<T, 'version'>>
  patch: Joi.ObjectSchema<Partial<Omit<T, keyof Row>> & { version: number }>
  row: Joi.ObjectSchema<T>
}

/** The three shapes of a stored thing on the wire, from its own fields: each field of its type, and no other. */
export function rowShapes<T extends Row>(fields: Joi.StrictSchemaMap<Omit<T, keyof Row>>): RowShapes<T> {
  const own = fields as Joi.PartialSchemaMap
  return {
    create: Joi.object({ id: id.required(), ...own }),
    patch: Joi.object({ version: count(1).required(), ...own })
      .fork(Object.keys(own), (f) => f.optional())
      .min(2)
      // What an edit does not say stays as it is.
      .prefs({ noDefaults: true }),
    row: Joi.object({ id: id.required(), version: count(0).required(), ...own }),
  }
}

/** A shape with more fields than another. */
export const withKeys = <T extends object>(
  shape: Joi.ObjectSchema,
  more: Joi.PartialSchemaMap,
): Joi.ObjectSchema<T> => shape.keys(more)

export const windMph = Joi.number().min(0).max(believable.windMph)
export const airC = Joi.number().min(believable.airLeastC).max(believable.airMostC)
