import {
  arraysOf,
  createSimulation,
  type GroundPast,
  type MemberRuns,
  type SimulationRequest,
} from '@jardinero/core/soil'

/** Members to run; the observed days come once, from the worker that is asked for them. */
export interface SimulateOrder {
  request: SimulationRequest
  from: number
  to: number
  withPast: boolean
}
export type SimulateMessage =
  | { kind: 'past'; pasts: GroundPast[] }
  | { kind: 'runs'; runs: MemberRuns }
  | { kind: 'failed'; reason: string }

/** So many members are told of at once: the first answer comes early, and grows surer. */
const chunk = 10

/** Ending the worker is how a simulation is broken off. */
self.onmessage = ({ data }: MessageEvent<SimulateOrder>) => {
  const tell = (message: SimulateMessage, transfer: Transferable[] = []) =>
    self.postMessage(message, { transfer })
  try {
    const simulation = createSimulation(data.request)
    const pasts = simulation.past()
    if (data.withPast) tell({ kind: 'past', pasts })
    for (let from = data.from; from < data.to; from += chunk) {
      const runs = simulation.runMembers(from, Math.min(data.to, from + chunk))
      tell(
        { kind: 'runs', runs },
        arraysOf(runs).map((a) => a.buffer as ArrayBuffer),
      )
    }
  } catch (error) {
    tell({ kind: 'failed', reason: String(error) })
  }
}
