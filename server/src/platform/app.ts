import type {
  FastifyBaseLogger,
  FastifyInstance,
  FastifyTypeProvider,
  RawReplyDefaultExpression,
  RawRequestDefaultExpression,
  RawServerDefault,
} from 'fastify'
import type Joi from 'joi'

/** By the standard that Joi's schemas keep (standardschema.dev). */
type LetThrough<S extends Joi.AnySchema> = NonNullable<S['~standard']['types']>['output']

/** What a Joi schema lets through is what a handler gets: the type of a body, a query or parameters is its schema's. */
interface JoiTypes extends FastifyTypeProvider {
  validator: this['schema'] extends Joi.AnySchema ? LetThrough<this['schema']> : unknown
}

/** The server as rooms add their routes to it. */
export type App = FastifyInstance<
  RawServerDefault,
  RawRequestDefaultExpression,
  RawReplyDefaultExpression,
  FastifyBaseLogger,
  JoiTypes
>
