import { arraysOf, type GroundPast, type MemberRuns } from '@jardinero/core/soil'
import { keepRuns, keyOf, readRuns } from '../kit/keptRuns.ts'
import { makeRuns, type SimulateOrder } from './makeRuns.ts'

export type SimulateMessage =
  | { kind: 'past'; pasts: GroundPast[] }
  | { kind: 'runs'; runs: MemberRuns }
  | { kind: 'failed'; reason: string }

const tell = (message: SimulateMessage, transfer: Transferable[] = []) =>
  self.postMessage(message, { transfer })

/**
 * One order a worker: ending it is how a simulation is broken off. What was finished once is kept on the device, and told at
 * once when it is asked again.
 */
self.onmessage = async ({ data }: MessageEvent<SimulateOrder>) => {
  try {
    await makeRuns(data, {
      // Built, this file is named by what is in it: a changed simulation finds nothing of the last one.
      key: () => (import.meta.env.PROD ? keyOf(data, self.location.pathname) : Promise.resolve(undefined)),
      read: readRuns,
      keep: (key, made) => keepRuns(key, made, Date.now()),
      past: (pasts) => data.withPast && tell({ kind: 'past', pasts }),
      runs: (runs) =>
        tell(
          { kind: 'runs', runs },
          arraysOf(runs).map((a) => a.buffer as ArrayBuffer),
        ),
    })
  } catch (error) {
    tell({ kind: 'failed', reason: String(error) })
  }
  self.close()
}
