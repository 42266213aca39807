import { expose, transfer } from 'comlink'
import { arraysOf, type GroundPast, type MemberRuns } from '@jardinero/core/soil'
import { keepWork, keyOf, readWork } from '../kit/keptWork.ts'
import { makeRuns, type SimulateOrder } from './makeRuns.ts'

/** What is told of a simulation while it runs. */
export interface SimulationTold {
  pasts: (pasts: GroundPast[]) => unknown
  runs: (runs: MemberRuns) => unknown
}

/**
 * One order a worker: ending it is how a simulation is broken off. What was finished once is kept on the device, and told at
 * once when it is asked again.
 */
const simulation = {
  simulate: (
    order: SimulateOrder,
    pasts: SimulationTold['pasts'],
    runs: SimulationTold['runs'],
  ): Promise<void> =>
    makeRuns(order, {
      // Built, this file is named by what is in it: a changed simulation finds nothing of the last one.
      key: () => (import.meta.env.PROD ? keyOf(order, self.location.pathname) : Promise.resolve(undefined)),
      read: readWork,
      keep: (key, made) => keepWork(key, made, Date.now()),
      past: (made) => order.withPast && pasts(made),
      runs: (made) =>
        runs(
          transfer(
            made,
            arraysOf(made).map((a) => a.buffer as ArrayBuffer),
          ),
        ),
    }),
}
export type SimulateSoil = typeof simulation
expose(simulation)
