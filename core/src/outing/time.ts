import { addDays, figure, operand, type Day, type Figure } from '../quantity/index.ts'
import type { LabelRules, LabelUse, Pass } from '../shelf/index.ts'

/** Filling and mixing one load. Estimate: 8–20. */
export const fillingMinutes = 12
/** Where no pace was ever measured: 4 minutes for 1,000 ft². Estimate. */
export const usualPace = 240

/** How long a pass takes: walking at the calibrated pace, and filling. */
export function computePassTime({
  areaSqFt,
  pace = usualPace,
  loads,
}: {
  areaSqFt: number
  /** Seconds for 1,000 ft². */
  pace?: number | undefined
  loads: number
}): Figure<'min'> {
  const walked = (pace * areaSqFt) / 1000 / 60
  return figure('min', [
    {
      code: 'walkingTime',
      formula: '{pace} × {area}',
      operands: { pace: operand(pace, 's/1000ft2'), area: operand(areaSqFt, 'ft2') },
      result: operand(walked, 'min'),
      source: 'calibration',
    },
    {
      code: 'passTime',
      formula: '{walking} + {loads} × {filling}',
      operands: {
        walking: operand(walked, 'min'),
        loads: operand(loads, 'count'),
        filling: operand(fillingMinutes, 'min'),
      },
      result: operand(walked + loads * fillingMinutes, 'min'),
      source: 'practice',
    },
  ])
}

/** The first day a label's interval allows another pass; nothing where none of its actives was down. */
export function earliestAgain(rules: LabelRules, use: LabelUse | undefined, passes: Pass[]): Day | undefined {
  const days = use?.minimumIntervalDays
  if (!days) return undefined
  const names = new Set(rules.actives.map((a) => a.name))
  const last = passes
    .filter((p) => p.actives.some((a) => names.has(a.name)))
    .map((p) => p.day)
    .sort()
    .at(-1)
  return last && addDays(last, days)
}
