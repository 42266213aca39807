import Papa from 'papaparse'
import { almanac } from '@jardinero/almanac'
import * as wire from '@jardinero/contract/lawns'
import type { Yard } from '@jardinero/contract/yard'
import { In } from 'typeorm'
import type { createAskMissing } from '../answer/index.ts'
import type { App } from '../platform/app.ts'
import type { Clock } from '../platform/clock.ts'
import { collectionOf, rowsWhere, type Collection } from '../platform/collection.ts'
import { large } from '../platform/large.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { wordsFor } from '@jardinero/words/whole'
import { takeQuickLawn } from '../yard/index.ts'
import { fillAreas } from './areas.ts'
import { readLawns, readPoints } from './list.ts'

/** No two clients are called alike: their yards name them. */
async function refuseSameName(row: { id: string; name: string }, scope: AccountScope) {
  const [same] = await scope.find<{ id: string }>('client', { name: row.name })
  return same && same.id !== row.id
    ? [{ code: 'clientThere', field: 'name', params: { name: row.name } }]
    : []
}

export const lawnCollections: Collection[] = [
  collectionOf({
    room: 'yard',
    path: 'clients',
    entity: 'client',
    shapes: wire.client,
    check: refuseSameName,
    // The yards of a client who is called otherwise now name that name.
    replaced: async (before, _by, scope) => {
      const { name } = await scope.get<wire.Client>('client', before.id)
      if (name !== before.name)
        await scope.update('yard', { client: before.name }, { client: name, version: () => 'version + 1' })
    },
  }),
  collectionOf({ room: 'yard', path: 'views', entity: 'lawn_view', shapes: wire.lawnView }),
]

const tagged = (tags: string[] | null | undefined, { add, remove }: wire.TagOrder): string[] =>
  [...new Set([...(tags ?? []), ...add])].filter((t) => !remove.includes(t))

/** Yards that are all there. @throws ProblemError notFound */
async function yardsOf(scope: AccountScope, ids: string[]): Promise<Yard[]> {
  const yards = await scope.find<Yard>('yard', { id: In(ids) })
  if (yards.length < new Set(ids).size) throw new ProblemError('notFound')
  return yards
}

/** Changes many yards alike, each a version on. */
const changeYards = (scope: AccountScope, ids: string[], patch: Partial<Yard>) =>
  scope.update('yard', { id: In(ids) }, { ...patch, version: () => 'version + 1' })

/** 5,000 ids and some words. */
const manyIds = 400 * 1024

const csvColumns = ['client', 'address', 'lawn', 'grass', 'sq ft', 'latitude', 'longitude', 'tags']

/** The same columns as a list that comes in, so that what goes out can come back. */
async function lawnsCsv(scope: AccountScope, words: ReturnType<typeof wordsFor>): Promise<string> {
  await fillAreas(scope)
  const rows = await scope.rows<{
    client: string
    yard: string
    lawn: string
    turf: string
    area: number | null
    latitude: number
    longitude: number
    tags: string[]
  }>(
    `SELECT coalesce(y.client, '') AS client, y.name AS yard, z.name AS lawn, z.turf, round(z.area_sq_ft)::float8 AS area,
       y.latitude::float8 AS latitude, y.longitude::float8 AS longitude, coalesce(y.tags, '[]'::jsonb) AS tags
     FROM zone z JOIN yard y ON y.id = z.yard_id WHERE y.archived_at IS NULL AND z.turf = ANY($1) ORDER BY lower(y.name), lower(z.name), z.id`,
    [almanac.turf.map((t) => t.code)],
  )
  return Papa.unparse(
    {
      fields: csvColumns,
      data: rows.map((r) => [
        r.client,
        r.yard,
        r.lawn,
        words.say(`turf.${r.turf}`),
        r.area ?? '',
        r.latitude,
        r.longitude,
        r.tags.join(' '),
      ]),
    },
    { escapeFormulae: true },
  )
}

function clientRoute(app: App): void {
  app.get(
    '/api/yard/client',
    { schema: { tags: ['lawns'], summary: 'A client by name', querystring: wire.clientRequest } },
    (request) =>
      app.scoped(request, async (scope) => {
        const [client] = await rowsWhere<wire.Client>(scope, 'client', { name: request.query.name })
        return client ?? null
      }),
  )
}

interface LawnParts {
  clock: Clock
  /** Has the answers of yards worked out that have none. */
  askMissing: ReturnType<typeof createAskMissing>
}

/** All lawns of a firm at once. */
export function lawnRoutes(app: App, { clock, askMissing }: LawnParts): void {
  const tags = ['lawns']
  clientRoute(app)
  app.get(
    '/api/yard/lawns',
    {
      ...large,
      schema: {
        tags,
        summary: 'Lawns, sorted and chosen from, a page of them',
        querystring: wire.lawnsRequest,
      },
    },
    async (request) => {
      const { page, accountId } = await app.scoped(request, async (scope) => ({
        page: await readLawns(scope, request.query, clock()),
        accountId: (await scope.account<{ id: string }>()).id,
      }))
      // Nobody goes any more to what is put away.
      const missing = request.query.archived ? [] : page.lawns.filter((l) => l.due === 'unknown')
      await askMissing([...new Set(missing.map((l) => l.yardId))].map((yardId) => ({ accountId, yardId })))
      return page
    },
  )
  app.get(
    '/api/yard/lawns/points',
    {
      ...large,
      schema: { tags, summary: 'The same lawns as points of a map', querystring: wire.lawnWishes },
    },
    (request) => app.scoped(request, (scope) => readPoints(scope, request.query, clock())),
  )
  app.get(
    '/api/yard/lawns.csv',
    { schema: { tags, summary: 'All lawns as CSV, as they can come in again' } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply
          .type('text/csv; charset=utf-8')
          .header('content-disposition', 'attachment; filename="lawns.csv"')
        return lawnsCsv(scope, wordsFor(request.person!))
      }),
  )
  app.get('/api/yard/lawns/words', { schema: { tags, summary: 'Clients and tags there are' } }, (request) =>
    app.scoped(request, async (scope) => {
      const clients = await scope.rows<{ name: string }>(
        `SELECT DISTINCT client AS name FROM yard WHERE coalesce(client, '') <> '' ORDER BY 1 LIMIT 5000`,
      )
      const found = await scope.rows<{ tag: string }>(
        `SELECT DISTINCT t.tag FROM yard y CROSS JOIN LATERAL jsonb_array_elements_text(coalesce(y.tags, '[]'::jsonb)) t(tag) ORDER BY 1 LIMIT 500`,
      )
      return { clients: clients.map((c) => c.name), tags: found.map((t) => t.tag) } satisfies wire.LawnWords
    }),
  )
  app.put(
    '/api/yard/lawns/tags',
    {
      schema: { tags, summary: 'Lay tags on properties, or take them off', body: wire.tagOrder },
      bodyLimit: manyIds,
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const groups = new Map<string, string[]>()
        for (const yard of await yardsOf(scope, request.body.yardIds)) {
          const next = tagged(yard.tags, request.body)
          if (next.length > wire.mostTags)
            throw new ProblemError('refused', [
              { code: 'tagsMany', field: 'add', params: { yard: yard.name, most: wire.mostTags } },
            ])
          const word = JSON.stringify(next.length ? next : null)
          groups.set(word, [...(groups.get(word) ?? []), yard.id])
        }
        for (const [word, ids] of groups)
          await changeYards(scope, ids, { tags: JSON.parse(word) as string[] | null })
        void reply.code(204)
      }),
  )
  app.put(
    '/api/yard/lawns/archive',
    {
      schema: { tags, summary: 'Put properties away, or bring them back', body: wire.archiveOrder },
      bodyLimit: manyIds,
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { yardIds, archived } = request.body
        const archivedAt = archived ? clock().toISOString() : null
        await yardsOf(scope, yardIds)
        await changeYards(scope, yardIds, { archivedAt })
        void reply.code(204)
      }),
  )
  app.post(
    '/api/yard/lawns/quick',
    { schema: { tags, summary: 'A lawn by its address, grass and size alone', body: wire.quickLawn } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply.code(201)
        return takeQuickLawn(scope, request.body, wordsFor(request.person!))
      }),
  )
}
