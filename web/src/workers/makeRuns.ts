import {
  createSimulation,
  joinRuns,
  shareMembers,
  type GroundPast,
  type MemberRuns,
  type SimulationRequest,
} from '@jardinero/core/soil'

/** What one worker made of one request. */
export interface MadeRuns {
  pasts: GroundPast[]
  runs: MemberRuns
}

/** Members to run; the observed days come once, from the worker that is asked for them. */
export interface SimulateOrder {
  request: SimulationRequest
  from: number
  to: number
  withPast: boolean
}
interface Desk {
  /** What the order is kept by; nothing where nothing is kept. */
  key: () => Promise<string | undefined>
  read: (key: string) => Promise<MadeRuns | undefined>
  keep: (key: string, made: MadeRuns) => Promise<void>
  past: (pasts: GroundPast[]) => unknown
  /** May take the arrays away. */
  runs: (runs: MemberRuns) => unknown
}

/** So many times eight members are told of at once. */
const blocks = 2

/** Tells what was kept of the same order, or works it out part by part and keeps the whole. */
export async function makeRuns({ request, from, to }: SimulateOrder, desk: Desk): Promise<void> {
  const key = await desk.key()
  const kept = key && (await desk.read(key))
  if (kept) {
    await desk.past(kept.pasts)
    await desk.runs(kept.runs)
    return
  }
  const simulation = createSimulation(request)
  const pasts = simulation.past()
  await desk.past(pasts)
  const parts: MemberRuns[] = []
  const told: unknown[] = []
  for (const share of shareMembers(from, to, blocks)) {
    const runs = simulation.runMembers(...share)
    if (key) parts.push(structuredClone(runs))
    told.push(desk.runs(runs))
  }
  // Over only when all of it has been heard.
  await Promise.all(told)
  if (key) await desk.keep(key, { pasts, runs: joinRuns(parts) })
}
