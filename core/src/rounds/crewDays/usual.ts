import { layNetwork, type Network } from './network.ts'
import type { CrewDaysQuestion, CrewPlan } from './question.ts'
import { Routes, shorten } from './routes.ts'
import { planOf } from './search.ts'

/** How firms plan a week by hand: down the list of clients, to whatever is next on the way, or where weeds come first. */
export const usualWays = ['clientOrder', 'nearestNext', 'warmFirst'] as const
export type UsualWay = (typeof usualWays)[number]

/** What waiting to the last day costs a lawn in escapes: those that cannot wait come first. */
const lossOfWaiting = (net: Network, i: number): number => {
  const { escapesSqFt } = net.question.lawns[i]!
  return escapesSqFt[escapesSqFt.length - 1]! - escapesSqFt[0]!
}

const milesAdded = (net: Network, route: number, stops: readonly number[], i: number): number => {
  const { miles, size } = net
  const yard = net.yard[route]!
  const last = stops.at(-1) ?? yard
  return miles[last * size + i]! + miles[i * size + yard]! - (stops.length ? miles[last * size + yard]! : 0)
}

/** Fills day after day and crew after crew with the lawn that a way names next, as long as the day lasts. */
export function planUsual(question: CrewDaysQuestion, way: UsualWay): CrewPlan {
  const net = layNetwork(question)
  const routes = new Routes(net)
  const order = Array.from({ length: net.n }, (_, i) => i)
  if (way === 'warmFirst') order.sort((a, b) => lossOfWaiting(net, b) - lossOfWaiting(net, a) || a - b)
  for (let route = 0; route < net.routes; route++)
    for (;;) {
      const stops = routes.stops[route]!
      const last = stops.at(-1) ?? net.yard[route]!
      let [next, nearest] = [-1, Infinity]
      for (const i of order) {
        if (routes.routeOf[i]! >= 0) continue
        const miles = net.miles[last * net.size + i]!
        if (way === 'nearestNext' && miles >= nearest) continue
        if (milesAdded(net, route, stops, i) > routes.roomFor(i, route)) continue
        next = i
        nearest = miles
        if (way !== 'nearestNext') break
      }
      if (next < 0) break
      routes.insert(next, route, stops.length, milesAdded(net, route, stops, next))
      // Whoever goes where it is warm first still drives the day's lawns in a sensible order.
      if (way === 'warmFirst') {
        const order = routes.stops[route]!.slice()
        if (shorten(net, route, order)) routes.setRoute(route, order)
      }
    }
  return planOf(routes)
}
