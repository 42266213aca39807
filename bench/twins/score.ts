/** Mean of some numbers. */
export const mean = (values: number[]): number =>
  values.reduce((a, b) => a + b, 0) / Math.max(1, values.length)

/** "Already past" counts as a month ago, "not this season" as three months on: a date that is not one is wrong by no more. */
const [earliest, latest] = [-30, 90]
const held = (day: number): number => Math.min(latest, Math.max(earliest, day))

/** One asking: the members' days of crossing against the true one, all from the day of asking. */
export interface Scored {
  /** Continuous ranked probability score, days. */
  crps: number
  /** Share of members at or before the truth. */
  pit: number
  /** Whether the truth lies between the first and the ninth of ten. */
  covered: boolean
  /** Median less truth, days. */
  error: number
}

export function score(memberDays: number[], truth: number): Scored {
  const days = memberDays.map(held).sort((a, b) => a - b)
  const n = days.length
  const at = (share: number) => days[Math.min(n - 1, Math.max(0, Math.ceil(share * n) - 1))]!
  const spread = days.reduce((sum, d, i) => sum + d * (2 * i - n + 1), 0) / (n * n)
  return {
    crps: mean(days.map((d) => Math.abs(d - truth))) - spread,
    pit: days.filter((d) => d <= truth).length / n,
    covered: truth >= at(0.1) && truth <= at(0.9),
    error: at(0.5) - truth,
  }
}

export interface Summary {
  count: number
  coverage: number
  crps: number
  meanError: number
  bias: number
}
export const summarise = (scores: Scored[]): Summary => ({
  count: scores.length,
  coverage: mean(scores.map((s) => Number(s.covered))),
  crps: mean(scores.map((s) => s.crps)),
  meanError: mean(scores.map((s) => Math.abs(s.error))),
  bias: mean(scores.map((s) => s.error)),
})
