import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { labelRules } from '@jardinero/contract/shelf'
import { checkLabel, type LabelRules } from '@jardinero/core/shelf'
import { draftOf, rateUnits, strengthUnits } from './labelDraft.ts'
import { rulesOf } from './rulesOfDraft.ts'

describe('copying a label', () => {
  it.each(almanac.sampleLabels.map((l) => [l.code, l.rules] as const))(
    'loses nothing of %s on the way through the form',
    (_, rules) => {
      expect(rulesOf(draftOf(rules))).toEqual(rules)
    },
  )
  it('loses nothing of what no sample has', () => {
    const rules: LabelRules = {
      ...almanac.sampleLabels[0]!.rules,
      registration: 'X-1',
      notWith: ['another', 'and one more'],
      notIn: ['Orlsby County'],
      sites: ['sod'],
      mixing: { waterFirst: 0.75, place: 'last' },
      notes: 'mine',
      temperature: { least: 5, unit: 'degC' },
      windMost: { value: 8, unit: 'mph' },
      adjuvant: { rule: 'forbids', classes: [] },
    }
    expect(rulesOf(draftOf(rules))).toEqual(rules)
  })
  it('makes a new label from what a label must say, and nothing more', () => {
    const draft = draftOf(undefined, ['zoysiagrass'])
    draft.name = 'New'
    Object.assign(draft.actives[0]!, { name: 'prodiamine', strength: 40 })
    Object.assign(draft.uses[0]!, { min: 0.3, max: 0.6 })
    const rules = rulesOf(draft)
    expect(labelRules.validate(rules).error).toBeUndefined()
    expect(checkLabel(rules)).toEqual([])
    expect(rules).toMatchObject({ sample: false, keepOff: { untilDry: true, hours: 0 } })
    for (const absent of ['wateringIn', 'temperature', 'weeds', 'packages', 'kind'])
      expect(rules).not.toHaveProperty(absent)
    expect(rules.uses[0]).not.toHaveProperty('annualMaximum')
  })
  it('keeps a line half typed as a fault, never as nothing', () => {
    const draft = draftOf(almanac.sampleLabels[0]!.rules)
    draft.packages.push({ amount: 12, unit: 'oz', of: undefined })
    expect(rulesOf(draft).packages!.at(-1)!.priceCents).toBeNaN()
  })
  it('leaves directions out of what is no herbicide', () => {
    const draft = draftOf(almanac.sampleLabels[0]!.rules)
    draft.kind = 'dye'
    Object.assign(draft, { additiveMin: 0.5, additiveMax: 1, additiveUnit: 'floz/gal', additiveClass: 'dye' })
    expect(rulesOf(draft)).toMatchObject({ kind: 'dye', uses: [], additive: { class: 'dye' } })
  })
  it('offers units of the product’s own measure first', () => {
    expect(rateUnits.mass.every((u) => !u.startsWith('fl'))).toBe(true)
    expect(strengthUnits.volume).not.toContain('percent')
  })
})
