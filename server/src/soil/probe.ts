import { connect } from 'node:net'
import { createInterface } from 'node:readline'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import { weatherRequest } from '@jardinero/contract/weather'
import { ProblemError } from '../platform/problem.ts'

/** A person reads for minutes at most; a stream nobody ends is ended. */
const longestMs = 10 * 60_000
const patienceMs = 3000

export interface ProbeParts {
  probeUrl?: string | undefined
  /** The day and latitude of a yard: a stand-in asks which ground it stands in, a real probe passes it over. */
  dayOf: (request: FastifyRequest, yardId: string) => Promise<{ day: string; latitude: number }>
}

/** Lines of the probe as server-sent events, as the probe says them (docs/probe.md). */
export function probeRoutes(app: FastifyInstance, { probeUrl, dayOf }: ProbeParts): void {
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
      const { day, latitude } = await dayOf(request, (request.query as { yardId: string }).yardId)
      if (!probeUrl) throw new ProblemError('probeAway')
      const { hostname, port } = new URL(probeUrl)
      const socket = connect(Number(port), hostname)
      await new Promise<void>((ready, failed) => {
        socket.setTimeout(patienceMs, () => socket.destroy(new Error('probe: no answer')))
        socket.once('connect', ready)
        socket.once('error', failed)
      }).catch(() => {
        throw new ProblemError('probeAway')
      })
      socket.setTimeout(0)
      socket.write(`DAY ${day} ${latitude}\n`)
      reply.hijack()
      const out = reply.raw
      out.writeHead(200, {
        ...(reply.getHeaders() as Record<string, string>),
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
      })
      const end = () => {
        socket.destroy()
        out.end()
      }
      createInterface({ input: socket }).on('line', (line) => out.write(`data: ${line.slice(0, 200)}\n\n`))
      socket.once('close', () => out.end('event: away\ndata: away\n\n'))
      socket.on('error', () => undefined)
      request.raw.once('close', end)
      const ending = setTimeout(end, longestMs)
      out.once('close', () => clearTimeout(ending))
    },
  )
}
