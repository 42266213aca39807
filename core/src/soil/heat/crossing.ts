/** Days of a mean that must hold, and of the check that it still does: short dips otherwise scatter the date by two weeks. */
const meanDays = 5
const stillDays = 7

export type Trend = 'rising' | 'falling'
/** The day a threshold is crossed for good: an index, or that it had been before the days began, or not in them. */
export type Crossing = { kind: 'on'; index: number } | { kind: 'past' } | { kind: 'notYet' }

/**
 * First day on which the five-day mean (of that day and the four before) is beyond the threshold and is so seven days
 * later as well. At the end of the days, where the seven are not there yet, the last mean must be beyond.
 * @param dailyC daily means, °C
 */
export function findCrossing(dailyC: ArrayLike<number>, thresholdC: number, trend: Trend): Crossing {
  const n = dailyC.length
  const sign = trend === 'rising' ? 1 : -1
  const means = Array.from({ length: Math.max(0, n - meanDays + 1) }, (_, i) => {
    let sum = 0
    for (let k = 0; k < meanDays; k++) sum += dailyC[i + k]!
    return sum / meanDays
  })
  const beyond = (i: number) => sign * (means[Math.min(i, means.length - 1)]! - thresholdC) >= 0
  for (let i = 0; i < means.length; i++)
    if (beyond(i) && beyond(i + stillDays))
      return i === 0 ? { kind: 'past' } : { kind: 'on', index: i + meanDays - 1 }
  return { kind: 'notYet' }
}

/** When an ensemble crosses: three days of ten, and how likely by each day. */
export interface CrossingSpread {
  /** Index of the day by which one, five and nine of ten members have crossed; none where that many do not. */
  p10?: number
  p50?: number
  p90?: number
  /** Share of members that had crossed before the days began, and that do not cross in them. */
  past: number
  notYet: number
  /** Share that has crossed by each day. */
  byDay: number[]
}

/** @param days how many days the members have @throws RangeError without members */
export function spreadCrossings(crossings: Crossing[], days: number): CrossingSpread {
  const members = crossings.length
  if (!members) throw new RangeError('no members')
  const on = crossings
    .map((c) => (c.kind === 'past' ? -1 : c.kind === 'on' ? c.index : Infinity))
    .sort((a, b) => a - b)
  /** The day by which a share of all members has crossed. */
  const by = (share: number): number | undefined => {
    const index = on[Math.ceil(share * members) - 1]!
    return Number.isFinite(index) ? Math.max(0, index) : undefined
  }
  const [p10, p50, p90] = [0.1, 0.5, 0.9].map(by)
  const count = (kind: Crossing['kind']) => crossings.filter((c) => c.kind === kind).length / members
  return {
    ...(p10 !== undefined && { p10 }),
    ...(p50 !== undefined && { p50 }),
    ...(p90 !== undefined && { p90 }),
    past: count('past'),
    notYet: count('notYet'),
    byDay: Array.from({ length: days }, (_, i) => on.filter((c) => c <= i).length / members),
  }
}
