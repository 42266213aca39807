import { seededRandom } from '../../quantity/index.ts'
import { Insertion } from './insertion.ts'
import { layNetwork, type Network } from './network.ts'
import type { CrewDaysQuestion, CrewPlan } from './question.ts'
import { nearestLawns, removals } from './removal.ts'
import { Routes, shorten } from './routes.ts'

export interface SearchOptions {
  /** The same seed and the same question give the same plan. */
  seed: number
  /** Changes that are tried: the measure of the work, so that a slower machine finds the same. */
  iterations: number
  /** A plan to begin from, in place of an empty one; what it breaks of the question is taken out first. */
  from?: CrewPlan | undefined
  /** Is told now and then how far it is and what the best costs; says whether to go on. */
  progress?: ((done: number, total: number, cost: number) => boolean) | undefined
}

/** Changes between two reports. */
const reportEvery = 500
/** So many beginnings, of which the better half goes on, twice. */
const beginnings = 4
/** Share of all changes that goes into finding the beginning to go on with. */
const beginningShare = 0.3
/** Warmth at the start: a change for the worse by this share of a lawn's mean cost is taken as often as not. Estimate, tried on three made counties. */
const warmShare = 0.25
const coldShare = 0.004

/** One line of search: where it stands and the best it has seen. */
class Line {
  readonly at: Routes
  readonly best: Routes
  bestCost: number
  private readonly next: Routes
  private cost: number
  constructor(
    private readonly net: Network,
    private readonly near: readonly Int32Array[],
    private readonly insertion: Insertion,
    readonly random: () => number,
    start: CrewPlan | undefined,
  ) {
    this.at = new Routes(net)
    this.best = new Routes(net)
    this.next = new Routes(net)
    if (start) takePlan(this.at, start)
    this.fill(this.at, 2)
    this.cost = this.at.cost()
    this.best.copy(this.at, true)
    this.next.copy(this.at, true)
    this.at.touched.fill(0)
    this.bestCost = this.cost
  }
  private fill(plan: Routes, regret: number): void {
    const waiting: number[] = []
    for (let i = 0; i < this.net.n; i++) if (plan.routeOf[i]! < 0) waiting.push(i)
    this.insertion.insertAll(plan, waiting, { regret, blur: 0.1, random: this.random })
  }
  step(warmth: number): void {
    const { net, next, random } = this
    let draw = random()
    const way = removals.find(({ share }) => (draw -= share) < 0) ?? removals[0]!
    for (const i of way.remove(next, this.near, random)) next.remove(i)
    const waiting: number[] = []
    for (let i = 0; i < net.n; i++) if (next.routeOf[i]! < 0) waiting.push(i)
    // Of many that are left over only some are tried each time.
    while (waiting.length > 60) waiting.splice(Math.floor(random() * waiting.length), 1)
    const how = random()
    if (how < 0.6) {
      for (let i = waiting.length - 1; i > 0; i--) {
        const j = Math.floor(random() * (i + 1))
        ;[waiting[i], waiting[j]] = [waiting[j]!, waiting[i]!]
      }
      this.insertion.insertInOrder(next, waiting, 0.02, random)
    } else this.insertion.insertAll(next, waiting, { regret: how < 0.85 ? 1 : 2, blur: 0.2, random })
    let cost = next.cost()
    const limit = this.cost - warmth * Math.log(1 - random())
    // A way that is nearly good enough is shortened before it is judged.
    if (cost < limit + warmth * 0.5) {
      let changed = false
      for (let r = 0; r < net.routes; r++) {
        if (!next.touched[r] || next.stops[r]!.length < 3) continue
        const stops = next.stops[r]!.slice()
        if (!shorten(net, r, stops)) continue
        next.setRoute(r, stops)
        changed = true
      }
      if (changed) cost = next.cost()
    }
    if (cost >= limit) {
      next.copy(this.at)
      return
    }
    this.at.copy(next)
    next.touched.fill(0)
    this.at.touched.fill(0)
    this.cost = cost
    if (cost < this.bestCost - 1e-9) {
      this.best.copy(next, true)
      this.bestCost = cost
    }
  }
}

/** Lays a plan's stops in, less what may not stand there or no longer fits. */
function takePlan(routes: Routes, plan: CrewPlan): void {
  const { net } = routes
  const crews = net.question.crews.length
  plan.stops.forEach((ofDay, day) =>
    ofDay.forEach((stops, crew) => {
      const route = day * crews + crew
      if (route >= net.routes) return
      const kept = stops.filter(
        (i) => i < net.n && routes.routeOf[i]! < 0 && net.serve[i * net.routes + route] !== Infinity,
      )
      routes.setRoute(route, kept)
      while (kept.length && routes.minutesOf(route) > net.limitMin[route]!) {
        kept.pop()
        routes.setRoute(route, kept)
      }
    }),
  )
}

export const planOf = (routes: Routes): CrewPlan => {
  const { crews, days } = routes.net.question
  return {
    stops: Array.from({ length: days }, (_, day) =>
      crews.map((_crew, crew) => routes.stops[day * crews.length + crew]!.slice()),
    ),
  }
}

/**
 * Days, crews and order for many lawns by adaptive large neighbourhood search on true tours: lawns are taken out of the plan
 * and put back where they cost least; what is a little worse is taken too, ever more seldom (Ropke & Pisinger 2006).
 * Counted in changes, not seconds: the same question, the same plan.
 */
export function searchPlan(question: CrewDaysQuestion, options: SearchOptions): CrewPlan {
  return searchNetwork(layNetwork(question), options)
}

function searchNetwork(net: Network, { seed, iterations, from, progress }: SearchOptions): CrewPlan {
  if (!net.n) return planOf(new Routes(net))
  const near = nearestLawns(net, 40)
  const insertion = new Insertion(net)
  const open = (k: number) => new Line(net, near, insertion, seededRandom(seed + 7919 * k), from)
  // A plan that is there is changed as little as need be: one line, and not warm.
  let lines = Array.from({ length: from ? 1 : beginnings }, (_, k) => open(k))
  const mean = lines[0]!.bestCost / Math.max(1, net.n)
  const [warm, cold] = [mean * (from ? coldShare * 4 : warmShare), mean * coldShare]
  let done = 0
  const run = (line: Line, many: number, at: (share: number) => number): boolean => {
    for (let i = 0; i < many; i++, done++) {
      if (done % reportEvery === 0 && progress?.(done, iterations, line.bestCost) === false) return false
      line.step(at(i / many))
    }
    return true
  }
  const cooling = (share: number) => warm * (cold / warm) ** share
  const each = Math.floor((iterations * beginningShare) / 2 / beginnings)
  for (let round = 0; lines.length > 1; round++) {
    for (const line of lines)
      if (!run(line, each * 2 ** round, (share) => cooling((round + share) * 0.15))) return planOf(line.best)
    lines.sort((a, b) => a.bestCost - b.bestCost)
    lines = lines.slice(0, lines.length / 2)
  }
  const line = lines[0]!
  const left = iterations - done
  run(line, left, (share) => cooling(from ? share : 0.3 + 0.7 * share))
  return planOf(line.best)
}
