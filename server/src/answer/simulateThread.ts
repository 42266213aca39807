import {
  createSimulation,
  type GroundPast,
  type MemberRuns,
  type SimulationRequest,
} from '@jardinero/core/soil'
import { giveWay } from '../platform/gentle.ts'

giveWay()

export interface Share {
  simulation: SimulationRequest
  from: number
  to: number
  withPast: boolean
}
export interface MadeShare {
  pasts: GroundPast[]
  runs: MemberRuns
}
export type SimulateShare = (order: Share) => Promise<MadeShare>

/** Some members of a simulation, in a thread of its own. */
export function simulateShare({ simulation, from, to, withPast }: Share): MadeShare {
  const made = createSimulation(simulation)
  const pasts = made.past()
  return { pasts: withPast ? pasts : [], runs: made.runMembers(from, to) }
}
