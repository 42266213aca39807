import { addDays, type Day } from '../../quantity/index.ts'
import type { Active } from '../active.ts'
import type { LabelRules, LabelUse } from '../label.ts'

/** What will be seen after a pass of one product, when it is judged, and how soon and how often it may be repeated. */
export interface Expectation {
  label: string
  /** By active: what is seen first, from when. */
  signs: { active: string; kind: string; from: Day }[]
  /** Not judged before the first, nor after the last. */
  judgeFrom: Day
  judgeTo: Day
  /** Absent where the label states no interval. */
  repeatFrom?: Day
  perYear?: number
  passesLeft?: number
}

/** Judged by its slowest active: what looks untouched until then is not a failure. */
export function computeExpectation(
  rules: LabelRules,
  use: LabelUse | undefined,
  { day, activeOf, made = 0 }: { day: Day; activeOf: (name: string) => Active | undefined; made?: number },
): Expectation | undefined {
  const known = rules.actives.flatMap((a) => activeOf(a.name) ?? [])
  if (!known.length) return undefined
  const slowest = known.reduce((a, b) => (b.symptoms.judgeDays[0] > a.symptoms.judgeDays[0] ? b : a))
  const most = use?.applicationsPerYear
  return {
    label: rules.name,
    signs: known
      .map(({ name, symptoms }) => ({
        active: name,
        kind: symptoms.kind,
        from: addDays(day, symptoms.firstDays),
      }))
      .toSorted((a, b) => (a.from < b.from ? -1 : 1)),
    judgeFrom: addDays(day, slowest.symptoms.judgeDays[0]),
    judgeTo: addDays(day, slowest.symptoms.judgeDays[1]),
    ...(use?.minimumIntervalDays !== undefined && { repeatFrom: addDays(day, use.minimumIntervalDays) }),
    ...(most !== undefined && { perYear: most, passesLeft: Math.max(0, most - made - 1) }),
  }
}
