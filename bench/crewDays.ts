import { performance } from 'node:perf_hooks'
import {
  boundCost,
  checkPlan,
  figurePlan,
  layNetwork,
  makeCounty,
  planUsual,
  planWeeks,
  rainOut,
  searchPlan,
  usualWays,
  type CrewDaysQuestion,
  type CrewPlan,
} from '@jardinero/core/rounds'

const seconds = (from: number): number => (performance.now() - from) / 1000
const percent = (share: number): string => `${(100 * share).toFixed(1)} %`
const median = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)]!
const most = (all: readonly number[]): number => Math.max(...all)

/** A plan’s cost, after the checker has seen it. @throws Error where it breaks anything */
function costOf(question: CrewDaysQuestion, plan: CrewPlan): number {
  const [fault] = checkPlan(question, plan)
  if (fault) throw new Error(JSON.stringify(fault))
  return figurePlan(layNetwork(question), plan).cost
}

/** Changes a second on this machine, tried once: a search is cooled over its changes, so it must know how many there will be. */
let pace = 0
function searchFor(question: CrewDaysQuestion, limit: number, seed: number) {
  if (!pace) {
    searchPlan(question, { seed, iterations: 4000 })
    const trial = performance.now()
    searchPlan(question, { seed, iterations: 20_000 })
    pace = 20_000 / seconds(trial)
  }
  const iterations = Math.floor(pace * limit * 0.95)
  const from = performance.now()
  const plan = searchPlan(question, { seed, iterations })
  return { plan, iterations, took: seconds(from) }
}
function boundFor(question: CrewDaysQuestion, upper: number, limit: number): { bound: number; took: number } {
  const from = performance.now()
  const net = layNetwork(question)
  const bound = boundCost(net, {
    upper,
    rounds: 100_000,
    // The last look takes as long as some rounds.
    progress: () => seconds(from) < limit - (limit > 20 ? 1.5 : 1),
  })
  return { bound, took: seconds(from) }
}

/**
 * Crew days over made counties: what a plan costs after so many seconds against planning by hand, how near the bound comes,
 * how long a day of rain takes, and 5,000 lawns week by week.
 */
export async function benchCrewDays(counties = 10, longSeconds = 60): Promise<void> {
  const gains: number[] = []
  const [gap5, gap60, above, rained, moved]: number[][] = [[], [], [], [], []]
  for (let seed = 1; seed <= counties; seed++) {
    const question = makeCounty({ seed, lawns: 240, days: 10, crews: 2 })
    const usual = usualWays.map((way) => costOf(question, planUsual(question, way)))
    const [, nearest] = usual
    const short = searchFor(question, 5, 1)
    const cost5 = costOf(question, short.plan)
    const long = searchFor(question, longSeconds, 1)
    const cost60 = costOf(question, long.plan)
    // The best that is known: of another seed as well.
    const best = Math.min(cost60, cost5, costOf(question, searchFor(question, longSeconds, 2).plan))
    const bound5 = boundFor(question, nearest!, 5)
    const bound60 = boundFor(question, nearest!, longSeconds)
    gains.push(1 - cost5 / nearest!)
    above!.push(cost60 / best - 1)
    gap5!.push(1 - bound5.bound / cost5)
    gap60!.push(1 - Math.max(bound5.bound, bound60.bound) / cost60)
    const day = short.plan.stops.findIndex((d, i) => i > 1 && d.flat().length > 10)
    const from = performance.now()
    const after = rainOut(question, short.plan, day)
    const next = searchPlan(after, { seed: 1, iterations: 6000, from: short.plan })
    rained!.push(seconds(from))
    costOf(after, next)
    moved!.push(figurePlan(layNetwork(after), next).movedLawns.length)
    console.log(
      `county ${seed}: by hand ${usualWays.map((w, i) => `${w} ${usual[i]!.toFixed(0)}`).join(', ')}; ` +
        `${short.took.toFixed(1)} s ${cost5.toFixed(0)} (${short.iterations} changes), ` +
        `${long.took.toFixed(0)} s ${cost60.toFixed(0)}; bound ${bound5.bound.toFixed(0)} after ${bound5.took.toFixed(1)} s, ` +
        `${bound60.bound.toFixed(0)} after ${bound60.took.toFixed(0)} s; rain ${rained!.at(-1)!.toFixed(2)} s, ${moved!.at(-1)} moved`,
    )
  }
  console.log(
    `${counties} counties of 240 lawns, 10 days, 2 crews: ${percent(median(gains))} cheaper than nearest neighbour after 5 s ` +
      `(least ${percent(Math.min(...gains))}); after ${longSeconds} s at most ${percent(most(above!))} above the best known; ` +
      `proven within ${percent(median(gap5!))} after 5 s (worst ${percent(most(gap5!))}), ` +
      `${percent(median(gap60!))} after ${longSeconds} s (worst ${percent(most(gap60!))}); ` +
      `a rained-out day ${median(rained!).toFixed(2)} s (worst ${most(rained!).toFixed(2)}), ${most(moved!)} promises moved at most`,
  )
  const many = makeCounty({ seed: 1, lawns: 5000, days: 15, crews: 24 })
  const from = performance.now()
  let peak = 0
  const plan = planWeeks(many, {
    seed: 1,
    iterations: 30_000,
    progress: () => {
      peak = Math.max(peak, process.memoryUsage().rss)
      return true
    },
  })
  const took = seconds(from)
  const usual = costOf(many, planUsual(many, 'nearestNext'))
  const figures = figurePlan(layNetwork(many), plan)
  console.log(
    `5,000 lawns, 3 weeks, 24 crews: ${(took / 3).toFixed(0)} s a week, ${(peak / 1e6).toFixed(0)} MB at the peak of the process, ` +
      `${figures.leftLawns.length} left over, ${percent(1 - costOf(many, plan) / usual)} cheaper than nearest neighbour`,
  )
}
