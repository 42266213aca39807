import type { FastifyInstance } from 'fastify'
import Joi from 'joi'
import * as wire from '@jardinero/contract/bench'
import {
  checkSprayer,
  computeCalibration,
  computeMix,
  type CalibrationRun,
  type MixRequest,
} from '@jardinero/core/bench'
import type { Clock } from '../platform/clock.ts'
import { toWire, type Collection } from '../platform/collection.ts'
import { accept } from '../platform/problem.ts'
import { makeMix } from './mixing.ts'

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
      const calibrated = computeCalibration(row['runs'] as CalibrationRun[])
      return calibrated.ok ? [] : calibrated.refusals
    },
  },
]

export function benchRoutes(app: FastifyInstance, clock: Clock): void {
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
        summary: 'One product in one sprayer: loads, measures, refusals',
        body: wire.mixRequest,
      },
      config: open,
    },
    (request) => accept(computeMix(request.body as MixRequest)),
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
      const mixes = await scope.manager.find<wire.Mix & { accountId: string }>('mix', {
        where: { accountId: scope.accountId },
        order: { madeAt: 'DESC' },
        take: (request.query as { limit: number }).limit,
      })
      return mixes.map((m) => toWire(m))
    }),
  )
}
