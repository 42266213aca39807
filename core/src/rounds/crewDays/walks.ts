import type { Network } from './network.ts'

/** The cheapest walk of a crew's day. */
export interface Walk {
  /** Its cost less what its lawns are worth; nought where staying at home is cheapest. */
  cost: number
  /** Lawns in their order; one may come again, but not at once. */
  stops: number[]
}

/** Routes that are alike but for who may go where: day, yard, truck, pace. What one of them may do stands for each. */
export interface AlikeRoutes {
  /** The first of them. */
  route: number
  many: number
  /** What each lawn costs there, on the route where it costs least. */
  serve: Float64Array
}

export function groupAlike(net: Network): AlikeRoutes[] {
  const groups = new Map<string, AlikeRoutes>()
  for (let r = 0; r < net.routes; r++) {
    const { dayMin, licensed: _licensed, ...crew } = net.question.crews[r % net.question.crews.length]!
    const day = Math.floor(r / net.question.crews.length)
    if (!dayMin[day]) continue
    const word = JSON.stringify([day, dayMin[day], crew])
    const own = Float64Array.from({ length: net.n }, (_, i) => net.serve[i * net.routes + r]!)
    const group = groups.get(word)
    if (!group) groups.set(word, { route: r, many: 1, serve: own })
    else {
      group.many++
      for (let i = 0; i < net.n; i++) group.serve[i] = Math.min(group.serve[i]!, own[i]!)
    }
  }
  return [...groups.values()]
}

/**
 * For a crew's day the cheapest walk from the yard and back within the day that is paid `worth` for each lawn it comes to: a
 * shortest path over minutes (Christofides, Mingozzi & Toth 1981), without going straight back to the lawn one comes from.
 * It may come to a lawn twice, which no crew would: so it is never dearer than a true day, and bounds it from below. Minutes
 * are cut down to whole steps, which also errs to that side.
 */
export class Walks {
  private readonly steps: number
  private readonly first: Float64Array
  private readonly second: Float64Array
  private readonly from: Int32Array
  private readonly from2: Int32Array
  private readonly lawnBefore: Int16Array
  private readonly lawns: Int32Array
  private readonly across: Float64Array
  private readonly lasts: Int32Array
  constructor(
    private readonly net: Network,
    private readonly stepMin: number,
  ) {
    this.steps = Math.floor(Math.max(...net.limitMin) / stepMin)
    const cells = (this.steps + 1) * net.n
    this.first = new Float64Array(cells)
    this.second = new Float64Array(cells)
    this.from = new Int32Array(cells)
    this.from2 = new Int32Array(cells)
    this.lawnBefore = new Int16Array(cells)
    this.lawns = new Int32Array(net.n)
    this.across = new Float64Array(net.n * net.n)
    this.lasts = new Int32Array(net.n * net.n)
  }
  cheapest({ route, serve }: AlikeRoutes, worth: Float64Array): Walk {
    const { net, stepMin, first, second, from, from2, lawnBefore, lawns, across, lasts } = this
    const { n, size, miles, mileCost, mileMin, serviceMin } = net
    const [perMile, minutes, yard] = [mileCost[route]!, mileMin[route]!, net.yard[route]!]
    // One filling at least; those that follow are not counted.
    const most = Math.floor((net.limitMin[route]! - net.fillMin[route]! + 1e-9) / stepMin)
    let m = 0
    // By the triangle no walk is cheaper for a lawn that is not worth its place; miles from a file may know short cuts.
    const straight = !net.question.miles
    for (let i = 0; i < n; i++)
      if (serve[i]! < Infinity && (!straight || worth[i]! > serve[i]!)) lawns[m++] = i
    if (!m || most < 1) return { cost: 0, stops: [] }
    const gain = (i: number) => worth[i]! - serve[i]!
    for (let a = 0; a < m; a++)
      for (let b = 0; b < m; b++) {
        const [i, j] = [lawns[a]!, lawns[b]!]
        const far = miles[i * size + j]!
        across[a * m + b] = far * perMile - gain(j)
        // Nobody goes from a lawn to itself.
        lasts[a * m + b] =
          a === b ? most + 1 : Math.max(1, Math.floor((far * minutes + serviceMin[j]!) / stepMin))
      }
    const end = (most + 1) * m
    first.fill(Infinity, 0, end)
    second.fill(Infinity, 0, end)
    from.fill(-1, 0, end)
    from2.fill(-1, 0, end)
    lawnBefore.fill(-1, 0, end)
    const backCost = new Float64Array(m)
    const latest = new Int32Array(m)
    // The first of two that were reached earlier or as early at no more: what comes later than both is not worth going on with.
    const seen = new Float64Array(m).fill(Infinity)
    const seen2 = new Float64Array(m).fill(Infinity)
    const seenFrom = new Int32Array(m).fill(-2)
    for (let a = 0; a < m; a++) {
      const far = miles[yard * size + lawns[a]!]!
      backCost[a] = miles[lawns[a]! * size + yard]! * perMile
      latest[a] = most - Math.floor((miles[lawns[a]! * size + yard]! * minutes) / stepMin)
      const t = Math.max(1, Math.floor((far * minutes + serviceMin[lawns[a]!]!) / stepMin))
      if (t > latest[a]!) continue
      first[t * m + a] = far * perMile - gain(lawns[a]!)
    }
    let [best, bestCell] = [0, -1]
    for (let t = 1; t <= most; t++)
      for (let a = 0; a < m; a++) {
        const cell = t * m + a
        const cost = first[cell]!
        if (cost >= seen2[a]!) continue
        const before = lawnBefore[cell]!
        const cost2 = second[cell]!
        if (cost < seen[a]!) {
          if (seenFrom[a] !== before) seen2[a] = seen[a]!
          seen[a] = cost
          seenFrom[a] = before
          if (cost2 < seen2[a]!) seen2[a] = cost2
        } else if (seenFrom[a] !== before) seen2[a] = cost
        if (cost + backCost[a]! < best - 1e-12) {
          best = cost + backCost[a]!
          bestCell = cell
        }
        const row = a * m
        for (let b = 0; b < m; b++) {
          const till = t + lasts[row + b]!
          if (till > latest[b]!) continue
          const next = till * m + b
          const here = (b === before ? cost2 : cost) + across[row + b]!
          if (here >= second[next]!) continue
          const isSame = lawnBefore[next] === a
          if (here < first[next]!) {
            if (!isSame) {
              second[next] = first[next]!
              from2[next] = from[next]!
            }
            first[next] = here
            from[next] = cell
            lawnBefore[next] = a
          } else if (!isSame) {
            second[next] = here
            from2[next] = cell
          }
        }
      }
    const stops: number[] = []
    let after = -1
    for (let cell = bestCell; cell >= 0;) {
      const a = cell % m
      stops.push(lawns[a]!)
      const usual = from[cell]!
      const next = usual >= 0 && usual % m === after ? from2[cell]! : usual
      after = a
      cell = next
    }
    return { cost: best, stops: stops.reverse() }
  }
}
