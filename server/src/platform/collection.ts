import Joi from 'joi'
import { nothing } from '@jardinero/contract/account'
import { count, type Row, type RowShapes } from '@jardinero/contract/field'
import type { Refusal } from '@jardinero/core/quantity'
import type { App } from './app.ts'
import { ProblemError } from './problem.ts'
import type { AccountScope, Hanging } from './scope.ts'
import { idParams } from './params.ts'

/** A kind of row that is listed, added, changed and removed in one way. */
export interface Collection<T extends Row = Row> {
  /** Path under the room: /api/<room>/<path>. */
  room: string
  path: string
  entity: string
  shapes: RowShapes<T>
  /** What the core has to say of a row before it is stored, the fields named as in the row. */
  check?(row: Omit<T, 'version'>, scope: AccountScope): Refusal[] | Promise<Refusal[]>
  /** What follows a row that is new, inside its transaction. */
  added?(row: T, by: string, scope: AccountScope): Promise<void>
  /** It can be brought back for {@link keptDays} days after it was removed, with these that hang on it. */
  discards?: Hanging[]
  /** Discarded rows that rest on it go for good with it. */
  purges?: Hanging[]
  /** Keeps the row as it stood before a change, inside the change's transaction. */
  replaced?(before: T, by: string, scope: AccountScope): Promise<void>
}
/** So many days a removed row can be brought back. */
export const keptDays = 30

/** A collection among others: its rows are of the type of its shapes. */
export const collectionOf = <T extends Row>(collection: Collection<T>): Collection =>
  collection as Collection<Row>

/** A stored row as it crosses the wire: its own fields, without the account's. */
export function toWire<T>(stored: object): T {
  const { accountId: _, createdAt: __, removedAt: ___, ...row } = stored as Record<string, unknown>
  return row as T
}

/** Rows of a table where some columns are as asked, in the order they were made unless another is said. */
export async function rowsWhere<T extends { id: string }>(
  scope: AccountScope,
  entity: string,
  where: object = {},
  order: object = { createdAt: 'ASC', id: 'ASC' },
): Promise<T[]> {
  return (await scope.find<T>(entity, where, { order })).map((row) => toWire<T>(row))
}

async function refuseFaults(
  collection: Collection,
  row: Omit<Row, 'version'>,
  scope: AccountScope,
): Promise<void> {
  const refusals = (await collection.check?.(row, scope)) ?? []
  if (refusals.length) throw new ProblemError('refused', refusals)
}

/** Routes of a collection: GET, POST, PATCH, DELETE, all inside the signed-in account. */
export function registerCollection(app: App, collection: Collection): void {
  const { room, path, entity, shapes } = collection
  const url = `/api/${room}/${path}`
  const tags = [room]

  app.get(url, { schema: { tags, response: { 200: Joi.array().items(shapes.row) } } }, (request) =>
    app.scoped(request, async (scope) => (await scope.find(entity)).map(toWire)),
  )

  app.post(
    url,
    { schema: { tags, body: shapes.create, response: { 200: shapes.row, 201: shapes.row } } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const body = request.body
        await refuseFaults(collection, body, scope)
        const { row, added } = await scope.add(entity, body)
        if (added) await collection.added?.(toWire<Row>(row), request.person!.name, scope)
        void reply.code(added ? 201 : 200)
        return toWire(row)
      }),
  )

  app.patch(
    `${url}/:id`,
    { schema: { tags, params: idParams, body: shapes.patch, response: { 200: shapes.row } } },
    (request) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params
        const { version, ...patch } = request.body
        const before = toWire<Row>(await scope.get(entity, id))
        await refuseFaults(collection, { ...before, ...patch }, scope)
        try {
          const after = toWire<Row>(await scope.change(entity, id, version, patch))
          await collection.replaced?.(before, request.person!.name, scope)
          return after
        } catch (error) {
          if (error instanceof ProblemError && error.extra.current)
            throw new ProblemError('staleEdit', [], { current: toWire(error.extra.current) })
          throw error
        }
      }),
  )

  app.delete(
    `${url}/:id`,
    {
      schema: {
        tags,
        params: idParams,
        querystring: Joi.object<{ version: number }, true>({ version: count(0).required() }),
      },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params
        const { discards, purges = [] } = collection
        if (discards) await scope.discard(entity, id, request.query.version, discards)
        else {
          for (const { entity: of, by } of purges) await scope.purge(of, { [by]: id })
          await scope.remove(entity, id, request.query.version)
        }
        void reply.code(204)
      }),
  )

  const { discards } = collection
  if (discards)
    app.post(
      `${url}/:id/back`,
      {
        schema: {
          tags,
          summary: 'Bring a removed row back',
          params: idParams,
          body: nothing,
          response: { 200: shapes.row },
        },
      },
      (request) =>
        app.scoped(request, async (scope) =>
          toWire(await scope.bringBack(entity, request.params.id, discards)),
        ),
    )
}
