import type { App } from '../platform/app.ts'
import { connectDevice, streamLines } from '../platform/device.ts'

/** Lines of the wind meter at this server as server-sent events, as the meter says them (docs/meter.md). */
export function meterRoutes(app: App, meterUrl: string | undefined): void {
  app.get(
    '/api/outing/meter',
    {
      schema: { tags: ['outing'], summary: 'Lines of the wind meter at this server, as server-sent events' },
      config: { rateLimit: { max: 60, timeWindow: '1 minute' } },
    },
    async (request, reply) => streamLines(await connectDevice(meterUrl, 'meterAway'), request, reply),
  )
}
