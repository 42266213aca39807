import type { BarrierActive } from './active.ts'
import { createStrengths, type Target } from './escape.ts'
import { createResidue } from './residue.ts'

/** What the ground goes through from the first pass on. */
export interface GroundDays {
  /** How fast a barrier is lost, day by day (lossPace). */
  pace: ArrayLike<number>
  /** Rain and water given, mm. */
  waterMm: ArrayLike<number>
}

/**
 * Length of control: days from the first pass until its barrier, after the last, falls under the threshold for good.
 * @param passes lb/acre by days after the first @param giveMm water given on the day after each pass
 * @returns Infinity where it outlasts the days
 */
export function computeControlLength(
  active: BarrierActive,
  target: Target,
  passes: { day: number; lbPerAcre: number }[],
  { pace, waterMm }: GroundDays,
  giveMm = 12,
): number {
  const residue = createResidue([active])
  const strengths = createStrengths([active], [target])
  let last = 0
  for (let day = 0; day < pace.length; day++) {
    for (const p of passes) if (p.day === day) residue.apply(0, p.lbPerAcre, 0)
    const given = passes.some((p) => p.day + 1 === day) ? giveMm : 0
    residue.pass(pace[day]!, waterMm[day]! + given, false)
    strengths.update(residue.inSoil)
    if (strengths.of(0) >= 1) last = day + 1
  }
  return last === pace.length ? Infinity : last
}
