import { choleskyRoot } from './cholesky.ts'

/**
 * What is believed of a yard's places beyond the model, and how sure. Each place differs from the model by a lasting offset,
 * a gain on the model's swing, a residual that fades in days and one that fades in weeks; a part of each is common to the
 * whole yard, so that a reading at one place says something, and less, of the others. Standard deviations; estimates of
 * the trade, wide enough for an edge that is not like others. Together 1.5 K, a gain of 0.09.
 */
export const beliefPrior = {
  common: { offset: 0.6, gain: 0.05, days: 0.3, weeks: 0.45 },
  own: { offset: 0.95, gain: 0.07, days: 0.25, weeks: 0.75 },
  /** Days in which each residual fades to 1/e. */
  fadeDays: { days: 5, weeks: 30 },
} as const

/** Offset, gain, the residual of days and that of weeks: of the yard first, then of each place. */
export const perPart = 4
const names = ['offset', 'gain', 'days', 'weeks'] as const
const priorOf = (i: number): number =>
  (i < perPart ? beliefPrior.common : beliefPrior.own)[names[i % perPart]!]
const isLasting = (i: number): boolean => i % perPart < 2
/** What is left of a part after some days. */
const keepOf = (i: number, days: number): number =>
  isLasting(i) ? 1 : Math.exp(-days / beliefPrior.fadeDays[i % perPart === 2 ? 'days' : 'weeks'])
const beliefSize = (places: number): number => perPart * (places + 1)

/** Mean and covariance (row by row) on a day. */
export interface Belief {
  day: number
  places: number
  mean: Float64Array
  covariance: Float64Array
  /** Of each place: the model's own mean, about which its gain turns, °C. */
  centreC: number[]
}

export function startBelief(centreC: number[], day: number): Belief {
  const size = beliefSize(centreC.length)
  const covariance = new Float64Array(size * size)
  for (let i = 0; i < size; i++) covariance[i * size + i] = priorOf(i) ** 2
  return { day, places: centreC.length, mean: new Float64Array(size), covariance, centreC }
}

/** A gain seen in a few weeks says nothing of a summer: swings beyond this count less and less, K. Estimate. */
const widestSwing = 8
export const swingOf = (belief: Belief, place: number, modelC: number): number =>
  widestSwing * Math.tanh((modelC - belief.centreC[place]!) / widestSwing)

/** What a day's temperature at a place is made of: the parts of the belief, and their weights. */
function rowOf(belief: Belief, place: number, modelC: number): { at: number[]; weight: number[] } {
  const swing = swingOf(belief, place, modelC)
  const own = perPart * (place + 1)
  return {
    at: [0, 1, 2, 3, own, own + 1, own + 2, own + 3],
    weight: [1, swing, 1, 1, 1, swing, 1, 1],
  }
}

/** The belief some days later: residuals fade towards nothing, and are as unsure as they were at first. */
export function fadeBelief(belief: Belief, days: number): Belief {
  if (days <= 0) return belief
  const size = belief.mean.length
  const keep = Float64Array.from({ length: size }, (_, i) => keepOf(i, days))
  const mean = belief.mean.map((m, i) => m * keep[i]!)
  const covariance = belief.covariance.map((c, k) => c * keep[Math.floor(k / size)]! * keep[k % size]!)
  for (let i = 0; i < size; i++) covariance[i * size + i]! += priorOf(i) ** 2 * (1 - keep[i]! ** 2)
  return { ...belief, day: belief.day + days, mean, covariance }
}

/** The lasting parts alone. */
export const lastingOf = (belief: Belief): Belief => ({
  ...belief,
  mean: belief.mean.map((m, i) => (isLasting(i) ? m : 0)),
})

/** Covariance of everything believed with one row. */
function covarianceWith(belief: Belief, { at, weight }: ReturnType<typeof rowOf>): Float64Array {
  const size = belief.mean.length
  const out = new Float64Array(size)
  for (let i = 0; i < size; i++) {
    let sum = 0
    for (let k = 0; k < at.length; k++) sum += belief.covariance[i * size + at[k]!]! * weight[k]!
    out[i] = sum
  }
  return out
}
const dot = (values: Float64Array, { at, weight }: ReturnType<typeof rowOf>): number =>
  at.reduce((sum, i, k) => sum + values[i]! * weight[k]!, 0)

/** What is believed of a place where the model says `modelC`: what to add, and how sure, K. */
export function deviationAt(belief: Belief, place: number, modelC: number): { meanK: number; sdK: number } {
  const row = rowOf(belief, place, modelC)
  return {
    meanK: dot(belief.mean, row),
    sdK: Math.sqrt(Math.max(0, dot(covarianceWith(belief, row), row))),
  }
}

/** How far an observation is from what is believed, K, and the variance one would expect of it, K². */
export function surpriseOf(
  belief: Belief,
  place: number,
  modelC: number,
  observedC: number,
  variance: number,
) {
  const row = rowOf(belief, place, modelC)
  return {
    missK: observedC - modelC - dot(belief.mean, row),
    spread: dot(covarianceWith(belief, row), row) + variance,
  }
}

/** Takes one observation in (Kalman 1960); the day must be the belief's. */
export function learn(
  belief: Belief,
  place: number,
  modelC: number,
  observedC: number,
  variance: number,
): Belief {
  const row = rowOf(belief, place, modelC)
  const with_ = covarianceWith(belief, row)
  const { missK, spread } = surpriseOf(belief, place, modelC, observedC, variance)
  const size = belief.mean.length
  return {
    ...belief,
    mean: belief.mean.map((m, i) => m + (with_[i]! / spread) * missK),
    covariance: belief.covariance.map(
      (c, k) => c - (with_[Math.floor(k / size)]! * with_[k % size]!) / spread,
    ),
  }
}

/** Draws of what is believed, from standard normal numbers. */
export function createDraws(belief: Belief): (normal: () => number) => Float64Array {
  const size = belief.mean.length
  const root = choleskyRoot(belief.covariance, size)
  return (normal) => {
    const z = Float64Array.from({ length: size }, normal)
    return belief.mean.map((m, i) => {
      let sum = m
      for (let k = 0; k <= i; k++) sum += root[i * size + k]! * z[k]!
      return sum
    })
  }
}
