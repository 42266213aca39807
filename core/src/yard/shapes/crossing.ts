import type { Point } from './shape.ts'

const turn = (p: Point, q: Point, r: Point) =>
  Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]))
const crosses = (a: Point, b: Point, c: Point, d: Point): boolean =>
  turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0

/** So many pairs of sides are held against each other, and no more: some tenths of a second. A walk round a lawn needs a hundredth of it. */
const mostPairs = 5e6

/**
 * Two sides of an outline that cross, by the corners they begin at; sides that only touch do not. Sides are swept from the left, and only those
 * that lie over each other are compared.
 * @returns undefined where none do; `tangled` where too many lie over each other to say
 */
export function findCrossing(
  points: readonly Point[],
): [first: number, second: number] | 'tangled' | undefined {
  const sides = points.map((a, at) => {
    const b = points[(at + 1) % points.length]!
    return { at, a, b, from: Math.min(a[0], b[0]), to: Math.max(a[0], b[0]) }
  })
  sides.sort((s, t) => s.from - t.from)
  let open: typeof sides = []
  let pairs = 0
  for (const side of sides) {
    open = open.filter((s) => s.to >= side.from)
    pairs += open.length
    if (pairs > mostPairs) return 'tangled'
    const other = open.find((s) => crosses(s.a, s.b, side.a, side.b))
    if (other) return [Math.min(other.at, side.at), Math.max(other.at, side.at)]
    open.push(side)
  }
  return undefined
}
