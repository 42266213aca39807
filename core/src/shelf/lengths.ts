import { convert, unitDefinition, type Quantity, type RatePerAreaUnit } from '../quantity/index.ts'
import type { LabelUse, LengthLine } from './label.ts'

/** How long a label says that a rate lasts. */
export type SaidLength = Pick<LengthLine, 'leastDays' | 'mostDays'>

/**
 * How long the label's own table says a rate lasts; between its lines by the share of the way. Nothing under its first line, of which
 * it says nothing; over the last the last.
 */
export function lengthAt(
  { lengths = [], rate: { unit } }: Pick<LabelUse, 'lengths' | 'rate'>,
  rate: Quantity<RatePerAreaUnit>,
): SaidLength | undefined {
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
