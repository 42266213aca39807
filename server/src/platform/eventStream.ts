import type { FastifyReply, FastifyRequest } from 'fastify'

/** A stream nobody ends is ended; who still wants it opens it again. */
const longestMs = 10 * 60_000
/** A line of nothing in between, so that nobody on the way takes it for dead. */
const beatMs = 20_000

/** Server-sent events on an open answer. */
export interface EventStream {
  send: (data: string) => void
  end: (last?: { event: string; data: string }) => void
  /** Told once, when it is over, whoever ended it. */
  onEnd: (over: () => void) => void
}
export function openEventStream(request: FastifyRequest, reply: FastifyReply): EventStream {
  reply.hijack()
  const out = reply.raw
  out.writeHead(200, {
    ...(reply.getHeaders() as Record<string, string>),
    'content-type': 'text/event-stream',
    'cache-control': 'no-store',
  })
  out.flushHeaders()
  const end: EventStream['end'] = (last) =>
    void out.end(last ? `event: ${last.event}\ndata: ${last.data}\n\n` : undefined)
  const ending = setTimeout(end, longestMs)
  const beating = setInterval(() => out.write(':\n\n'), beatMs)
  out.once('close', () => {
    clearTimeout(ending)
    clearInterval(beating)
  })
  request.raw.once('close', () => out.end())
  return {
    send: (data) => void out.write(`data: ${data}\n\n`),
    end,
    onEnd: (over) => void out.once('close', over),
  }
}
