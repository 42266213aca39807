/** A number a verdict rests on; a person may change it inside its range. Judgement of the trade: estimates. */
export interface VerdictThreshold {
  value: number
  least: number
  most: number
  unit: 'count' | 'ratio' | 'd'
}
export const verdictThresholds = {
  /** A few dozen plants are pulled. */
  pullUpTo: { value: 40, least: 5, most: 200, unit: 'count' },
  /** Cover up to which single spots are treated. */
  spotUpTo: { value: 0.1, least: 0.02, most: 0.4, unit: 'ratio' },
  /** Cover up to which mowing and feeding alone may do. */
  cultureUpTo: { value: 0.05, least: 0.01, most: 0.2, unit: 'ratio' },
  /** An annual this near its end is left to die. */
  diesWithin: { value: 60, least: 14, most: 100, unit: 'd' },
  /** Below this share of wanted grass a lawn is started over; never above one half. */
  renovateBelow: { value: 0.4, least: 0.1, most: 0.5, unit: 'ratio' },
  /** Below this share the clean-up is followed by a heavy overseeding. */
  overseedBelow: { value: 0.75, least: 0.5, most: 0.95, unit: 'ratio' },
} as const satisfies Record<string, VerdictThreshold>
export type ThresholdName = keyof typeof verdictThresholds
export type Thresholds = Record<ThresholdName, number>

/** A person's thresholds, each held inside its range. */
export function parseVerdictThresholds(asked: Partial<Thresholds> = {}): Thresholds {
  const entries = Object.entries(verdictThresholds).map(([name, { value, least, most }]) => {
    const given = asked[name as ThresholdName] ?? value
    return [name, Number.isFinite(given) ? Math.min(most, Math.max(least, given)) : value]
  })
  return Object.fromEntries(entries) as Thresholds
}
