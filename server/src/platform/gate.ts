import pLimit from 'p-limit'
import { ProblemError } from './problem.ts'

export interface GateOrder {
  /** So many at once. */
  running: number
  /** So many wait; the next is told to come back. */
  waiting: number
  retryAfter?: number
}

/** Lets heavy work through a few at a time, and turns away what would wait too long. @throws ProblemError busy */
export function createGate({ running, waiting, retryAfter = 5 }: GateOrder) {
  const limit = pLimit(running)
  return <T>(work: () => Promise<T>): Promise<T> => {
    if (limit.pendingCount >= waiting) throw new ProblemError('busy', [], { retryAfter })
    return limit(work)
  }
}
