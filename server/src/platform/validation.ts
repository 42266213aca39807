import type { FastifySchema, FastifySchemaCompiler } from 'fastify'
import Joi from 'joi'
import joiToJson from 'joi-to-json'
import type { Refusal } from '@jardinero/core/quantity'
import { countValues, findUnfit } from './bodies.ts'
import { andMore, mostFaults, ProblemError } from './problem.ts'

/** A body of more values than this is not gone through to its end for all that is wrong in it. */
const thoroughValues = 2000
const quick = { abortEarly: true, errors: { render: false } } as const
const thorough = { ...quick, abortEarly: false } as const

/** As a person may read it back; whatever was sent has such a form. */
const display = (value: unknown): string => {
  if (value === undefined) return ''
  const text = typeof value === 'string' ? value : (JSON.stringify(value) ?? typeof value)
  return text.slice(0, 40).toWellFormed()
}
const displayLimit = (limit: unknown): number | string =>
  typeof limit === 'number' ? limit : limit instanceof Date ? limit.toISOString().slice(0, 10) : 0

/** The faults Joi found, at their fields. */
export const faultsOf = (error: Joi.ValidationError): Refusal[] =>
  error.details.slice(0, mostFaults + 1).map(({ path, type, context }) => ({
    code: type,
    field: path.join('.').slice(0, 200),
    params: { limit: displayLimit(context?.['limit']), given: display(context?.['value']) },
  }))

/** What is wrong in what was sent: all of it where it is small, else the first fault and that there may be more. */
/** @param most values that are gone through for all faults */
export function validate(
  schema: Joi.Schema,
  sent: unknown,
  most = thoroughValues,
): { value: unknown } | { faults: Refusal[] } {
  const unfit = findUnfit(sent)
  if (unfit) return { faults: [unfit] }
  const first = schema.validate(sent, quick)
  if (!first.error) return { value: first.value }
  if (countValues(sent, most) < most)
    return { faults: faultsOf(schema.validate(sent, thorough).error ?? first.error) }
  return { faults: [...faultsOf(first.error), andMore] }
}

/** Joi validates requests; what it coerces and trims is what the handler gets. */
export const joiValidator: FastifySchemaCompiler<Joi.Schema> =
  ({ schema }) =>
  (data) => {
    const outcome = validate(schema, data)
    return 'value' in outcome ? outcome : { error: new ProblemError('invalidInput', outcome.faults) }
  }

/** Bare JSON out: the shapes of the answers are held by types and tests. */
export const plainSerializer = () => (data: unknown) => JSON.stringify(data)

const asJsonSchema = (schema: unknown): unknown =>
  Joi.isSchema(schema) ? joiToJson(schema as Joi.Schema, 'json') : schema

/** A route's Joi schemas as JSON Schema, for OpenAPI. */
export function describeSchema({ schema, url }: { schema?: FastifySchema; url: string }) {
  if (!schema) return { schema: {}, url }
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
