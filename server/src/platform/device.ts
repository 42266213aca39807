import { connect, type Socket } from 'node:net'
import { createInterface } from 'node:readline'
import type { FastifyReply, FastifyRequest } from 'fastify'
import { ProblemError, type ProblemCode } from './problem.ts'

/** A person reads for minutes at most; a stream nobody ends is ended. */
const longestMs = 10 * 60_000
const patienceMs = 3000

/** A device at this server that speaks lines over TCP. @throws ProblemError `away` where none is set or none answers */
export async function connectDevice(url: string | undefined, away: ProblemCode): Promise<Socket> {
  if (!url) throw new ProblemError(away)
  const { hostname, port } = new URL(url)
  const socket = connect(Number(port), hostname)
  await new Promise<void>((ready, failed) => {
    socket.setTimeout(patienceMs, () => socket.destroy(new Error('device: no answer')))
    socket.once('connect', ready)
    socket.once('error', failed)
  }).catch(() => {
    throw new ProblemError(away)
  })
  socket.setTimeout(0)
  socket.on('error', () => undefined)
  return socket
}

/** Its lines as server-sent events, one line an event, ten minutes at most; the event `away` says that it is gone. */
export function streamLines(socket: Socket, request: FastifyRequest, reply: FastifyReply): void {
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
  request.raw.once('close', end)
  const ending = setTimeout(end, longestMs)
  out.once('close', () => clearTimeout(ending))
}
