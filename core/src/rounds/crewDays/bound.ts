import type { Network } from './network.ts'
import { groupAlike, Walks, type AlikeRoutes } from './walks.ts'

export interface BoundOptions {
  /** What a plan that is known costs: how far there is to go at most. */
  upper: number
  /** Rounds of setting the lawns' worth anew: the measure of the work. */
  rounds: number
  /** Is told the round and the bound so far; says whether to go on. */
  progress?: ((round: number, rounds: number, bound: number) => boolean) | undefined
}

/** Minutes that walks are counted in while worths are sought, and at the end: less is nearer the truth and slower. */
const stepMin = 4
const lastStepMin = { hasty: 2, patient: 1 }
/** From so many rounds on the last look is worth its time. */
const patientRounds = 25
/** How far worths are moved at first, of what Polyak's step would say. Tried on one made county: 0.1 to 1.2. */
const firstStride = 0.2
const leastStride = 2e-3
/** No stop is shorter: steps of time may be so small, and no smaller. */
const leastServiceMin = 0.25
/** Rounds without gain until worths move less far. */
const patience = 6

/** Miles to the nearest three lawns, their mean: what going there adds on a day in that town. */
function besideMiles(net: Network, i: number): number {
  const near = [Infinity, Infinity, Infinity]
  for (let j = 0; j < net.n; j++) {
    const far = net.miles[i * net.size + j]!
    if (j === i || far >= near[2]!) continue
    near[2] = far
    near.sort((a, b) => a - b)
  }
  const known = near.filter((m) => m < Infinity)
  return known.length ? known.reduce((s, m) => s + m, 0) / known.length : 0
}

/** What a lawn may be worth to begin with: its cheapest day, the way beside it, and its share of the way out. */
function firstWorth(net: Network, groups: readonly AlikeRoutes[]): Float64Array {
  const { mileCost, limitMin, serviceMin, left, miles, size, yard } = net
  return Float64Array.from({ length: net.n }, (_, i) => {
    const beside = 1.3 * besideMiles(net, i)
    let least = left[i]!
    for (const { route: r, serve } of groups) {
      const home = (2 * miles[i * size + yard[r]!]! * serviceMin[i]!) / limitMin[r]!
      least = Math.min(least, serve[i]! + mileCost[r]! * (beside + home))
    }
    return least
  })
}

/**
 * What no plan can cost less than (Lagrangian relaxation): each lawn has a worth, and a crew's day is the cheapest walk that
 * is paid it. Whatever the worths, they and the walks' costs together are at most the best plan's cost. Lawns that too few
 * walks come to are worth more in the next round, and less where too many do (Held & Karp 1971; Polyak's step). It rests on
 * no solver's word: any worths prove what they add up to.
 */
export function boundCost(net: Network, { upper, rounds, progress }: BoundOptions): number {
  const { n, left, serviceMin } = net
  if (!n) return 0
  const groups = groupAlike(net)
  const shortest = Math.max(leastServiceMin, Math.min(...serviceMin))
  const walks = new Walks(net, Math.min(stepMin, shortest))
  const worth = firstWorth(net, groups)
  const missing = new Float64Array(n)
  /** What the worths prove; `missing` is how many walks too few come to each lawn. */
  const prove = (by: Walks): number => {
    let bound = worth.reduce((sum, w) => sum + w, 0)
    missing.fill(1)
    for (const group of groups) {
      const walk = by.cheapest(group, worth)
      bound += group.many * walk.cost
      for (const i of walk.stops) missing[i]! -= group.many
    }
    return bound
  }
  const direction = new Float64Array(n)
  const bestWorth = worth.slice()
  let best = prove(walks)
  let [stride, idle] = [firstStride, 0]
  let round = 1
  for (; round < rounds && stride > leastStride; round++) {
    if (progress?.(round, rounds, best) === false) break
    let length = 0
    for (let i = 0; i < n; i++) {
      // A lawn that is worth as much as leaving it costs is not raised further.
      const want = missing[i]! > 0 && worth[i]! >= left[i]! ? 0 : missing[i]!
      direction[i] = 0.65 * want + 0.35 * direction[i]!
      length += direction[i]! ** 2
    }
    if (length < 1e-12) break
    const step = (stride * Math.max(upper * 0.01, upper * 1.01 - best)) / length
    for (let i = 0; i < n; i++) worth[i] = Math.min(left[i]!, worth[i]! + step * direction[i]!)
    const bound = prove(walks)
    if (bound > best) {
      if (bound > best * 1.0001) idle = 0
      best = bound
      bestWorth.set(worth)
    } else if (++idle >= patience) {
      idle = 0
      stride /= 1.6
      worth.set(bestWorth)
      direction.fill(0)
    }
  }
  worth.set(bestWorth)
  const last = round < patientRounds ? lastStepMin.hasty : lastStepMin.patient
  return Math.max(best, prove(new Walks(net, Math.min(last, shortest))))
}
