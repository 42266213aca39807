import type { YardId } from '@jardinero/core/quantity'
import type { FastifyRequest } from 'fastify'
import { weatherRequest } from '@jardinero/contract/weather'
import type { App } from '../platform/app.ts'
import { connectDevice, streamLines } from '../platform/device.ts'

export interface ProbeParts {
  probeUrl?: string | undefined
  /** The day and latitude of a yard: a stand-in asks which ground it stands in, a real probe passes it over. */
  dayOf: (request: FastifyRequest, yardId: YardId) => Promise<{ day: string; latitude: number }>
}

/** Lines of the probe as server-sent events, as the probe says them (docs/probe.md). */
export function probeRoutes(app: App, { probeUrl, dayOf }: ProbeParts): void {
  app.get(
    '/api/soil/probe',
    {
      schema: {
        tags: ['soil'],
        summary: 'Lines of the soil probe at this server, as server-sent events',
        querystring: weatherRequest,
      },
      config: { rateLimit: { max: 60, timeWindow: '1 minute' } },
    },
    async (request, reply) => {
      const { day, latitude } = await dayOf(request, request.query.yardId)
      const probe = await connectDevice(probeUrl, 'probeAway')
      probe.write(`DAY ${day} ${latitude}\n`)
      streamLines(probe, request, reply)
    },
  )
}
