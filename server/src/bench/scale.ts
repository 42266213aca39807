import Joi from 'joi'
import type { App } from '../platform/app.ts'
import { connectDevice, streamLines } from '../platform/device.ts'

/** Lines of the kitchen scale at this server as server-sent events, and its tare (docs/scale.md). */
export function scaleRoutes(app: App, scaleUrl: string | undefined): void {
  const config = { rateLimit: { max: 120, timeWindow: '1 minute' } }
  app.get(
    '/api/bench/scale',
    {
      schema: {
        tags: ['bench'],
        summary: 'Lines of the kitchen scale at this server, as server-sent events',
        querystring: Joi.object<{ aimG: number }, true>({
          aimG: Joi.number().min(0).max(100_000).required(),
        }),
      },
      config,
    },
    async (request, reply) => {
      const scale = await connectDevice(scaleUrl, 'scaleAway')
      scale.write(`AIM ${request.query.aimG.toFixed(2)}\n`)
      streamLines(scale, request, reply)
    },
  )
  app.post(
    '/api/bench/scale/tare',
    { schema: { tags: ['bench'], summary: 'Sets the kitchen scale at this server to nought' }, config },
    async (_request, reply) => {
      const scale = await connectDevice(scaleUrl, 'scaleAway')
      scale.end('TARE\n')
      return reply.status(204).send()
    },
  )
}
