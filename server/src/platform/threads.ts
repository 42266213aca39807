import type { Transferable } from 'node:worker_threads'
import type { FastifyReply, FastifyRequest } from 'fastify'
import { Piscina } from 'piscina'
import { ProblemError } from './problem.ts'

export interface ThreadOrder {
  /** The worker's module, beside the one that asks. */
  filename: URL
  name: string
  threads: number
  /** So many wait; the next is told to come back. */
  waiting: number
  /** One that takes longer is ended. */
  mostMs: number
  memoryMb?: number
  /** Room for what is young, MB: a thread that makes much and keeps little takes three times as much as it is given. */
  youngMb?: number
}

/** Built, a worker lies beside the server as JavaScript, whichever file asks for it; from source it is TypeScript, beside who asks. */
export const workerAt = (name: string, from: string): URL =>
  from.endsWith('.ts')
    ? new URL(`./${name}.ts`, from)
    : new URL(`./${name}.js`, from.replace('/assets/', '/'))

/** Ends with the request: whoever no longer waits needs no answer. */
export function untilGone(request: FastifyRequest, reply: FastifyReply): AbortSignal {
  const gone = new AbortController()
  reply.raw.once('close', () => {
    if (!reply.raw.writableEnded) gone.abort()
  })
  if (request.raw.destroyed && !request.raw.complete) gone.abort()
  return gone.signal
}

/** Takes what is to be done when whoever holds the threads ends. */
export type AtEnd = (close: () => Promise<void>) => unknown

/**
 * Threads of one kind of work; started when the first is asked for, ended with who holds them.
 * @returns runs one piece. @throws ProblemError busy where too many wait, tookTooLong; whatever the work throws
 */
export function createThreads<Order, Answer>(
  atEnd: AtEnd,
  { filename, name, threads, waiting, mostMs, memoryMb, youngMb }: ThreadOrder,
): (order: Order, gone?: AbortSignal, transferList?: Transferable[]) => Promise<Answer> {
  let pool: Piscina | undefined
  atEnd(async () => pool?.destroy())
  return async (order, gone, transferList) => {
    pool ??= new Piscina({
      filename: filename.href,
      name,
      // One stays: where all that ran were ended, it is the one that goes on with what waits.
      minThreads: 1,
      maxThreads: threads,
      maxQueue: waiting,
      idleTimeout: 30_000,
      ...((memoryMb ?? youngMb) && {
        resourceLimits: {
          ...(memoryMb && { maxOldGenerationSizeMb: memoryMb }),
          ...(youngMb && { maxYoungGenerationSizeMb: youngMb }),
        },
      }),
      // Built, it runs as it is, whatever loader its parent has.
      execArgv: filename.pathname.endsWith('.ts') ? ['--import', 'tsx'] : [],
    })
    if (pool.queueSize >= waiting) throw new ProblemError('busy', [], { retryAfter: 5 })
    const late = AbortSignal.timeout(mostMs)
    try {
      const signal = gone ? AbortSignal.any([gone, late]) : late
      return (await pool.run(order, { signal, ...(transferList && { transferList }) })) as Answer
    } catch (error) {
      if (late.aborted) throw new ProblemError('tookTooLong', [], { retryAfter: 30 })
      throw error
    }
  }
}
