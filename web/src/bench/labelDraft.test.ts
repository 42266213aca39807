import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { labelRules } from '@jardinero/contract/shelf'
import { checkLabel } from '@jardinero/core/shelf'
import { draftOf, rateUnits, rulesOf, strengthUnits } from './labelDraft.ts'

describe('copying a label', () => {
  it.each(almanac.sampleLabels.map((l) => [l.code, l.rules] as const))(
    'loses nothing of %s on the way through the form',
    (_, rules) => {
      expect(rulesOf(draftOf(rules), rules)).toEqual(rules)
    },
  )
  it('keeps further uses and actives, which the form does not show', () => {
    const [first] = almanac.sampleLabels
    const before = {
      ...first!.rules,
      notes: 'mine',
      actives: [
        ...first!.rules.actives,
        { name: 'other', strength: { value: 3, unit: 'percent' as const, basis: 'ai' as const } },
      ],
    }
    const draft = draftOf(before)
    draft.rateMax = 0.5
    const after = rulesOf(draft, before)
    expect(after.uses).toHaveLength(before.uses.length)
    expect(after.uses[0]?.rate.max).toBe(0.5)
    expect(after.actives[1]?.name).toBe('other')
    expect(after.notes).toBe('mine')
  })
  it('makes a new label from what a label must say, and nothing more', () => {
    const draft = {
      ...draftOf(undefined, ['zoysiagrass']),
      name: 'New',
      active: 'prodiamine',
      strength: 40,
      rateMin: 0.3,
      rateMax: 0.6,
    }
    const rules = rulesOf(draft)
    expect(labelRules.validate(rules).error).toBeUndefined()
    expect(checkLabel(rules)).toEqual([])
    expect(rules).toMatchObject({ sample: false, keepOff: { untilDry: true, hours: 0 } })
    expect(rules).not.toHaveProperty('wateringIn')
    expect(rules.uses[0]).not.toHaveProperty('annualMaximum')
  })
  it('offers units of the product’s own measure first', () => {
    expect(rateUnits.mass.every((u) => !u.startsWith('fl'))).toBe(true)
    expect(strengthUnits.volume).not.toContain('percent')
  })
})
