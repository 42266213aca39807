import type { FastifySchemaCompiler } from 'fastify'
import Joi from 'joi'
import joiToJson from 'joi-to-json'

/** Joi validates requests; what it coerces and trims is what the handler gets. */
export const joiValidator: FastifySchemaCompiler<Joi.Schema> =
  ({ schema }) =>
  (data) => {
    const { value, error } = schema.validate(data, { abortEarly: false })
    return error ? { error } : { value }
  }

/** Bare JSON out: the shapes of the answers are held by types and tests. */
export const plainSerializer = () => (data: unknown) => JSON.stringify(data)

const asJsonSchema = (schema: unknown): unknown =>
  Joi.isSchema(schema) ? joiToJson(schema as Joi.Schema, 'json') : schema

/** A route's Joi schemas as JSON Schema, for OpenAPI. */
export function describeSchema({ schema, url }: { schema?: Record<string, unknown>; url: string }) {
  if (!schema) return { schema, url }
  const { body, params, querystring, response, ...rest } = schema
  const responses = Object.fromEntries(
    Object.entries((response ?? {}) as Record<string, unknown>).map(([code, s]) => [
      code,
      { description: 'OK', ...(asJsonSchema(s) as object) },
    ]),
  )
  return {
    url,
    schema: {
      ...rest,
      ...(body ? { body: asJsonSchema(body) } : {}),
      ...(params ? { params: asJsonSchema(params) } : {}),
      ...(querystring ? { querystring: asJsonSchema(querystring) } : {}),
      ...(response ? { response: responses } : {}),
    },
  }
}
