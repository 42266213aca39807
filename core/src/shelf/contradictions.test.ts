import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { findContradictions, formulations, type Active, type LabelRules, type LabelUse } from './index.ts'

const active = (name: string, least: number, most: number, more: Partial<Active> = {}): Active => ({
  name,
  group: '4',
  basis: 'ai',
  mode: 'auxin',
  uptake: ['leaf'],
  mobility: 'systemic',
  activeLbPerAcre: { least, most, year: most * 2 },
  symptoms: { kind: 'twisting', firstDays: 1, judgeDays: [14, 28] },

  tolerance: {},
  states: {},
  efficacy: {},
  source: 'test',
  sourceKind: 'estimate',
  confidence: 'estimate',
  ...more,
})
const actives = [active('quinclorac', 0.5, 0.75), active('dicamba', 0.06, 0.5, { basis: 'ae' })]
const use: LabelUse = {
  turf: ['tallFescue'],
  purpose: 'postEmergent',
  rate: { min: 0.4, max: 0.45, unit: 'oz/1000ft2' },
  annualMaximum: { value: 0.9, unit: 'oz/1000ft2', of: 'product' },
  applicationsPerYear: 2,
}
/** 60 % of 0.45 oz per 1,000 ft² is 0.735 lb/acre. */
const sound: LabelRules = {
  name: 'Sample 60 WG',
  sample: true,
  formulation: 'WG',
  actives: [{ name: 'quinclorac', strength: { value: 60, unit: 'percent', basis: 'ai' }, group: '4' }],
  uses: [use],
  keepOff: { untilDry: true, hours: 0 },
  gear: [],
  signalWord: 'caution',
  restrictedUse: false,
  spots: [{ amount: { value: 0.45, unit: 'oz' }, waterGal: 1 }],
  coverage: [{ amount: { value: 4.5, unit: 'oz' }, areaSqFt: 10_000 }],
  packages: [{ amount: { value: 1, unit: 'lb' }, priceCents: 6800 }],
}
const liquid: LabelRules = {
  ...sound,
  name: 'Sample 1.2 SL',
  formulation: 'SL',
  actives: [{ name: 'quinclorac', strength: { value: 1.2, unit: 'lb/gal', basis: 'ai' } }],
  uses: [
    {
      ...use,
      rate: { min: 1.4, max: 1.8, unit: 'floz/1000ft2' },
      annualMaximum: { value: 3.6, unit: 'floz/1000ft2', of: 'product' },
    },
  ],
  spots: [],
  coverage: [],
  packages: [],
}
const withUse = (rules: LabelRules, more: Partial<LabelUse>): LabelRules => ({
  ...rules,
  uses: [{ ...rules.uses[0]!, ...more }],
})

describe('the table of lengths', () => {
  const withLengths = (...lengths: LabelUse['lengths'] & object) =>
    findContradictions({ ...sound, uses: [{ ...use, lengths }] }, actives).map((f) => [f.code, f.field])
  const line = (min: number, leastDays: number, mostDays: number) => ({ min, max: min, leastDays, mostDays })
  it('holds together where more lasts longer', () => {
    expect(withLengths(line(0.4, 60, 90), line(0.45, 90, 120))).toEqual([])
  })
  it('says which line is not whole, and where less lasts longer', () => {
    expect(withLengths(line(0.4, 60, 90), line(NaN, 90, 120))).toEqual([
      ['lengthNotWhole', 'rules.uses.0.lengths.1'],
    ])
    expect(withLengths(line(0.4, 120, 150), line(0.45, 60, 90))).toEqual([
      ['moreLastsLess', 'rules.uses.0.lengths.0'],
    ])
  })
})

describe('what cannot be in a label', () => {
  it('finds nothing in a sound one', () => {
    expect(findContradictions(sound, actives)).toEqual([])
    expect(findContradictions(liquid, actives)).toEqual([])
  })
  test.each<[string, LabelRules, string, 'refuse' | 'warn', string]>([
    [
      'two coverage claims for one bottle',
      {
        ...liquid,
        coverage: [
          { amount: { value: 32, unit: 'floz' }, areaSqFt: 20_000 },
          { amount: { value: 32, unit: 'floz' }, areaSqFt: 5_000 },
        ],
      },
      'coverageDisagrees',
      'refuse',
      'rules.coverage.1',
    ],
    [
      'a claim that fits no rate',
      { ...liquid, coverage: [{ amount: { value: 32, unit: 'floz' }, areaSqFt: 64_000 }] },
      'coverageAgainstRate',
      'warn',
      'rules.coverage.0',
    ],
    [
      'a large tank several times as strong as a small one',
      {
        ...sound,
        spots: [
          { amount: { value: 0.45, unit: 'oz' }, waterGal: 1 },
          { amount: { value: 9, unit: 'oz' }, waterGal: 4 },
        ],
      },
      'spotDisagrees',
      'refuse',
      'rules.spots.1',
    ],
    [
      'a spot mix that no spray volume brings to the rate',
      { ...sound, spots: [{ amount: { value: 4, unit: 'oz' }, waterGal: 1 }] },
      'spotAgainstRate',
      'warn',
      'rules.spots.0',
    ],
    [
      'minimum over maximum',
      withUse(sound, { rate: { min: 0.5, max: 0.45, unit: 'oz/1000ft2' } }),
      'minimumOverMaximum',
      'refuse',
      'rules.uses.0.rate.min',
    ],
    [
      'a rate per acre written as per 1,000',
      withUse(sound, { rate: { min: 15, max: 40, unit: 'oz/1000ft2' }, annualMaximum: undefined as never }),
      'activeRateAbsurd',
      'refuse',
      'rules.uses.0.rate.max',
    ],
    [
      'a rate the active is never used at',
      withUse(sound, { rate: { min: 0.4, max: 2, unit: 'oz/1000ft2' } }),
      'rateNotBelievable',
      'refuse',
      'rules.uses.0.rate',
    ],
    [
      'a rate that is more than usual',
      withUse(sound, { rate: { min: 0.4, max: 0.6, unit: 'oz/1000ft2' } }),
      'rateNotBelievable',
      'warn',
      'rules.uses.0.rate',
    ],
    [
      'a year that is more than usual',
      withUse(sound, { annualMaximum: { value: 1.2, unit: 'oz/1000ft2', of: 'product' } }),
      'yearNotBelievable',
      'warn',
      'rules.uses.0.annualMaximum',
    ],
    [
      'a year that no ground is given',
      withUse(sound, { annualMaximum: { value: 3.2, unit: 'lb/acre', of: 'active' } }),
      'yearNotBelievable',
      'refuse',
      'rules.uses.0.annualMaximum',
    ],
    [
      'fluid ounces of granules',
      withUse(sound, { rate: { min: 0.4, max: 0.45, unit: 'floz/1000ft2' } }),
      'fluidOunceForDry',
      'refuse',
      'rules.uses.0.rate',
    ],
    [
      'a package of a liquid in dry ounces',
      { ...liquid, packages: [{ amount: { value: 32, unit: 'oz' }, priceCents: 100 }] },
      'dryOunceForLiquid',
      'refuse',
      'rules.packages.0',
    ],
    [
      'a year below one pass',
      withUse(sound, { annualMaximum: { value: 0.2, unit: 'oz/1000ft2', of: 'product' } }),
      'annualBelowOnePass',
      'refuse',
      'rules.uses.0.annualMaximum',
    ],
    [
      'a year of active below one pass',
      withUse(sound, { annualMaximum: { value: 0.3, unit: 'lb/acre', of: 'active' } }),
      'annualBelowOnePass',
      'refuse',
      'rules.uses.0.annualMaximum',
    ],
    [
      'more passes than the year has room for',
      withUse(sound, { applicationsPerYear: 5 }),
      'passesOverAnnual',
      'warn',
      'rules.uses.0.annualMaximum',
    ],
    [
      'pounds in a gallon of what is weighed',
      { ...sound, actives: [{ name: 'quinclorac', strength: { value: 1.8, unit: 'lb/gal', basis: 'ai' } }] },
      'strengthDoesNotMatchFormulation',
      'refuse',
      'rules.actives.0.strength',
    ],
    [
      'a granule as strong as a powder',
      {
        ...sound,
        name: 'Sample',
        formulation: 'GR',
        spots: [],
        actives: [{ name: 'quinclorac', strength: { value: 60, unit: 'percent', basis: 'ai' } }],
      },
      'granuleTooStrong',
      'warn',
      'rules.actives.0.strength',
    ],
    [
      'another figure in the name',
      { ...sound, name: 'Sample 75 WG' },
      'strengthAgainstName',
      'warn',
      'rules.actives.0.strength',
    ],
    [
      'another group',
      { ...sound, actives: [{ ...sound.actives[0]!, group: '3' }] },
      'groupDisagrees',
      'warn',
      'rules.actives.0.group',
    ],
    [
      'an acid stated as active ingredient',
      {
        ...liquid,
        name: 'Sample',
        actives: [
          ...liquid.actives,
          { name: 'dicamba', strength: { value: 0.1, unit: 'lb/gal', basis: 'ai' } },
        ],
      },
      'basisDisagrees',
      'warn',
      'rules.actives.1.strength',
    ],
    [
      'one active twice',
      {
        ...sound,
        name: 'Sample',
        actives: [sound.actives[0]!, { ...sound.actives[0]!, name: 'Quinclorac ' }],
      },
      'activeTwice',
      'refuse',
      'rules.actives.1.name',
    ],
    [
      'strengths over the whole',
      {
        ...sound,
        name: 'Sample',
        actives: [
          sound.actives[0]!,
          { name: 'other', strength: { value: 60, unit: 'percent', basis: 'ai' } },
        ],
      },
      'strengthsOverWhole',
      'refuse',
      'rules.actives.0.strength',
    ],
    [
      'temperatures upside down',
      { ...sound, temperature: { least: 90, most: 50, unit: 'degF' } },
      'temperatureUpsideDown',
      'refuse',
      'rules.temperature',
    ],
    [
      'a weed controlled and only suppressed',
      { ...sound, weeds: { controls: ['dandelion'], suppresses: ['dandelion'] } },
      'weedClaimedTwice',
      'warn',
      'rules.weeds',
    ],
    [
      'must dry longer than it may wait for water',
      { ...sound, dryHours: 48, wateringIn: { leastIn: 0.25, mostIn: 0.5, withinDays: 1 } },
      'dryAgainstWater',
      'refuse',
      'rules.dryHours',
    ],
    ['no directions', { ...sound, uses: [] }, 'usesMissing', 'refuse', 'rules.uses'],
    [
      'an adjuvant without a dose',
      { ...sound, kind: 'adjuvant', spots: [], coverage: [] },
      'additiveMissing',
      'refuse',
      'rules.additive',
    ],
  ])('%s', (_, rules, code, weight, field) => {
    expect(findContradictions(rules, actives)).toContainEqual(
      expect.objectContaining({ code, weight, field }),
    )
  })

  it('takes a total for a lawn for what it is, and says the rate it would be', () => {
    const total = withUse(sound, { rate: { min: 0.4, max: 2.86, unit: 'oz/1000ft2' } })
    const [found] = findContradictions(total, actives, { lawnSqFt: 6350 })
    expect(found).toMatchObject({ code: 'totalTakenForRate', params: { lawn: { value: 6350, unit: 'ft2' } } })
    expect((found!.params['perThousand'] as { value: number }).value).toBeCloseTo(2.86 / 6.35, 9)
  })
  it('says which other unit would make a rate believable', () => {
    const slip = withUse(liquid, {
      rate: { min: 20, max: 60, unit: 'floz/1000ft2' },
      annualMaximum: undefined as never,
    })
    const found = findContradictions(slip, actives).find((f) => f.code === 'rateNotBelievable')
    expect(found?.params['meant']).toEqual({ value: 60, unit: 'floz/acre' })
  })
  it('says what the second tank would hold at the strength of the first', () => {
    const spots = [
      { amount: { value: 0.45, unit: 'oz' as const }, waterGal: 1 },
      { amount: { value: 9, unit: 'oz' as const }, waterGal: 4 },
    ]
    const found = findContradictions({ ...sound, spots }, actives).find((f) => f.code === 'spotDisagrees')
    expect(found?.params).toMatchObject({ same: { value: 1.8, unit: 'oz' }, times: 5 })
  })
})

const number = fc.oneof(fc.double(), fc.constantFrom(0, -1, NaN, Infinity, 1e-12, 1e12, 0.45))
const unit = fc.constantFrom('oz/1000ft2', 'floz/1000ft2', 'lb/acre', 'floz/gal', 'oz', 'nonsense', '')
const text = fc.oneof(
  fc.string(),
  fc.constantFrom('quinclorac', 'dicamba', '2,4-D', '__proto__', 'Sample 60 WG'),
)
const amount = fc.record({ value: number, unit: fc.constantFrom('oz', 'floz', 'lb', 'gal', 'ft2', 'x') })
const broken = fc.record(
  {
    kind: fc.constantFrom('herbicide', 'adjuvant', 'dye', 'fertiliser'),
    name: text,
    sample: fc.boolean(),
    formulation: fc.constantFrom(...formulations),
    actives: fc.array(
      fc.record({
        name: text,
        strength: fc.record({
          value: number,
          unit: fc.constantFrom('percent', 'lb/gal', 'g/L'),
          basis: fc.constantFrom('ai', 'ae'),
        }),
        group: text,
      }),
      { maxLength: 4 },
    ),
    uses: fc.array(
      fc.record({
        turf: fc.array(text, { maxLength: 3 }),
        purpose: fc.constantFrom('preEmergent', 'postEmergent'),
        rate: fc.record({ min: number, max: number, unit }),
        annualMaximum: fc.option(
          fc.record({ value: number, unit, of: fc.constantFrom('product', 'active') }),
          { nil: undefined },
        ),
        applicationsPerYear: fc.option(number, { nil: undefined }),
      }),
      { maxLength: 4 },
    ),
    coverage: fc.array(fc.record({ amount, areaSqFt: number }), { maxLength: 3 }),
    spots: fc.array(fc.record({ amount, waterGal: number }), { maxLength: 3 }),
    packages: fc.array(fc.record({ amount, priceCents: number }), { maxLength: 2 }),
    temperature: fc.record({ least: number, most: number, unit: fc.constantFrom('degF', 'degC') }),
    weeds: fc.record({ controls: fc.array(text), suppresses: fc.array(text) }),
    dryHours: number,
    wateringIn: fc.record({ leastIn: number, mostIn: number, withinDays: number }),
  },
  { requiredKeys: ['name', 'sample', 'formulation', 'actives', 'uses'] },
)

describe('labels at random', () => {
  it('never break the finder, and every finding has a place and its figures', () => {
    fc.assert(
      fc.property(broken, fc.option(number, { nil: undefined }), (rules, lawnSqFt) => {
        const found = findContradictions(
          rules as unknown as LabelRules,
          actives,
          lawnSqFt ? { lawnSqFt } : {},
        )
        return found.every(
          (f) => f.code && f.field.startsWith('rules') && ['refuse', 'warn'].includes(f.weight),
        )
      }),
      { numRuns: 3000, seed: 11 },
    )
  })
})
