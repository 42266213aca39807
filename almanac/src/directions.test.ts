import { describe, expect, it } from 'vitest'
import { computeLedgerEvents } from '@jardinero/core/ledger'
import { checkLimits, createActiveFinder, findUse, type LabelUse } from '@jardinero/core/shelf'
import { turfStates, type TurfState } from '@jardinero/core/yard'
import { almanac } from './index.ts'

/** Every line of every sample label, with a turf and a state it is for. */
const lines = almanac.sampleLabels.flatMap(({ rules }) =>
  rules.uses.flatMap((use) =>
    use.turf.flatMap((turf) => (use.states ?? turfStates).map((state) => ({ rules, use, turf, state }))),
  ),
)
const differing = lines.filter(({ rules, use, turf }) =>
  rules.uses.some((u) => u !== use && u.turf.includes(turf)),
)
const middle = ({ rate }: LabelUse) => ({ value: (rate.min + rate.max) / 2, unit: rate.unit })
const allows = (use: LabelUse, turf: string, state: TurfState) =>
  use.turf.includes(turf) && (!use.states || use.states.includes(state))

describe('the line of the directions', () => {
  it('is one that allows the turf, its state and the rate, on every sample label', () => {
    expect(differing.length).toBeGreaterThan(20)
    for (const { rules, use, turf, state } of lines) {
      const rate = middle(use)
      const found = findUse(rules, { turf, state, purpose: use.purpose, rate })!
      expect(allows(found, turf, state), `${rules.name}, ${turf}, ${state}`).toBe(true)
      expect(found.purpose).toBe(use.purpose)
      expect([found.rate.min <= rate.value, rate.value <= found.rate.max], rules.name).toEqual([true, true])
    }
  })
  it('is the same for what is checked and for what follows it in the calendar', () => {
    const activeOf = createActiveFinder(almanac.actives)
    for (const { rules, use, turf, state } of differing) {
      const rate = middle(use)
      const checked = checkLimits({ rules, turf, state, rate, day: '2026-03-10', passes: [] })
      expect(checked.use).toBe(findUse(rules, { turf, state, rate }))
      const record = { id: 'r', day: '2026-03-10', zoneName: 'Front', turf, state, rate, rules }
      const repeat = computeLedgerEvents([{ ...record, wateredInOn: null, rated: false }], activeOf).find(
        (e) => e.code === 'repeatPass',
      )
      expect(repeat !== undefined).toBe(checked.use!.minimumIntervalDays !== undefined)
    }
  })
})
