import { convert, unitDefinition, type Quantity, type RatePerAreaUnit } from '../../quantity/index.ts'
import type { LabelUse } from '../../shelf/index.ts'
import type { BarrierActive } from './active.ts'

/** A label moves the model's half-life, and its threshold, by no more than so many times: beyond that one of the two is misread. Estimate. */
const mostStretch = 4
/** Where the model has a rate under its threshold from the first day, it is begun so far over it. */
const leastOver = 1.5

/** How long a rate lasts: as the label's own table has it, and as the model does, days. */
export interface LabelledLength {
  leastDays: number
  mostDays: number
  modelDays: number
}

/**
 * How long the label's own table says a rate lasts; between its lines by the share of the way. Nothing under its first line, of which
 * it says nothing; over the last the last.
 */
export function lengthAt(
  { lengths = [], rate: { unit } }: Pick<LabelUse, 'lengths' | 'rate'>,
  rate: Quantity<RatePerAreaUnit>,
): { leastDays: number; mostDays: number } | undefined {
  if (!lengths.length || unitDefinition(unit).dimension !== unitDefinition(rate.unit).dimension)
    return undefined
  const value = convert(rate.value, rate.unit, unit)
  const lines = lengths.toSorted((a, b) => a.min - b.min)
  const held = lines.findLast((l) => value >= l.min * (1 - 1e-9))
  if (!held) return undefined
  const next = lines[lines.indexOf(held) + 1]
  const { leastDays, mostDays } = held
  if (value <= held.max * (1 + 1e-9) || !next) return { leastDays, mostDays }
  const share = (value - held.max) / (next.min - held.max)
  const between = (a: number, b: number) => a + (b - a) * share
  return { leastDays: between(leastDays, next.leastDays), mostDays: between(mostDays, next.mostDays) }
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
  said: { leastDays: number; mostDays: number },
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
    active: { ...active, halfLifeDays: halfLifeDays * stretch, thresholdLbPerAcre: threshold },
    length,
  }
}

/** What no label's table can better: for bounds. */
export const asLongAsAnyLabel = (active: BarrierActive): BarrierActive => ({
  ...active,
  halfLifeDays: active.halfLifeDays * mostStretch,
  thresholdLbPerAcre: active.thresholdLbPerAcre / mostStretch,
})
