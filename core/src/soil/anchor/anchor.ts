import { deviationAt, fadeBelief, learn, startBelief, surpriseOf, type Belief } from './belief.ts'

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
export const implausibleAt = 5

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
  const lasting = { ...belief, mean: belief.mean.map((m, i) => (i % 3 === 2 ? 0 : m)) }
  const left = taken.map(({ index, day, place, modelC, readC, variance }) => ({
    index,
    day,
    place,
    restK: readC - modelC - deviationAt(lasting, place, modelC).meanK,
    variance,
  }))
  return { belief, setAside, left }
}
