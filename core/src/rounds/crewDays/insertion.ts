import type { Network } from './network.ts'
import type { Routes } from './routes.ts'

/** The best place for each of some lawns on each route, kept up while they go in one by one. */
export class Insertion {
  private readonly cost: Float64Array
  private readonly at: Int32Array
  private readonly miles: Float64Array
  constructor(private readonly net: Network) {
    this.cost = new Float64Array(net.n * net.routes)
    this.at = new Int32Array(net.n * net.routes)
    this.miles = new Float64Array(net.n * net.routes)
  }
  /** Looks a lawn's best place on a route up; Infinity where it does not fit. */
  private look(plan: Routes, lawn: number, route: number): void {
    const { net } = this
    const { routes, size, miles } = net
    const k = lawn * routes + route
    this.cost[k] = Infinity
    const room = plan.roomFor(lawn, route)
    if (room < 0) return
    const stops = plan.stops[route]!
    const yard = net.yard[route]!
    const row = lawn * size
    let [best, at] = [Infinity, 0]
    let a = yard
    let toA = miles[row + a]!
    for (let p = 0; p <= stops.length; p++) {
      const b = p < stops.length ? stops[p]! : yard
      const toB = miles[row + b]!
      const added = toA + toB - (a === b ? 0 : miles[a * size + b]!)
      if (added < best) {
        best = added
        at = p
      }
      a = b
      toA = toB
    }
    if (best > room) return
    this.cost[k] = best * net.mileCost[route]! + net.serve[k]!
    this.at[k] = at
    this.miles[k] = best
  }
  /**
   * Puts lawns in one after another, first the one that would lose most by waiting (its next-best routes are so much dearer),
   * the figures blurred by so much of themselves; who fits nowhere, or costs more than being left, is left.
   * @param regret how many routes beside the best are looked at
   */
  insertAll(
    plan: Routes,
    lawns: readonly number[],
    { regret, blur, random }: { regret: number; blur: number; random: () => number },
  ): void {
    const { routes, left } = this.net
    for (const i of lawns) for (let r = 0; r < routes; r++) this.look(plan, i, r)
    const waiting = lawns.slice()
    const least = new Float64Array(regret + 1)
    while (waiting.length) {
      let [chosen, route, worth] = [-1, -1, -Infinity]
      for (let w = 0; w < waiting.length; w++) {
        const i = waiting[w]!
        least.fill(left[i]!)
        let mine = -1
        for (let r = 0, k = i * routes; r < routes; r++, k++) {
          const cost = this.cost[k]!
          if (cost >= least[regret]!) continue
          let p = regret
          for (; p > 0 && least[p - 1]! > cost; p--) least[p] = least[p - 1]!
          least[p] = cost
          if (p === 0) mine = r
        }
        if (mine < 0) continue
        let gain = -least[0]! * (regret === 1 ? 0.5 : 0.1)
        for (let p = 1; p <= regret; p++) gain += least[p]! - least[0]!
        gain *= 1 + blur * (random() - 0.5)
        if (gain > worth) {
          worth = gain
          chosen = w
          route = mine
        }
      }
      if (chosen < 0) return
      const lawn = waiting[chosen]!
      const k = lawn * routes + route
      plan.insert(lawn, route, this.at[k]!, this.miles[k]!)
      waiting[chosen] = waiting[waiting.length - 1]!
      waiting.pop()
      for (const i of waiting) this.look(plan, i, route)
    }
  }
  /** Puts lawns in in the given order, each at its cheapest place; now and then a place is passed over. */
  insertInOrder(plan: Routes, lawns: readonly number[], passOver: number, random: () => number): void {
    const { routes, left } = this.net
    for (const i of lawns) {
      let [best, route] = [left[i]!, -1]
      for (let r = 0; r < routes; r++) {
        if (random() < passOver) continue
        this.look(plan, i, r)
        const k = i * routes + r
        if (this.cost[k]! >= best) continue
        best = this.cost[k]!
        route = r
      }
      if (route < 0) continue
      const k = i * routes + route
      plan.insert(i, route, this.at[k]!, this.miles[k]!)
    }
  }
}
