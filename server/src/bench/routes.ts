import type { FastifyInstance } from 'fastify'
import Joi from 'joi'
import { almanac } from '@jardinero/almanac'
import * as wire from '@jardinero/contract/bench'
import { mixRequest } from '@jardinero/contract/mixRequest'
import {
  checkSprayer,
  checkTool,
  computeAnyCalibration,
  computeCalibration,
  computeMix,
  computeTank,
  usualTools,
  type CalibrationRecord,
  type CalibrationRun,
  type MeasuringTool,
  type MixRequest,
  type TankRequest,
} from '@jardinero/core/bench'
import type { Reader, Words } from '@jardinero/words'
import { ordinaryBytes } from '../platform/bodies.ts'
import type { Clock } from '../platform/clock.ts'
import { toWire, type Collection } from '../platform/collection.ts'
import { accept } from '../platform/problem.ts'
import { makeMix } from './mixing.ts'
import { scaleRoutes } from './scale.ts'
import { mixSheet } from './sheet.ts'
import { makeSpread } from './spreads.ts'
import { makeTank } from './tanks.ts'

export const benchCollections: Collection[] = [
  {
    room: 'bench',
    path: 'sprayers',
    entity: 'sprayer',
    shapes: wire.sprayer,
    check: (row) => {
      const { kind, capacityGal } = row as unknown as wire.Sprayer
      return checkSprayer(kind, capacityGal)
    },
  },
  {
    room: 'bench',
    path: 'calibrations',
    entity: 'calibration',
    shapes: wire.calibration,
    check: (row) => {
      const calibrated = computeAnyCalibration(row as unknown as CalibrationRecord)
      return calibrated.ok ? [] : calibrated.refusals
    },
  },
  {
    room: 'bench',
    path: 'tools',
    entity: 'measuring_tool',
    shapes: wire.toolRow,
    check: (row) => {
      const { holds, ...tool } = row as unknown as wire.ToolRow
      return checkTool({ ...tool, ...(holds !== null && { holds }) } as MeasuringTool)
    },
  },
]

/** One product or several: what the schema let through tells which. */
function computeAsked(body: MixRequest | (Omit<TankRequest, 'tools'> & { products: { tool?: string }[] })) {
  if (!('products' in body)) return computeMix(body)
  const products = body.products.map(({ tool, ...p }) => ({
    ...p,
    ...(tool && { tool: usualTools.find((t) => t.id === (tool as unknown as string))! }),
  }))
  return computeTank({ ...body, products, tools: usualTools, actives: almanac.actives })
}

export interface BenchParts {
  clock: Clock
  wordsFor: (reader: Reader) => Words
  scaleUrl?: string | undefined
}

export function benchRoutes(app: FastifyInstance, { clock, wordsFor, scaleUrl }: BenchParts): void {
  scaleRoutes(app, scaleUrl)
  const tags = ['bench']
  const open = { open: true }
  app.post(
    '/api/bench/calibrate',
    {
      schema: { tags, summary: 'Carrier volume from runs over a known area', body: wire.calibrateRequest },
      config: open,
    },
    (request) => accept(computeCalibration((request.body as { runs: CalibrationRun[] }).runs)),
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
    (request) => accept<unknown>(computeAsked(request.body as MixRequest)),
  )
  app.post(
    '/api/bench/mixes',
    { schema: { tags, summary: 'Make and keep a mix for a zone of the account', body: wire.mixOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { row, added } = await makeMix(scope, request.body as wire.MixOrder & { id: string }, clock)
        void reply.code(added ? 201 : 200)
        return toWire(row)
      }),
  )
  const range = Joi.object({ limit: Joi.number().integer().min(1).max(500).default(20) })
  app.get('/api/bench/mixes', { schema: { tags, summary: 'Latest mixes', querystring: range } }, (request) =>
    app.scoped(request, async (scope) => {
      const mixes = await scope.find<wire.Mix>(
        'mix',
        {},
        { order: { madeAt: 'DESC' }, take: (request.query as { limit: number }).limit },
      )
      return mixes.map((m) => toWire(m))
    }),
  )
  tankRoutes(app, { clock, wordsFor })
}

const tankParams = Joi.object({ id: Joi.string().uuid().required() })

function tankRoutes(app: FastifyInstance, { clock, wordsFor }: BenchParts): void {
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
        const order = request.body as wire.TankOrder & { id: string }
        const { row, added } = await makeTank(scope, order, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return toWire(row)
      }),
  )
  app.get(
    '/api/bench/tanks/:id',
    { schema: { tags, summary: 'A tank as it was made', params: tankParams } },
    (request) =>
      app.scoped(request, async (scope) =>
        toWire(await scope.get<wire.Tank>('tank', (request.params as { id: string }).id)),
      ),
  )
  app.get(
    '/api/bench/tanks/:id/sheet.pdf',
    { schema: { tags, summary: 'The mix sheet of a tank, as PDF', params: tankParams } },
    async (request, reply) => {
      const { id } = request.params as { id: string }
      const tank = await app.scoped(request, (scope) => scope.get<wire.Tank>('tank', id))
      return app.sendPdf(request, reply, 'mix-sheet', mixSheet(tank, wordsFor(request.person!)))
    },
  )
  app.post(
    '/api/bench/spreads',
    { schema: { tags, summary: 'Plan granules over zones and keep a mix a zone', body: wire.spreadOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const order = request.body as wire.SpreadOrder & { id: string }
        const { row, added } = await makeSpread(scope, order, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return toWire(row)
      }),
  )
}
