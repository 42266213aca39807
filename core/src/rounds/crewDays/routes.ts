import { fillings, routeMiles, type Network } from './network.ts'

/** Where lawns stand while a plan is searched: the routes, what each carries, and who is left over. */
export class Routes {
  readonly stops: number[][]
  /** Route of each lawn; −1 where it is left over. */
  readonly routeOf: Int32Array
  private readonly miles: Float64Array
  private readonly work: Float64Array
  private readonly gal: Float64Array
  /** Routes that were changed since they were last taken over from another plan. */
  readonly touched: Uint8Array
  constructor(readonly net: Network) {
    this.touched = new Uint8Array(net.routes)
    this.stops = Array.from({ length: net.routes }, () => [])
    this.routeOf = new Int32Array(net.n).fill(-1)
    this.miles = new Float64Array(net.routes)
    this.work = new Float64Array(net.routes)
    this.gal = new Float64Array(net.routes)
  }
  /** A route's cost: the drive, and what its lawns cost there. */
  costOf(route: number): number {
    const { serve, routes, mileCost } = this.net
    let sum = this.miles[route]! * mileCost[route]!
    for (const i of this.stops[route]!) sum += serve[i * routes + route]!
    return sum
  }
  cost(): number {
    let sum = 0
    for (let r = 0; r < this.net.routes; r++) sum += this.costOf(r)
    for (let i = 0; i < this.net.n; i++) if (this.routeOf[i]! < 0) sum += this.net.left[i]!
    return sum
  }
  minutesOf(route: number): number {
    return this.minutesWith(route, this.miles[route]!, this.work[route]!, this.gal[route]!)
  }
  private minutesWith(route: number, miles: number, work: number, gal: number): number {
    const { mileMin, truckGal, fillMin } = this.net
    return work + miles * mileMin[route]! + fillings(gal, truckGal[route]!) * fillMin[route]!
  }
  /** Miles that a lawn may add to a route at most, so that it is back in time; below nought where it may not go there at all. */
  roomFor(lawn: number, route: number): number {
    const { serve, routes, mileMin, limitMin, serviceMin, tankGal } = this.net
    if (serve[lawn * routes + route] === Infinity) return -1
    const without = this.minutesWith(
      route,
      this.miles[route]!,
      this.work[route]! + serviceMin[lawn]!,
      this.gal[route]! + tankGal[lawn]!,
    )
    return (limitMin[route]! - without) / mileMin[route]!
  }
  insert(lawn: number, route: number, at: number, addedMiles: number): void {
    this.stops[route]!.splice(at, 0, lawn)
    this.routeOf[lawn] = route
    this.touched[route] = 1
    this.miles[route]! += addedMiles
    this.work[route]! += this.net.serviceMin[lawn]!
    this.gal[route]! += this.net.tankGal[lawn]!
  }
  remove(lawn: number): void {
    const route = this.routeOf[lawn]!
    if (route < 0) return
    const stops = this.stops[route]!
    stops.splice(stops.indexOf(lawn), 1)
    this.routeOf[lawn] = -1
    this.resum(route)
  }
  /** Sums a route anew: sums that are only added to drift. */
  private resum(route: number): void {
    this.touched[route] = 1
    const stops = this.stops[route]!
    this.miles[route] = routeMiles(this.net, route, stops)
    let [work, gal] = [0, 0]
    for (const i of stops) {
      work += this.net.serviceMin[i]!
      gal += this.net.tankGal[i]!
    }
    this.work[route] = work
    this.gal[route] = gal
  }
  setRoute(route: number, stops: readonly number[]): void {
    for (const i of this.stops[route]!) if (this.routeOf[i] === route) this.routeOf[i] = -1
    this.stops[route] = [...stops]
    for (const i of stops) this.routeOf[i] = route
    this.resum(route)
  }
  /** Takes over how another stands: of two that were alike, only what was touched since in either. */
  copy(from: Routes, all = false): void {
    for (let r = 0; r < this.net.routes; r++) {
      if (!all && !this.touched[r] && !from.touched[r]) continue
      this.stops[r] = from.stops[r]!.slice()
      this.miles[r] = from.miles[r]!
      this.work[r] = from.work[r]!
      this.gal[r] = from.gal[r]!
    }
    this.routeOf.set(from.routeOf)
    this.touched.fill(0)
  }
}

/** Shortens one route: pieces of it turned round (2-opt) and up to three stops moved along it (Or-opt), until neither helps. */
export function shorten(net: Network, route: number, stops: number[]): boolean {
  const { miles, size } = net
  const yard = net.yard[route]!
  const point = (i: number) => (i < 0 || i >= stops.length ? yard : stops[i]!)
  const d = (a: number, b: number) => miles[a * size + b]!
  let changed = false
  for (let again = true; again;) {
    again = false
    for (let i = 0; i < stops.length - 1; i++)
      for (let j = i + 1; j < stops.length; j++) {
        const gain =
          d(point(i - 1), point(i)) +
          d(point(j), point(j + 1)) -
          d(point(i - 1), point(j)) -
          d(point(i), point(j + 1))
        if (gain < 1e-9) continue
        for (let [a, b] = [i, j]; a < b; a++, b--) [stops[a], stops[b]] = [stops[b]!, stops[a]!]
        again = changed = true
      }
    for (let length = 1; length <= 3; length++)
      for (let i = 0; i + length <= stops.length; i++) {
        const [before, first, last, after] = [
          point(i - 1),
          point(i),
          point(i + length - 1),
          point(i + length),
        ]
        const freed = d(before, first) + d(last, after) - d(before, after)
        if (freed < 1e-9) continue
        let [best, at, turned] = [1e-9, -1, false]
        for (let p = 0; p <= stops.length; p++) {
          if (p >= i && p <= i + length) continue
          const [a, b] = [point(p - 1), point(p)]
          const straight = freed - (d(a, first) + d(last, b) - d(a, b))
          const round = freed - (d(a, last) + d(first, b) - d(a, b))
          if (Math.max(straight, round) > best) {
            best = Math.max(straight, round)
            at = p
            turned = round > straight
          }
        }
        if (at < 0) continue
        const piece = stops.splice(i, length)
        if (turned) piece.reverse()
        stops.splice(at > i ? at - length : at, 0, ...piece)
        again = changed = true
      }
  }
  return changed
}
