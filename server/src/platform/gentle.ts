import { setPriority } from 'node:os'
import { isMainThread } from 'node:worker_threads'

/** A thread that works in the background gives way to the one that answers. On Linux a thread has its own priority. */
export function giveWay(): void {
  if (isMainThread) return
  try {
    setPriority(10)
  } catch {
    // A system that does not let it goes on as it is.
  }
}
