import Joi from 'joi'
import { almanac } from '@jardinero/almanac'
import * as wire from '@jardinero/contract/bench'
import { mixRequest, type MixAsked } from '@jardinero/contract/mixRequest'
import {
  checkSprayer,
  checkTool,
  computeAnyCalibration,
  computeCalibration,
  computeMix,
  computeTank,
  usualTools,
} from '@jardinero/core/bench'
import type { Reader, Words } from '@jardinero/words'
import type { App } from '../platform/app.ts'
import { ordinaryBytes } from '../platform/bodies.ts'
import type { Clock } from '../platform/clock.ts'
import { collectionOf, toWire, type Collection } from '../platform/collection.ts'
import { accept } from '../platform/problem.ts'
import { makeMix } from './mixing.ts'
import { scaleRoutes } from './scale.ts'
import { mixSheet } from './sheet.ts'
import { makeSpread } from './spreads.ts'
import { drawTank, makeTank } from './tanks.ts'
import { idParams } from '../platform/params.ts'

export const benchCollections: Collection[] = [
  collectionOf({
    room: 'bench',
    path: 'sprayers',
    entity: 'sprayer',
    shapes: wire.sprayer,
    check: checkSprayer,
  }),
  collectionOf({
    room: 'bench',
    path: 'calibrations',
    entity: 'calibration',
    shapes: wire.calibration,
    check: (row) => {
      const calibrated = computeAnyCalibration(row)
      return calibrated.ok ? [] : calibrated.refusals
    },
  }),
  collectionOf({
    room: 'bench',
    path: 'tools',
    entity: 'measuring_tool',
    shapes: wire.toolRow,
    check: ({ holds, ...tool }) => checkTool({ ...tool, ...(holds !== null && { holds }) }),
  }),
]

/** One product or several: what the schema let through tells which. */
function computeAsked(body: MixAsked) {
  if (!('products' in body)) return computeMix({ ...body, actives: almanac.actives })
  const products = body.products.map(({ tool, ...p }) => ({
    ...p,
    ...(tool && { tool: usualTools.find((t) => t.id === tool)! }),
  }))
  return computeTank({ ...body, products, tools: usualTools, actives: almanac.actives })
}

export interface BenchParts {
  clock: Clock
  wordsFor: (reader: Reader) => Words
  scaleUrl?: string | undefined
}

export function benchRoutes(app: App, { clock, wordsFor, scaleUrl }: BenchParts): void {
  scaleRoutes(app, scaleUrl)
  const tags = ['bench']
  const open = { open: true }
  app.post(
    '/api/bench/calibrate',
    {
      schema: { tags, summary: 'Carrier volume from runs over a known area', body: wire.calibrateRequest },
      config: open,
    },
    (request) => accept(computeCalibration(request.body.runs)),
  )
  app.post(
    '/api/bench/mix',
    {
      schema: {
        tags,
        summary: 'One product or several in one sprayer: loads, measures, order, refusals',
        body: mixRequest,
      },
      bodyLimit: 4 * ordinaryBytes,
      config: open,
    },
    (request) => accept<unknown>(computeAsked(request.body)),
  )
  app.post(
    '/api/bench/mixes',
    { schema: { tags, summary: 'Make and keep a mix for a zone of the account', body: wire.mixOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { row, added } = await makeMix(scope, request.body, clock)
        void reply.code(added ? 201 : 200)
        return toWire(row)
      }),
  )
  const range = Joi.object<{ limit: number }, true>({
    limit: Joi.number().integer().min(1).max(500).default(20),
  })
  app.get('/api/bench/mixes', { schema: { tags, summary: 'Latest mixes', querystring: range } }, (request) =>
    app.scoped(request, async (scope) => {
      const mixes = await scope.find<wire.Mix>(
        'mix',
        {},
        { order: { madeAt: 'DESC' }, take: request.query.limit },
      )
      return mixes.map((m) => toWire(m))
    }),
  )
  tankRoutes(app, { clock, wordsFor })
}

function tankRoutes(app: App, { clock, wordsFor }: BenchParts): void {
  const tags = ['bench']
  app.post(
    '/api/bench/tanks',
    {
      schema: {
        tags,
        summary: 'Make and keep a tank of several products for zones of the account',
        body: wire.tankOrder,
      },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const order = request.body
        const { row, added } = await makeTank(scope, order, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return toWire(row)
      }),
  )
  app.post(
    '/api/bench/tanks/:id/draws',
    {
      schema: {
        tags,
        summary: 'Draw some of a tank for a lawn it was not mixed for',
        params: idParams,
        body: wire.drawOrder,
      },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const order = { ...request.body, tankId: request.params.id }
        const { row, added } = await drawTank(scope, order, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return toWire(row)
      }),
  )
  app.get(
    '/api/bench/tanks/:id/draws',
    { schema: { tags, summary: 'Tanks that were drawn from one', params: idParams } },
    (request) =>
      app.scoped(request, async (scope) => {
        const { id } = await scope.get<wire.Tank>('tank', request.params.id)
        const order = { order: { madeAt: 'ASC' } }
        return (await scope.find<wire.Tank>('tank', { drawnFrom: id }, order)).map((t) => toWire(t))
      }),
  )
  app.get(
    '/api/bench/tanks/:id',
    { schema: { tags, summary: 'A tank as it was made', params: idParams } },
    (request) =>
      app.scoped(request, async (scope) => toWire(await scope.get<wire.Tank>('tank', request.params.id))),
  )
  app.get(
    '/api/bench/tanks/:id/sheet.pdf',
    { schema: { tags, summary: 'The mix sheet of a tank, as PDF', params: idParams } },
    async (request, reply) => {
      const { id } = request.params
      const tank = await app.scoped(request, (scope) => scope.get<wire.Tank>('tank', id))
      return app.sendPdf(request, reply, 'mix-sheet', mixSheet(tank, wordsFor(request.person!)))
    },
  )
  app.post(
    '/api/bench/spreads',
    { schema: { tags, summary: 'Plan granules over zones and keep a mix a zone', body: wire.spreadOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const order = request.body
        const { row, added } = await makeSpread(scope, order, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return toWire(row)
      }),
  )
}
