import { describe, expect, it } from 'vitest'
import { computeProductCost } from './cost.ts'
import type { LabelRules, LabelUse } from './label.ts'

const use: LabelUse = {
  turf: ['tallFescue'],
  purpose: 'postEmergent',
  rate: { min: 1, max: 1.5, unit: 'floz/1000ft2' },
  applicationsPerYear: 4,
}
const rules = {
  name: 'Sample SL',
  formulation: 'SL',
  uses: [use],
  packages: [
    { amount: { value: 1, unit: 'pt' }, priceCents: 2400 },
    { amount: { value: 1, unit: 'gal' }, priceCents: 9600 },
  ],
} as LabelRules
const cost = (areaSqFt: number, more: Partial<LabelUse> = {}) =>
  computeProductCost(rules, { ...use, ...more }, { value: 1, unit: 'floz/1000ft2' }, areaSqFt)

describe('what a product costs', () => {
  it('by the packages that hold a year of it: two treatments, however many the label allows', () => {
    // 6,000 ft²: 6 fl oz a treatment; a pint of 16 fl oz for 24.00 holds two.
    expect(cost(6000)).toMatchObject({
      centsPerThousand: 150,
      centsPerTreatment: 900,
      purchase: { counts: [1, 0], cents: 2400 },
      treatments: 2,
      outlasts: false,
    })
    expect(cost(6000)!.left.value).toBeCloseTo(4)
    expect(cost(6000)!.left.unit).toBe('floz')
  })
  it('takes the gallon where it is cheaper by content and used up', () => {
    expect(cost(40_000)!.purchase.counts).toEqual([0, 1])
    expect(cost(40_000)!.centsPerThousand).toBeCloseTo(75)
  })
  it('reckons no more treatments than the year of the label leaves', () => {
    expect(cost(6000, { applicationsPerYear: 1 })!.treatments).toBe(1)
    expect(
      cost(6000, { annualMaximum: { value: 1.5, unit: 'floz/1000ft2', of: 'product' } })!.treatments,
    ).toBe(1)
  })
  it('says where a package outlasts its strength', () => {
    expect(cost(500)).toMatchObject({ outlasts: true })
    expect(cost(500)!.years).toBeCloseTo(16)
  })
  it('is not known without a price', () => {
    expect(
      computeProductCost({ ...rules, packages: [] }, use, { value: 1, unit: 'floz/1000ft2' }, 6000),
    ).toBeUndefined()
  })
})
