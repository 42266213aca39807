import type { BarrierActive } from '../barrier/active.ts'
import type { SeasonField } from '../field/field.ts'
import { judgePlace } from './placeJudge.ts'
import type { FieldPass, JudgedRuns, JudgeEvents } from './judgeShapes.ts'

/** An active that a label lets last longer is another residue. */
const keyOf = ({ name, halfLifeDays, thresholdLbPerAcre }: BarrierActive) =>
  `${name} ${halfLifeDays} ${thresholdLbPerAcre}`

/**
 * Judges programmes on a field: residues of every place and member day by day from the first pass on (before it, all that
 * comes up escapes), and what comes through. About 0.1 µs a place, member and day (bench/season.ts).
 * @param weedsToStop indices of the weeds that decide gaps and strength, those with a target
 */
export function judgePasses(
  field: SeasonField,
  passes: FieldPass[],
  weedsToStop: number[],
  { disturbs = [] }: JudgeEvents = {},
): JudgedRuns {
  const actives = [
    ...new Map(passes.flatMap((p) => p.doses.map((d) => [keyOf(d.active), d.active]))).values(),
  ]
  const slots = passes.map((p) => p.doses.map((d) => actives.findIndex((a) => keyOf(a) === keyOf(d.active))))
  const runs: JudgedRuns = { escapes: [], places: [] }
  for (let p = 0; p < field.places.length; p++) {
    const { run, escapes } = judgePlace(field, p, { passes, slots, actives, weedsToStop, disturbs })
    runs.places.push(run)
    runs.escapes.push(...escapes)
  }
  return runs
}
