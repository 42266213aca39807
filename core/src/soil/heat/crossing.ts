/** Days of a mean that must hold, and of the check that it still does: short dips otherwise scatter the date by two weeks. */
const meanDays = 5
const stillDays = 7

export type Trend = 'rising' | 'falling'
/** The day a threshold is crossed for good: an index, or that it had been before the days began, or not in them. */
export type Crossing = { kind: 'on'; index: number } | { kind: 'past' } | { kind: 'notYet' }

/** Five-day means of daily means, each at its last day; the first four days take what there is. */
export function fiveDayMeans(dailyC: ArrayLike<number>, into: Float32Array | Float64Array, at = 0): void {
  let sum = 0
  for (let i = 0; i < dailyC.length; i++) {
    sum += dailyC[i]! - (i >= meanDays ? dailyC[i - meanDays]! : 0)
    into[at + i] = sum / Math.min(meanDays, i + 1)
  }
}

/**
 * First day on which the five-day mean (of that day and the four before) is beyond the threshold and is so seven days
 * later as well. At the end of the days, where the seven are not there yet, the last mean must be beyond.
 * @param meansC five-day means, °C @param from first and last index looked at; a mean beyond on the first is past
 * @returns an index into the means
 */
export function findMeanCrossing(
  meansC: ArrayLike<number>,
  [from, to]: [number, number],
  thresholdC: number,
  trend: Trend,
): Crossing {
  const sign = trend === 'rising' ? 1 : -1
  for (let i = from; i <= to; i++)
    if (
      sign * (meansC[i]! - thresholdC) >= 0 &&
      sign * (meansC[Math.min(i + stillDays, to)]! - thresholdC) >= 0
    )
      return i === from ? { kind: 'past' } : { kind: 'on', index: i }
  return { kind: 'notYet' }
}

/** The same of daily means, °C: the first five days make the first mean. */
export function findCrossing(dailyC: ArrayLike<number>, thresholdC: number, trend: Trend): Crossing {
  if (dailyC.length < meanDays) return { kind: 'notYet' }
  const means = new Float64Array(dailyC.length)
  fiveDayMeans(dailyC, means)
  return findMeanCrossing(means, [meanDays - 1, dailyC.length - 1], thresholdC, trend)
}
