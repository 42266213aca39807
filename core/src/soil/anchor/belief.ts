/**
 * What is believed of a yard's places beyond the model, and how sure. Each place differs from the model by an offset, a
 * gain on the model's swing and a residual that fades; a part of each is common to the whole yard, so that a reading at one
 * place says something, and less, of the others. Standard deviations; estimates of the trade, wide enough for an edge
 * that is not like others. Together an offset of 2 K, a gain of 0.1, a residual of 0.8 K.
 */
export const beliefPrior = {
  common: { offset: 1.1, gain: 0.05, residual: 0.6 },
  own: { offset: 1.67, gain: 0.085, residual: 0.53 },
  /** Days in which a residual fades to 1/e. */
  fadeDays: 6,
  /** What a lasting offset may wander, K a day^½. */
  wander: 0.05,
} as const

/** Offset, gain, residual: of the yard first, then of each place. */
const perPart = 3
export const beliefSize = (places: number): number => perPart * (places + 1)

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
  for (let i = 0; i < size; i++) {
    const { offset, gain, residual } = i < perPart ? beliefPrior.common : beliefPrior.own
    covariance[i * size + i] = [offset, gain, residual][i % perPart]! ** 2
  }
  return { day, places: centreC.length, mean: new Float64Array(size), covariance, centreC }
}

/** A gain seen in a few weeks says nothing of a summer: swings beyond this count less and less, K. Estimate. */
const widestSwing = 8
export const swingOf = (belief: Belief, place: number, modelC: number): number =>
  widestSwing * Math.tanh((modelC - belief.centreC[place]!) / widestSwing)

/** What a day's temperature at a place is made of: the parts of the belief, and their weights. */
export function rowOf(belief: Belief, place: number, modelC: number): { at: number[]; weight: number[] } {
  const swing = swingOf(belief, place, modelC)
  const own = perPart * (place + 1)
  return { at: [0, 1, 2, own, own + 1, own + 2], weight: [1, swing, 1, 1, swing, 1] }
}

/** The belief some days later: residuals fade towards nothing, lasting offsets wander. */
export function fadeBelief(belief: Belief, days: number): Belief {
  if (days <= 0) return belief
  const size = belief.mean.length
  const keep = Math.exp(-days / beliefPrior.fadeDays)
  const scale = (i: number) => (i % perPart === 2 ? keep : 1)
  const mean = belief.mean.map((m, i) => m * scale(i))
  const covariance = belief.covariance.map((c, k) => c * scale(Math.floor(k / size)) * scale(k % size))
  for (let i = 0; i < size; i++) {
    const prior = i < perPart ? beliefPrior.common : beliefPrior.own
    if (i % perPart === 2) covariance[i * size + i]! += prior.residual ** 2 * (1 - keep ** 2)
    // The wandering is a place's own.
    if (i % perPart === 0 && i >= perPart) covariance[i * size + i]! += beliefPrior.wander ** 2 * days
  }
  return { ...belief, day: belief.day + days, mean, covariance }
}

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

/** Lower triangle whose product with its transpose is the covariance (Cholesky); what is not positive counts as nothing. */
function rootOf({ covariance, mean }: Belief): Float64Array {
  const size = mean.length
  const root = new Float64Array(size * size)
  for (let i = 0; i < size; i++)
    for (let j = 0; j <= i; j++) {
      let sum = covariance[i * size + j]!
      for (let k = 0; k < j; k++) sum -= root[i * size + k]! * root[j * size + k]!
      if (i === j) root[i * size + i] = Math.sqrt(Math.max(0, sum))
      else root[i * size + j] = root[j * size + j]! > 1e-12 ? sum / root[j * size + j]! : 0
    }
  return root
}

/** Draws of what is believed, from standard normal numbers. */
export function createDraws(belief: Belief): (normal: () => number) => Float64Array {
  const root = rootOf(belief)
  const size = belief.mean.length
  return (normal) => {
    const z = Float64Array.from({ length: size }, normal)
    return belief.mean.map((m, i) => {
      let sum = m
      for (let k = 0; k <= i; k++) sum += root[i * size + k]! * z[k]!
      return sum
    })
  }
}
