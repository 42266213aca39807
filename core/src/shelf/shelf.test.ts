import { describe, expect, it, test } from 'vitest'
import {
  checkLabel,
  computeActiveRates,
  computeYearUse,
  needsDensity,
  type LabelRules,
  type LabelUse,
} from './index.ts'

const use: LabelUse = {
  turf: ['zoysiagrass'],
  purpose: 'preEmergent',
  rate: { min: 0.8, max: 1.64, unit: 'floz/1000ft2' },
  annualMaximum: { value: 3, unit: 'lb/acre', of: 'active' },
}
const liquid: LabelRules = {
  name: 'Sample liquid',
  sample: true,
  formulation: 'EC',
  actives: [{ name: 'pendimethalin', strength: { value: 3.3, unit: 'lb/gal', basis: 'ai' } }],
  uses: [use],
  keepOff: { untilDry: true, hours: 0 },
  gear: [],
  signalWord: 'caution',
  restrictedUse: false,
}
const withUse = (more: Partial<LabelUse>): LabelRules => ({ ...liquid, uses: [{ ...use, ...more }] })

describe('a label that contradicts itself', () => {
  it('a sound one passes', () => expect(checkLabel(liquid)).toEqual([]))
  test.each<[string, LabelRules, string, string]>([
    [
      'minimum over maximum',
      withUse({ rate: { min: 2, max: 1, unit: 'floz/1000ft2' } }),
      'minimumOverMaximum',
      'rules.uses.0.rate.min',
    ],
    [
      'dry ounces for a liquid',
      withUse({ rate: { min: 1, max: 2, unit: 'oz/1000ft2' } }),
      'dryOunceForLiquid',
      'rules.uses.0.rate',
    ],
    [
      'a concentration as a rate',
      withUse({ rate: { min: 1, max: 2, unit: 'floz/gal' as never } }),
      'notARatePerArea',
      'rules.uses.0.rate',
    ],
    [
      'a year below one pass',
      withUse({ annualMaximum: { value: 0.5, unit: 'floz/1000ft2', of: 'product' } }),
      'annualBelowOnePass',
      'rules.uses.0.annualMaximum',
    ],
    [
      'an active maximum by volume',
      withUse({ annualMaximum: { value: 5, unit: 'floz/acre', of: 'active' } }),
      'activeMaximumNeedsMass',
      'rules.uses.0.annualMaximum',
    ],
    [
      'a lawn’s total as a rate',
      withUse({ rate: { min: 1, max: 60, unit: 'floz/1000ft2' } }),
      'activeRateAbsurd',
      'rules.uses.0.rate.max',
    ],
    [
      'pounds in a gallon of what is weighed',
      {
        ...withUse({ rate: { min: 1, max: 2, unit: 'oz/1000ft2' } }),
        formulation: 'WG',
        actives: [{ name: 'x', strength: { value: 4, unit: 'lb/gal', basis: 'ai' } }],
      },
      'strengthDoesNotMatchFormulation',
      'rules.actives.0.strength',
    ],
    [
      'strength over all',
      { ...liquid, actives: [{ name: 'x', strength: { value: 40, unit: 'lb/gal', basis: 'ai' } }] },
      'strengthAbsurd',
      'rules.actives.0.strength',
    ],
  ])('%s', (_, rules, code, field) => {
    expect(checkLabel(rules)[0]).toMatchObject({ code, field })
  })
})

describe('a strength as it is printed', () => {
  const percent = (more: Partial<LabelRules> = {}): LabelRules => ({
    ...liquid,
    formulation: 'SL',
    actives: [{ name: 'glyphosate', strength: { value: 41, unit: 'percent', basis: 'ai' } }],
    ...more,
  })
  const rate = { value: 2, unit: 'qt/acre' } as const
  const put = (rules: LabelRules, end?: 'least' | 'most') =>
    computeActiveRates(rules, rate, end)[0]?.rate.value
  it('by weight, of what is poured, goes by the weight on the label', () => {
    const typed = percent({ density: { value: 9.8, unit: 'lb/gal' } })
    // Half a gallon of 9.8 lb, 41 of 100 parts.
    expect(put(typed)).toBeCloseTo(0.5 * 9.8 * 0.41, 9)
    expect(put(typed, 'least')).toBe(put(typed))
    expect([needsDensity(typed), checkLabel(typed)]).toEqual([false, []])
  })
  it('without that weight is held to its heavy end against limits, to its light end for what it does', () => {
    const [least, most] = [put(percent(), 'least')!, put(percent())!]
    expect(least).toBeLessThan(0.5 * 9.8 * 0.41)
    expect(most).toBeGreaterThan(0.5 * 9.8 * 0.41)
    expect(most / least).toBeCloseTo(1.25, 9)
    expect(needsDensity(percent())).toBe(true)
  })
  it('that is not printed puts down nothing that anything is claimed of', () => {
    const unprinted = percent({
      actives: [{ name: 'glyphosate', strength: { value: 0, unit: 'none', basis: 'ai' } }],
    })
    expect(computeActiveRates(unprinted, rate)).toEqual([])
    expect(checkLabel(unprinted)).toEqual([])
    // What its year allows of the active can't be told in product; what it allows in product can.
    const year = (of: 'product' | 'active', unit: 'floz/1000ft2' | 'lb/acre') =>
      computeYearUse(unprinted, { ...use, annualMaximum: { value: 3, unit, of } }, [], '2026-05-01').maximum
        ?.value
    expect([year('active', 'lb/acre'), year('product', 'floz/1000ft2')]).toEqual([undefined, 3])
  })
})

describe('the year’s maximum', () => {
  it('turns a maximum in active into product through the strength', () => {
    const year = computeYearUse(liquid, use, [], '2026-03-01')
    // 3 lb/acre ÷ 3.3 lb/gal = 0.909 gal/acre = 116.4 fl oz/acre = 2.671 fl oz per 1,000 ft²
    expect(year.maximum?.value).toBeCloseTo((3 / 3.3) * (128 / 43.56), 9)
    expect(year.remaining?.value).toBeCloseTo(year.maximum!.value, 12)
  })
  it('keeps acid equivalent and active ingredient apart', () => {
    const past = [
      {
        day: '2026-02-01',
        actives: [
          { name: 'pendimethalin', basis: 'ae' as const, rate: { value: 1, unit: 'lb/acre' as const } },
        ],
      },
    ]
    expect(computeYearUse(liquid, use, past, '2026-03-01').used.value).toBe(0)
  })
})
