import type { SaidLength } from '../../shelf/index.ts'
import type { BarrierActive } from './active.ts'

/** A label moves the model's half-life, and its threshold, by no more than so many times: beyond that one of the two is misread. Estimate. */
const mostStretch = 4
/** Where the model has a rate under its threshold from the first day, it is begun so far over it. */
const leastOver = 1.5

/** How long a rate lasts: as the label's own table has it, and as the model does, days. */
export interface LabelledLength extends SaidLength {
  modelDays: number
}

/** @returns after how many days loss has come to `enough`; all the days there are where it does not */
function daysUntil(enough: number, lost: number[]): number {
  const at = lost.findIndex((sum) => sum >= enough)
  return at < 0 ? lost.length : at
}

/**
 * An active as a label says that it lasts: where the model's length of control lies outside what the label's table says for the rate,
 * its half-life is drawn to the nearer end of that.
 * @param lost loss since the pass, day by day, added up: in days at 20 °C in moist ground (lossPace)
 */
export function asLabelled(
  active: BarrierActive,
  lbPerAcre: number,
  said: SaidLength,
  lost: number[],
): { active: BarrierActive; length: LabelledLength } {
  const { halfLifeDays, thresholdLbPerAcre } = active
  const over = lbPerAcre / thresholdLbPerAcre
  const modelDays = over > 1 ? daysUntil(halfLifeDays * Math.log2(over), lost) : 0
  const length = { ...said, modelDays }
  const wanted = Math.min(Math.max(modelDays, said.leastDays), said.mostDays)
  const lostThen = lost[Math.round(wanted)]
  if (wanted === modelDays || !lostThen) return { active, length }
  const threshold =
    over < leastOver ? Math.max(lbPerAcre / leastOver, thresholdLbPerAcre / mostStretch) : thresholdLbPerAcre
  const halfLives = Math.log2(lbPerAcre / threshold)
  if (!(halfLives > 0)) return { active, length }
  const stretch = Math.min(mostStretch, Math.max(1 / mostStretch, lostThen / halfLives / halfLifeDays))
  return {
    active: {
      ...active,
      halfLifeDays: halfLifeDays * stretch,
      thresholdLbPerAcre: threshold,
      lastsBy: 'label',
    },
    length,
  }
}

/** What no label's table can better: for bounds. */
export const asLongAsAnyLabel = (active: BarrierActive): BarrierActive => ({
  ...active,
  halfLifeDays: active.halfLifeDays * mostStretch,
  thresholdLbPerAcre: active.thresholdLbPerAcre / mostStretch,
})
