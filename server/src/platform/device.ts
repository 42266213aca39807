import { connect, type Socket } from 'node:net'
import { createInterface } from 'node:readline'
import type { FastifyReply, FastifyRequest } from 'fastify'
import { openEventStream } from './eventStream.ts'
import { ProblemError, type ProblemCode } from './problem.ts'

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

/** Its lines as server-sent events, one line an event; the event `away` says that it is gone. */
export function streamLines(socket: Socket, request: FastifyRequest, reply: FastifyReply): void {
  const stream = openEventStream(request, reply)
  createInterface({ input: socket }).on('line', (line) => stream.send(line.slice(0, 200)))
  socket.once('close', () => stream.end({ event: 'away', data: 'away' }))
  stream.onEnd(() => socket.destroy())
}
