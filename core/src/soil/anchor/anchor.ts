import {
  beliefPrior,
  deviationAt,
  fadeBelief,
  lastingOf,
  learn,
  startBelief,
  surpriseOf,
  type Belief,
} from './belief.ts'
import { choleskyRoot, solveByRoot } from './cholesky.ts'

/** A probe reading, or a sign that says about as much, beside what the model says for its place, depth and hour. */
export interface AnchoredReading {
  /** Days on any scale. */
  day: number
  /** Index of the place. */
  place: number
  readC: number
  modelC: number
  /** Of the reading itself: instrument, depth and hour, K². */
  variance: number
}

/** Readings further off than this many standard deviations are set aside. */
const implausibleAt = 5

/** What readings make of a yard's places. */
export interface Anchor {
  belief: Belief
  /** Readings set aside, by index, how many standard deviations off, and what was expected, °C. */
  setAside: { index: number; sigmas: number; expectedC: number }[]
  /** Readings taken in, by index: what is left of them when offset and gain are taken off, K. */
  left: { index: number; day: number; place: number; restK: number; variance: number }[]
}

/**
 * Takes readings in one by one, oldest first: few leave the prior and a wide spread, many follow the data and narrow it.
 * One that is implausible is set aside and told, not swallowed.
 * @param centreC of each place, the model's recent mean
 */
export function anchorReadings(readings: AnchoredReading[], centreC: number[], today: number): Anchor {
  const order = readings.map((r, index) => ({ ...r, index })).sort((a, b) => a.day - b.day)
  let belief = startBelief(centreC, order[0]?.day ?? today)
  const setAside: Anchor['setAside'] = []
  const taken: typeof order = []
  for (const reading of order) {
    const { day, place, modelC, readC, variance, index } = reading
    belief = fadeBelief(belief, day - belief.day)
    const { missK, spread } = surpriseOf(belief, place, modelC, readC, variance)
    const sigmas = Math.abs(missK) / Math.sqrt(spread)
    if (sigmas > implausibleAt) setAside.push({ index, sigmas, expectedC: readC - missK })
    else {
      belief = learn(belief, place, modelC, readC, variance)
      taken.push(reading)
    }
  }
  belief = fadeBelief(belief, Math.max(0, today - belief.day))
  const lasting = lastingOf(belief)
  const left = taken.map(({ index, day, place, modelC, readC, variance }) => ({
    index,
    day,
    place,
    restK: readC - modelC - deviationAt(lasting, place, modelC).meanK,
    variance,
  }))
  return { belief, setAside, left }
}

/** Covariance of what fades at a place, K², so many days apart. */
function fadingCovariance(daysApart: number): number {
  const { common, own, fadeDays } = beliefPrior
  return (
    (common.days ** 2 + own.days ** 2) * Math.exp(-daysApart / fadeDays.days) +
    (common.weeks ** 2 + own.weeks ** 2) * Math.exp(-daysApart / fadeDays.weeks)
  )
}

/** Of each place no more readings than these decide what faded on a past day: the newest. */
const mostLeft = 60

/**
 * What readings say of a place on past days beyond its lasting offset and gain: drawn through what is left of them, near
 * ones counting most (a Gaussian process of the fading parts; Rasmussen & Williams 2006, eq. 2.25).
 * @returns K on a day of the anchor's scale
 */
export function fadingOn({ left }: Anchor, place: number): (day: number) => number {
  const mine = left.filter((l) => l.place === place).slice(-mostLeft)
  if (!mine.length) return () => 0
  const covariance = mine.flatMap((a, i) =>
    mine.map((b, j) => fadingCovariance(Math.abs(a.day - b.day)) + (i === j ? a.variance : 0)),
  )
  const weights = solveByRoot(
    choleskyRoot(covariance, mine.length),
    mine.map((l) => l.restK),
  )
  return (day) => mine.reduce((sum, l, i) => sum + fadingCovariance(Math.abs(l.day - day)) * weights[i]!, 0)
}
