import { fillings, routeMiles, type Network } from './network.ts'
import { keepsPromise, type CrewPlan } from './question.ts'

/** What a crew's day comes to. */
export interface CrewDayFigures {
  day: number
  crew: number
  stops: number
  miles: number
  workMin: number
  driveMin: number
  fillMin: number
  /** All of it. */
  minutes: number
  tankGal: number
  fillings: number
  escapesSqFt: number
}

/** What a plan comes to, in the prices' currency, and of what. */
export interface PlanFigures {
  cost: number
  escapes: number
  driving: number
  left: number
  moved: number
  miles: number
  escapesSqFt: number
  /** Lawns, by their number. */
  leftLawns: number[]
  movedLawns: number[]
  days: CrewDayFigures[]
}

/** Adds a plan up from its stops alone. */
export function figurePlan(net: Network, plan: CrewPlan): PlanFigures {
  const { question } = net
  const { lawns, crews, prices } = question
  const there = new Set<number>()
  const movedLawns: number[] = []
  const days: CrewDayFigures[] = []
  let driving = 0
  for (const [day, ofDay] of plan.stops.entries())
    for (const [crew, stops] of ofDay.entries()) {
      const route = day * crews.length + crew
      const miles = routeMiles(net, route, stops)
      const sum = (of: (i: number) => number) => stops.reduce((s, i) => s + of(i), 0)
      const tankGal = sum((i) => lawns[i]!.tankGal)
      const fills = fillings(tankGal, net.truckGal[route]!)
      const [workMin, driveMin, fillMin] = [
        sum((i) => lawns[i]!.serviceMin),
        miles * net.mileMin[route]!,
        fills * net.fillMin[route]!,
      ]
      driving += miles * net.mileCost[route]!
      for (const i of stops) {
        there.add(i)
        if (!keepsPromise(lawns[i]!, day)) movedLawns.push(i)
      }
      days.push({
        day,
        crew,
        stops: stops.length,
        miles,
        workMin,
        driveMin,
        fillMin,
        minutes: workMin + driveMin + fillMin,
        tankGal,
        fillings: fills,
        escapesSqFt: sum((i) => lawns[i]!.escapesSqFt[day]!),
      })
    }
  const leftLawns = lawns.flatMap((_, i) => (there.has(i) ? [] : [i]))
  const escapesSqFt = days.reduce((s, d) => s + d.escapesSqFt, 0)
  const escapes = escapesSqFt * prices.escapeSqFt
  const left = leftLawns.reduce((s, i) => s + lawns[i]!.leftCost, 0)
  const moved = movedLawns.length * prices.moved
  return {
    cost: escapes + driving + left + moved,
    escapes,
    driving,
    left,
    moved,
    miles: days.reduce((s, d) => s + d.miles, 0),
    escapesSqFt,
    leftLawns,
    movedLawns,
    days,
  }
}
