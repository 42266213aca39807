import type Joi from 'joi'

/** Reference data held to its schema. @throws Error that names the file and every fault in it. */
export function load<T>(name: string, data: unknown, schema: Joi.Schema): T {
  const { error, value } = schema.validate(data, { abortEarly: false, convert: false })
  if (error) throw new Error(`almanac/${name}: ${error.message}`)
  return value as T
}
