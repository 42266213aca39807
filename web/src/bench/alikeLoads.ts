import type { TankMix } from '@jardinero/core/bench'

type Load = TankMix['loads'][number]

/** Loads that follow each other and are filled alike, as one. */
export interface AlikeLoads {
  load: Load
  /** Of the first and the last of them, from 0. */
  first: number
  last: number
}

/** Measured to less than that it is the same line of the same cup. */
const same = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(Math.abs(a), Math.abs(b), 1e-9)
const isAlike = (a: Load, b: Load): boolean =>
  same(a.water.value, b.water.value) &&
  same(a.covers.value, b.covers.value) &&
  a.doses.every((dose, i) => same(dose.measured.amount.value, b.doses[i]!.measured.amount.value))

/** The loads in their order; fifty-five that are the same are one line, not fifty-five. */
export function alikeLoads(loads: readonly Load[]): AlikeLoads[] {
  const groups: AlikeLoads[] = []
  for (const [i, load] of loads.entries()) {
    const before = groups.at(-1)
    if (before && isAlike(before.load, load)) before.last = i
    else groups.push({ load, first: i, last: i })
  }
  return groups
}
