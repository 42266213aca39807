import {
  firstTolerance,
  gradeOf,
  letterEfficacy,
  type Active,
  type Efficacy,
  type Tolerance,
} from '@jardinero/core/shelf'
import { almanac } from './index.ts'
import { secondEfficacy, secondLimits, secondTolerance, secondVerdict, settled } from './second.ts'

/** How two readings of a table agree: cells that both have, those that are equal, and those no more than a step apart. */
export interface Agreement {
  table: 'efficacy' | 'tolerance' | 'limits'
  cells: number
  equal: number
  near: number
  /** Cells that only one of them has. */
  onlyFirst: number
  onlySecond: number
  settled: number
}

/** Suppression lies between poor and fair. */
const steps: Record<Efficacy, number> = { none: 0, poor: 1, suppression: 1.5, fair: 2, good: 3, excellent: 4 }
const verdicts: Tolerance[] = ['safe', 'caution', 'injures', 'kills']
/** Limits are near each other within so many times. */
const nearLimit = 1.25

/** An active as the first reading alone has it. */
const firstOnly = ({ second: _, ...active }: Active): Active => active

function count(
  table: Agreement['table'],
  pairs: { first: unknown; second: unknown; apart: number; near: number }[],
): Agreement {
  const both = pairs.filter((p) => p.first !== undefined && p.second !== undefined)
  return {
    table,
    cells: both.length,
    equal: both.filter((p) => p.apart === 0).length,
    near: both.filter((p) => p.apart <= p.near).length,
    onlyFirst: pairs.filter((p) => p.first !== undefined && p.second === undefined).length,
    onlySecond: pairs.filter((p) => p.first === undefined && p.second !== undefined).length,
    settled: settled.filter((s) => s.table === table).length,
  }
}

/** The agreement of both readings as they stand, what was settled for the second counted as equal. */
export function computeAgreement(): Agreement[] {
  const efficacy = almanac.actives.flatMap((active) => {
    const again = secondEfficacy[active.name] ?? {}
    const plants = [...new Set([...Object.keys(active.efficacy), ...Object.keys(again)])]
    return plants.flatMap((plant) =>
      (['leaves', 'flowering'] as const).map((stage, age) => {
        const first = gradeOf(firstOnly(active), plant, stage)?.value
        const second = letterEfficacy(again[plant]?.[age])
        return { first, second, apart: Math.abs(steps[first!] - steps[second!]), near: 1 }
      }),
    )
  })
  const tolerance = almanac.actives.flatMap((active) =>
    secondTolerance.turf.map((turf) => {
      const first = firstTolerance(active, turf)?.verdict
      const second = secondVerdict(active.name, turf)
      return { first, second, apart: Math.abs(verdicts.indexOf(first!) - verdicts.indexOf(second!)), near: 1 }
    }),
  )
  const limits = almanac.actives.flatMap(({ name, activeLbPerAcre }) =>
    (['most', 'year'] as const).map((of) => {
      const [first, second] = [activeLbPerAcre[of], secondLimits[name]?.[of]]
      const times = second === undefined ? NaN : Math.max(first / second, second / first)
      return { first, second, apart: times - 1, near: nearLimit - 1 }
    }),
  )
  return [count('efficacy', efficacy), count('tolerance', tolerance), count('limits', limits)]
}
