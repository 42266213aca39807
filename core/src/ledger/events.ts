import { addDays, type Day, type Params, type Quantity, type RatePerAreaUnit } from '../quantity/index.ts'
import { computeExpectation, findUse, type Active, type LabelRules } from '../shelf/index.ts'
import type { TurfState } from '../yard/index.ts'
import { computeAfterPass } from './afterPass.ts'

/** A day that follows a pass that is down. Words under season.event.<code>. */
export interface LedgerEvent {
  id: string
  code: 'waterPass' | 'judgePass' | 'repeatPass' | 'reenterPass'
  from: Day
  to: Day
  params: Params
}

export interface PassDown {
  id: string
  day: Day
  zoneName: string
  turf: string
  /** The turf's state as it went down, where it was kept. */
  state?: TurfState | null
  rate: Quantity<RatePerAreaUnit>
  rules: LabelRules
  wateredInOn: Day | null
  /** When people and pets may be on it again, and on which day that is. */
  reentry?: { at: string; day: Day }
  /** Somebody has rated it. */
  rated: boolean
}

/** A day of judging is told as the first few of its span: nobody counts for six weeks. */
const judgeDays = 3

/** What a calendar holds of passes that are down: when it may be walked on again, water, the days to judge, the earliest repeat. */
export function computeLedgerEvents(
  passes: PassDown[],
  activeOf: (name: string) => Active | undefined,
): LedgerEvent[] {
  return passes.flatMap((pass): LedgerEvent[] => {
    const { id, day, rules, zoneName } = pass
    const params: Params = { label: rules.name, zones: zoneName }
    const { waterBy } = computeAfterPass(day, rules, day)
    const expected = computeExpectation(rules, findUse(rules, pass), { day, activeOf })
    const events: LedgerEvent[] = []
    if (pass.reentry)
      events.push({
        id: `reenter.${id}`,
        code: 'reenterPass',
        from: pass.reentry.day,
        to: pass.reentry.day,
        params: { ...params, at: pass.reentry.at },
      })
    if (waterBy && !pass.wateredInOn)
      events.push({
        id: `water.${id}`,
        code: 'waterPass',
        from: waterBy,
        to: waterBy,
        params: { ...params, by: waterBy, depth: { value: rules.wateringIn!.leastIn, unit: 'in' } },
      })
    if (expected && !pass.rated)
      events.push({
        id: `judge.${id}`,
        code: 'judgePass',
        from: expected.judgeFrom,
        to: addDays(expected.judgeFrom, judgeDays - 1),
        params: { ...params, until: expected.judgeTo },
      })
    if (expected?.repeatFrom)
      events.push({
        id: `repeat.${id}`,
        code: 'repeatPass',
        from: expected.repeatFrom,
        to: expected.repeatFrom,
        params: { ...params, day: expected.repeatFrom },
      })
    return events
  })
}
