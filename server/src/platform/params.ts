import Joi from 'joi'

/** The row an address names. */
export const idParams = Joi.object<{ id: string }, true>({ id: Joi.string().uuid().required() })
