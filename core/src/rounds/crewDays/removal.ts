import type { Network } from './network.ts'
import type { Routes } from './routes.ts'

/** The lawns next to each lawn by road, nearest first. */
export function nearestLawns(net: Network, most: number): Int32Array[] {
  const { n, size, miles } = net
  return Array.from({ length: n }, (_, i) => {
    const others = Array.from({ length: n }, (_, j) => j).filter((j) => j !== i)
    others.sort((a, b) => miles[i * size + a]! - miles[i * size + b]! || a - b)
    return Int32Array.from(others.slice(0, most))
  })
}

const pick = (random: () => number, below: number): number => Math.floor(random() * below)

/** Takes some lawns out of a plan; each way names lawns that might change places. */
export interface Removal {
  (plan: Routes, near: readonly Int32Array[], random: () => number): number[]
}

/** Pieces of routes that lie beside each other (Christiaens & Vanden Berghe 2020): what is taken out there can be put back otherwise. */
const strings: Removal = (plan, near, random) => {
  const placed = plan.routeOf.reduce((s, r) => s + (r >= 0 ? 1 : 0), 0)
  const mean = 10
  const longest = Math.max(2, Math.min(10, placed / Math.max(1, plan.stops.filter((s) => s.length).length)))
  const pieces = 1 + pick(random, Math.max(1, Math.round((4 * mean) / (1 + longest))))
  const seed = pick(random, plan.net.n)
  const out: number[] = []
  const done = new Set<number>()
  for (const i of [seed, ...near[seed]!]) {
    if (done.size >= pieces) break
    const route = plan.routeOf[i]!
    if (route < 0 || done.has(route)) continue
    done.add(route)
    const stops = plan.stops[route]!
    const length = 1 + pick(random, Math.min(longest, stops.length))
    const at = stops.indexOf(i)
    const from = Math.max(0, Math.min(stops.length - length, at - pick(random, length)))
    out.push(...stops.slice(from, from + length))
  }
  return out
}

/** A lawn and those next to it. */
const neighbours: Removal = (plan, near, random) => {
  const seed = pick(random, plan.net.n)
  const many = 4 + pick(random, Math.min(24, Math.max(1, plan.net.n / 8)))
  return [seed, ...near[seed]!.subarray(0, many)].filter((i) => plan.routeOf[i]! >= 0)
}

/** All of a crew's day. */
const wholeDay: Removal = (plan, _near, random) => {
  const route = pick(random, plan.net.routes)
  return plan.stops[route]!.slice(0, 40)
}

/** Lawns of two days that lie beside each other, to be swapped. */
const swappedDays: Removal = (plan, near, random) => {
  const seed = pick(random, plan.net.n)
  const from = plan.routeOf[seed]!
  if (from < 0) return []
  const other = near[seed]!.find((i) => plan.routeOf[i]! >= 0 && plan.routeOf[i] !== from)
  if (other === undefined) return []
  return [from, plan.routeOf[other]!].flatMap((r) => plan.stops[r]!.filter(() => random() < 0.5)).slice(0, 30)
}

/** Lawns whose place costs them most, drive and escapes together. */
const dear: Removal = (plan, _near, random) => {
  const { n, size, miles, serve, routes, mileCost, yard } = plan.net
  const costs: { i: number; cost: number }[] = []
  for (let tries = 0; tries < 60; tries++) {
    const i = pick(random, n)
    const route = plan.routeOf[i]!
    if (route < 0) continue
    const stops = plan.stops[route]!
    const p = stops.indexOf(i)
    const [a, b] = [stops[p - 1] ?? yard[route]!, stops[p + 1] ?? yard[route]!]
    const detour = miles[a * size + i]! + miles[i * size + b]! - (a === b ? 0 : miles[a * size + b]!)
    costs.push({ i, cost: detour * mileCost[route]! + serve[i * routes + route]! })
  }
  costs.sort((a, b) => b.cost - a.cost || a.i - b.i)
  return [...new Set(costs.slice(0, 4 + pick(random, 10)).map((c) => c.i))]
}

/** How often each is drawn. Estimate, tried on three made counties. */
export const removals: readonly { remove: Removal; share: number }[] = [
  { remove: strings, share: 0.55 },
  { remove: neighbours, share: 0.17 },
  { remove: swappedDays, share: 0.12 },
  { remove: dear, share: 0.1 },
  { remove: wholeDay, share: 0.06 },
]
