import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { labelRules } from '@jardinero/contract/shelf'
import { checkLabel, type LabelRules } from '@jardinero/core/shelf'
import { amountUnits, draftOf, notCopied, rateUnits, usualUnits } from './labelDraft.ts'
import { formOf, productForms, takeForm } from './productForms.ts'
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
    Object.assign(draft.actives[0]!, { name: 'prodiamine', strength: 4 })
    // One rate is printed, no range.
    Object.assign(draft.uses[0]!, { max: 0.6 })
    const rules = rulesOf(draft)
    expect(labelRules.validate(rules).error).toBeUndefined()
    expect(checkLabel(rules)).toEqual([])
    expect(rules).toMatchObject({ sample: false, keepOff: { untilDry: true, hours: 0 } })
    for (const absent of ['wateringIn', 'temperature', 'weeds', 'packages', 'kind'])
      expect(rules).not.toHaveProperty(absent)
    expect(rules.uses[0]).not.toHaveProperty('annualMaximum')
    expect(rules.uses[0]!.rate).toEqual({ min: 0.6, max: 0.6, unit: 'floz/1000ft2' })
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
    for (const measure of ['mass', 'volume'] as const)
      for (const metric of [false, true]) {
        const { rate, amount, strength } = usualUnits(measure, metric)
        expect(rateUnits[measure]).toContain(rate)
        expect(/ft2|acre/.test(rate)).toBe(!metric)
        expect(amountUnits[measure]).toContain(amount)
        expect(strength).toBe(measure === 'mass' ? 'percent' : metric ? 'g/L' : 'lb/gal')
      }
  })
  it('keeps a strength that is not printed, and what a volume weighs', () => {
    const rules: LabelRules = {
      ...almanac.sampleLabels.find((l) => l.code === 'tressock')!.rules,
      density: { value: 9.8, unit: 'lb/gal' },
      actives: [
        { name: 'mecoprop-P', strength: { value: 0, unit: 'none', basis: 'ae' }, group: '4' },
        { name: '2,4-D', strength: { value: 30, unit: 'percent', basis: 'ae' }, group: '4' },
      ],
    }
    expect(labelRules.validate(rules).error).toBeUndefined()
    expect(rulesOf(draftOf(rules))).toEqual(rules)
  })
  it('says what is not copied yet, and less of it the more is', () => {
    const draft = draftOf(undefined, ['tallFescue'])
    draft.uses[0]!.purpose = 'postEmergent'
    const before = notCopied(draft)
    expect(before).toContain('seeding')
    draft.seedingDays = 28
    expect(notCopied(draft)).toEqual(before.filter((k) => k !== 'seeding'))
    expect(
      notCopied(draftOf(almanac.sampleLabels.find((l) => l.code === 'tressock')!.rules)).length,
    ).toBeLessThan(4)
  })
  it.each(productForms)('is a %s: its class brings the measure, and one that fits already stays', (form) => {
    const taken = takeForm(form, { kind: 'herbicide', formulation: 'EC' })
    expect(formOf(taken)).toBe(form)
    expect(takeForm(form, taken)).toEqual(taken)
    if (form === 'poured') expect(taken.formulation).toBe('EC')
  })
})
