/**
 * What is believed of a place beyond the model, and how sure: a lasting offset, a gain on the model's swing, and a
 * residual that fades. Standard deviations; estimates of the trade, wide enough for an edge that is not like others.
 */
export const anchorPrior = {
  /** K. */
  offset: 2,
  /** Share of the swing about the mean. */
  gain: 0.15,
  /** K, and the days in which it fades to 1/e. */
  residual: 0.8,
  fadeDays: 6,
}

/** Errors of one reading, K: the instrument (0.3–0.8), the depth (± 1 cm), and a clock an hour off. */
export interface ReadingError {
  instrument: number
  depth: number
  hour: number
}
export const usualReadingError: ReadingError = { instrument: 0.5, depth: 0.6, hour: 0.4 }
/** Readings further off than this many standard deviations are set aside. */
export const implausibleAt = 5

/** A reading beside what the model says for its depth and hour. */
export interface AnchoredReading {
  /** Days on any scale, ascending. */
  day: number
  readC: number
  modelC: number
  error?: ReadingError
}

/** What the readings make of a place. */
export interface Anchor {
  /** Day of the last reading taken in. */
  day: number
  /** [offset, gain, residual] and their covariance. */
  mean: number[]
  covariance: number[][]
  /** The model's own mean, about which the gain turns. */
  centreC: number
  /** Readings set aside, by index, with how many standard deviations they are off. */
  setAside: { index: number; sigmas: number }[]
}

const variance = ({ instrument, depth, hour }: ReadingError) => instrument ** 2 + depth ** 2 + hour ** 2

/** Lets the residual fade over some days: AR(1), its variance back towards the prior's. */
function fade(anchor: Anchor, days: number): Anchor {
  const keep = Math.exp(-days / anchorPrior.fadeDays)
  const scale = [1, 1, keep]
  const covariance = anchor.covariance.map((row, i) => row.map((c, j) => c * scale[i]! * scale[j]!))
  covariance[2]![2]! += anchorPrior.residual ** 2 * (1 - keep ** 2)
  return { ...anchor, day: anchor.day + days, mean: anchor.mean.map((m, i) => m * scale[i]!), covariance }
}

export const startAnchor = (centreC: number, day: number): Anchor => ({
  day,
  mean: [0, 0, 0],
  covariance: [anchorPrior.offset, anchorPrior.gain, anchorPrior.residual].map((sd, i) =>
    [0, 1, 2].map((j) => (i === j ? sd ** 2 : 0)),
  ),
  centreC,
  setAside: [],
})

const rowOf = (anchor: Anchor, modelC: number): number[] => [1, modelC - anchor.centreC, 1]
const times = (matrix: number[][], v: number[]) =>
  matrix.map((row) => row.reduce((s, c, j) => s + c * v[j]!, 0))
const dot = (a: number[], b: number[]) => a.reduce((s, x, i) => s + x * b[i]!, 0)

/**
 * Takes readings in one by one (Kalman 1960): few leave the prior and a wide spread, many follow the data and narrow it.
 * One that is implausible is set aside and told, not swallowed.
 */
export function anchorReadings(readings: AnchoredReading[], centreC: number): Anchor {
  let anchor = startAnchor(centreC, readings[0]?.day ?? 0)
  readings.forEach(({ day, readC, modelC, error = usualReadingError }, index) => {
    anchor = fade(anchor, Math.max(0, day - anchor.day))
    const h = rowOf(anchor, modelC)
    const ph = times(anchor.covariance, h)
    const spread = dot(h, ph) + variance(error)
    const miss = readC - modelC - dot(h, anchor.mean)
    const sigmas = Math.abs(miss) / Math.sqrt(spread)
    if (sigmas > implausibleAt) {
      anchor = { ...anchor, setAside: [...anchor.setAside, { index, sigmas }] }
      return
    }
    const gain = ph.map((p) => p / spread)
    anchor = {
      ...anchor,
      mean: anchor.mean.map((m, i) => m + gain[i]! * miss),
      covariance: anchor.covariance.map((row, i) => row.map((c, j) => c - gain[i]! * ph[j]!)),
    }
  })
  return anchor
}

/** The place's temperature where the model says `modelC`, some days after the last reading: mean and standard deviation, °C. */
export function applyAnchor(
  anchor: Anchor,
  modelC: number,
  daysAfter: number,
): { meanC: number; sdC: number } {
  const later = fade(anchor, Math.max(0, daysAfter))
  const h = rowOf(later, modelC)
  return {
    meanC: modelC + dot(h, later.mean),
    sdC: Math.sqrt(Math.max(0, dot(h, times(later.covariance, h)))),
  }
}
