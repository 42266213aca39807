import { parentPort, workerData } from 'node:worker_threads'
import type { Trend } from '@jardinero/core/soil'
import { referenceTwin } from './reference.ts'
import { score, type Scored } from './score.ts'
import type { TruthKind } from './truthGround.ts'
import { forecastTwin, knownTwin, makeTwin, usualReadings } from './twin.ts'

export interface Result {
  kind: TruthKind
  trend: Trend
  lead: number
  without: Scored
  with: Scored
}
export interface Known {
  kind: TruthKind
  trend: Trend
  rmseK: number
  dateError: number
  reference?: number
}
export interface Order {
  seeds: number[]
  known: number[]
  referenced: number[]
}

const kinds: TruthKind[] = ['middle', 'edge', 'atypical']
const trends: Trend[] = ['rising', 'falling']
export const leads = [3, 7, 14, 21, 35]
const members = 100

/** Which question a twin is asked, by its number. */
const orderOf = (i: number) => ({
  seed: 1000 + i * 7919,
  kind: kinds[i % 3]!,
  trend: trends[Math.floor(i / 3) % 2]!,
  lead: leads[Math.floor(i / 6) % leads.length]!,
  members,
})

const order = workerData as Order | undefined
if (parentPort && order) {
  const results: Result[] = []
  for (const i of order.seeds) {
    const asked = orderOf(i)
    const twin = makeTwin(asked)
    if (!twin) continue
    const [without, anchored] = forecastTwin(twin, [0, usualReadings]) as [number[], number[]]
    results.push({ ...asked, without: score(without, asked.lead), with: score(anchored, asked.lead) })
  }
  const known: Known[] = []
  for (const i of order.known) {
    const asked = orderOf(i)
    const twin = makeTwin(asked)
    if (!twin) continue
    known.push({
      ...asked,
      ...knownTwin(twin),
      ...(order.referenced.includes(i) && { reference: referenceTwin(twin) }),
    })
  }
  parentPort.postMessage({ results, known })
}
