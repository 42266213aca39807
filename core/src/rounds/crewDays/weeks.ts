import type { CrewDaysQuestion, CrewLawn, CrewPlan } from './question.ts'
import { searchPlan } from './search.ts'

export interface WeeksOptions {
  seed: number
  /** Changes that are tried in each week. */
  iterations: number
  daysAWeek?: number
  /** Is told the week and how far it is; says whether to go on. A plan that is broken off leaves the later weeks empty. */
  progress?: ((week: number, weeks: number, done: number, total: number) => boolean) | undefined
}

/** So much more work than the crews can do in a week is looked at, so that there is something to choose from. */
const choice = 1.3
/** Minutes of driving and filling that a stop takes on the way, until the tours are known. Estimate, towns. */
const usualDriveMin = 7

/** What it costs to come by later rather than now, in usual drives. Estimate: it is what the weeks still do badly by. */
const laterDrives = 3
/** Where the work that is left fills so much of the days that are left, waiting begins to mean being left out, and from the second on it does. */
const tightShare = [0.6, 0.9] as const

/** What escapes on a usual open day of those, square feet. */
function meanOf(lawn: CrewLawn, from: number, to: number): number {
  let [sum, many] = [0, 0]
  for (let day = from; day < to; day++)
    if (!lawn.shutDays.includes(day)) {
      sum += lawn.escapesSqFt[day]!
      many++
    }
  return many ? sum / many : Infinity
}

const leastOf = (lawn: CrewLawn, from: number, to: number): number => {
  let least = Infinity
  for (let day = from; day < to; day++)
    if (!lawn.shutDays.includes(day)) least = Math.min(least, lawn.escapesSqFt[day]!)
  return least
}

/**
 * Many weeks, one after another: of the lawns that are still to do those that lose most by waiting are looked at, as many as
 * the crews might do and some more; the week is planned as if the next came after it; what is not in it waits. So 5,000 lawns
 * need no more at once than a week’s.
 */
export function planWeeks(
  question: CrewDaysQuestion,
  { seed, iterations, daysAWeek = 5, progress }: WeeksOptions,
): CrewPlan {
  const { lawns, crews, days, prices } = question
  const weeks = Math.ceil(days / daysAWeek)
  const waiting = new Set(lawns.keys())
  const stops: number[][][] = []
  for (let week = 0; week < weeks; week++) {
    const [from, to] = [week * daysAWeek, Math.min(days, (week + 1) * daysAWeek)]
    const isLast = week === weeks - 1
    const minutes = crews.reduce((s, c) => s + c.dayMin.slice(from, to).reduce((a, b) => a + b, 0), 0)
    const worth = (i: number): number => {
      const lawn = lawns[i]!
      const now = leastOf(lawn, from, to)
      if (now === Infinity) return -Infinity
      const later = isLast ? Infinity : leastOf(lawn, to, Math.min(days, to + daysAWeek))
      const waits = later === Infinity ? lawn.leftCost : (later - now) * prices.escapeSqFt
      return waits / (lawn.serviceMin + usualDriveMin)
    }
    const ranked = [...waiting]
      .map((i) => ({ i, worth: worth(i) }))
      .filter((w) => w.worth > -Infinity)
      .toSorted((a, b) => b.worth - a.worth || a.i - b.i)
    const looked: number[] = []
    for (let k = 0, sum = 0; k < ranked.length && sum < choice * minutes; k++) {
      looked.push(ranked[k]!.i)
      sum += lawns[ranked[k]!.i]!.serviceMin + usualDriveMin
    }
    // How likely a lawn that waits is never come to.
    const ahead = crews.reduce((s, c) => s + c.dayMin.slice(from).reduce((a, b) => a + b, 0), 0)
    const work = [...waiting].reduce((s, i) => s + lawns[i]!.serviceMin + usualDriveMin, 0)
    const [loose, tight] = tightShare
    const lost = Math.max(0, Math.min(1, (work / Math.max(1, ahead) - loose) / (tight - loose)))
    const perMin = prices.driveHour / 60 + prices.mile * ((crews[0]?.mph ?? 30) / 60)
    const plan = searchPlan(
      {
        days: to - from,
        prices,
        crews: crews.map((c) => ({ ...c, dayMin: c.dayMin.slice(from, to) })),
        lawns: looked.map((i): CrewLawn => {
          const lawn = lawns[i]!
          const later = meanOf(lawn, to, Math.min(days, to + daysAWeek))
          const wait = later * prices.escapeSqFt + laterDrives * usualDriveMin * perMin
          return {
            ...lawn,
            escapesSqFt: lawn.escapesSqFt.slice(from, to),
            shutDays: lawn.shutDays.filter((d) => d >= from && d < to).map((d) => d - from),
            leftCost: Math.min(lawn.leftCost, wait + lost * Math.max(0, lawn.leftCost - wait)),
            promised: lawn.promised && { ...lawn.promised, day: lawn.promised.day - from },
          }
        }),
      },
      {
        seed: seed + week,
        iterations,
        progress: (done, total) => progress?.(week, weeks, done, total) ?? true,
      },
    )
    for (const ofDay of plan.stops) stops.push(ofDay.map((route) => route.map((k) => looked[k]!)))
    for (const ofDay of plan.stops)
      for (const route of ofDay) for (const k of route) waiting.delete(looked[k]!)
    if (progress?.(week + 1, weeks, 0, iterations) === false) break
  }
  while (stops.length < days) stops.push(crews.map(() => []))
  return { stops }
}
