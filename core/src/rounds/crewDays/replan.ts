import { checkPlan } from './check.ts'
import { figurePlan } from './figures.ts'
import { layNetwork, routeMiles, type Network } from './network.ts'
import type { CrewDaysQuestion, CrewPlan } from './question.ts'
import type { Refusal } from '../../quantity/index.ts'

/**
 * The question after a day is rained out: nobody goes on it; what was done before it stays; each client was told the day of
 * the plan, so that another costs the price of a moved promise.
 */
export function rainOut(question: CrewDaysQuestion, plan: CrewPlan, rained: number): CrewDaysQuestion {
  const place = new Map<number, { day: number; crew: number }>()
  plan.stops.forEach((ofDay, day) =>
    ofDay.forEach((stops, crew) => {
      for (const i of stops) place.set(i, { day, crew })
    }),
  )
  return {
    ...question,
    crews: question.crews.map((c) => ({ ...c, dayMin: c.dayMin.map((m, day) => (day === rained ? 0 : m)) })),
    lawns: question.lawns.map((lawn, i) => {
      const at = place.get(i)
      if (!at) return lawn
      if (at.day < rained) return { ...lawn, promised: { ...at, locked: true } }
      // Who was promised the day that is gone is told another in any case: that costs the same whichever it is.
      if (at.day === rained) return lawn.promised ? { ...lawn, promised: undefined } : lawn
      return { ...lawn, promised: { day: at.day, locked: lawn.promised?.locked ?? false } }
    }),
  }
}

export interface MovePrice {
  plan: CrewPlan
  /** What it costs more than before, in the prices' currency; below nought where it is better. */
  costMore: number
  milesMore: number
  escapesMoreSqFt: number
  /** What the plan breaks afterwards that it did not break before. */
  breaks: Refusal[]
}

/** Where on a crew's day a lawn adds the fewest miles. */
function bestPlace(net: Network, route: number, stops: readonly number[], lawn: number): number {
  let [best, least] = [0, Infinity]
  for (let p = 0; p <= stops.length; p++) {
    const miles = routeMiles(net, route, [...stops.slice(0, p), lawn, ...stops.slice(p)])
    if (miles < least) [best, least] = [p, miles]
  }
  return best
}

/** A lawn taken by hand to another day or crew, or out of the plan (no place), and what that comes to: nothing is refused, all is said. */
export function priceMove(
  question: CrewDaysQuestion,
  plan: CrewPlan,
  lawn: number,
  to: { day: number; crew: number; at?: number } | undefined,
): MovePrice {
  const net = layNetwork(question)
  const stops = plan.stops.map((ofDay) => ofDay.map((s) => s.filter((i) => i !== lawn)))
  const route = to && stops[to.day]?.[to.crew]
  if (to && route) {
    const at = to.at ?? bestPlace(net, to.day * question.crews.length + to.crew, route, lawn)
    route.splice(Math.max(0, Math.min(route.length, at)), 0, lawn)
  }
  const next = { stops }
  const [before, after] = [figurePlan(net, plan), figurePlan(net, next)]
  const word = ({ code, params }: Refusal) =>
    JSON.stringify([code, params?.['lawn'], params?.['day'], params?.['crew']])
  const known = new Set(checkPlan(question, plan).map(word))
  return {
    plan: next,
    costMore: after.cost - before.cost,
    milesMore: after.miles - before.miles,
    escapesMoreSqFt: after.escapesSqFt - before.escapesSqFt,
    breaks: checkPlan(question, next).filter((r) => !known.has(word(r))),
  }
}
