import { keepsPromise, roadMiles, type CrewDaysQuestion } from './question.ts'

/**
 * A question as the search, the bound and the price of a change read it: lawns 0 … n−1, after them the crews' yards; a route
 * is one crew's day, its number `day · crews + crew`.
 */
export interface Network {
  question: CrewDaysQuestion
  /** Lawns. */
  n: number
  /** Points: lawns and yards. */
  size: number
  routes: number
  /** Miles between points, row by row. */
  miles: Float64Array | Float32Array
  /** What a lawn costs on a route, less the drive: escapes and a moved promise. Infinity where it may not be. lawn · routes + route */
  serve: Float64Array
  left: Float64Array
  serviceMin: Float64Array
  tankGal: Float64Array
  /** Of each route: minutes there are, minutes a mile takes, what a mile costs, where it begins. */
  limitMin: Float64Array
  mileMin: Float64Array
  mileCost: Float64Array
  yard: Int32Array
  truckGal: Float64Array
  fillMin: Float64Array
}

export function layNetwork(question: CrewDaysQuestion): Network {
  const { lawns, crews, days, prices } = question
  const [n, k] = [lawns.length, crews.length]
  const routes = days * k
  const ofRoute = (of: (crew: (typeof crews)[number], day: number) => number) =>
    Float64Array.from({ length: routes }, (_, r) => of(crews[r % k]!, Math.floor(r / k)))
  const serve = new Float64Array(n * routes)
  for (const [i, lawn] of lawns.entries()) {
    const shut = new Set(lawn.shutDays)
    for (let r = 0; r < routes; r++) {
      const [day, crew] = [Math.floor(r / k), r % k]
      const { promised } = lawn
      const isKept = keepsPromise(lawn, day)
      const isOut =
        shut.has(day) ||
        (lawn.needsLicense && !crews[crew]!.licensed) ||
        (promised?.locked === true && (!isKept || (promised.crew ?? crew) !== crew)) ||
        !crews[crew]!.dayMin[day]
      serve[i * routes + r] = isOut
        ? Infinity
        : lawn.escapesSqFt[day]! * prices.escapeSqFt + (isKept ? 0 : prices.moved)
    }
  }
  return {
    question,
    n,
    size: n + k,
    routes,
    miles: question.miles ?? roadMiles([...lawns, ...crews]),
    serve,
    left: Float64Array.from(lawns, (l) => l.leftCost),
    serviceMin: Float64Array.from(lawns, (l) => l.serviceMin),
    tankGal: Float64Array.from(lawns, (l) => l.tankGal),
    limitMin: ofRoute((c, day) => c.dayMin[day]!),
    mileMin: ofRoute((c) => 60 / c.mph),
    mileCost: ofRoute((c) => prices.mile + prices.driveHour / c.mph),
    yard: Int32Array.from({ length: routes }, (_, r) => n + (r % k)),
    truckGal: ofRoute((c) => c.tankGal),
    fillMin: ofRoute((c) => c.fillMin),
  }
}

/** Fillings that so much takes; a rounding's worth over a full tank is not one more. */
export const fillings = (gal: number, truckGal: number): number =>
  gal > 0 ? Math.ceil(gal / truckGal - 1e-9) : 0

/** Miles of a crew's day, there and back. */
export function routeMiles(net: Network, route: number, stops: readonly number[]): number {
  if (!stops.length) return 0
  const { miles, size } = net
  let at = net.yard[route]!
  let sum = 0
  for (const stop of stops) {
    sum += miles[at * size + stop]!
    at = stop
  }
  return sum + miles[at * size + net.yard[route]!]!
}
