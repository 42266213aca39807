import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkLimits, computeReentry, computeYearUse, type LabelRules } from '../shelf/index.ts'
import {
  causeCodes,
  checkRating,
  computeControl,
  computeCover,
  computeDeviations,
  computeLedgerEvents,
  computeWateringIn,
  computeYearSummary,
  diagnose,
  endOfApplication,
  judgeRating,
  passOfRecord,
  yearsOfOneGroup,
  type FailedPass,
  type Rating,
} from './index.ts'

const rules: LabelRules = {
  name: 'Barrier 50 WG',
  sample: true,
  formulation: 'WG',
  actives: [],
  uses: [],
  wateringIn: { leastIn: 0.5, mostIn: 0.75, withinDays: 7 },
  keepOff: { untilDry: true, hours: 0 },
  gear: [],
  signalWord: 'caution',
  restrictedUse: false,
}
const rating = (more: Partial<Rating>): Rating => ({
  day: '2026-06-01',
  treated: { hits: 15, points: 100 },
  injury: 0,
  ...more,
})

describe('watering in', () => {
  const inch = 25.4
  it('counts rain and sprinkler from the pass’s day on, and says when it had enough', () => {
    const water = computeWateringIn(
      { day: '2026-04-08', rules },
      [
        { day: '2026-04-07', rainMm: 40 },
        { day: '2026-04-09', rainMm: 0.2 * inch },
        { day: '2026-04-11', rainMm: 0, irrigationMm: 0.3 * inch },
      ],
      '2026-04-12',
    )!
    expect(water.fallen.value).toBeCloseTo(0.5, 9)
    expect(water).toMatchObject({ waterBy: '2026-04-15', daysToWater: 3, enoughOn: '2026-04-11', leftIn: 0 })
    expect(water.washed).toBeUndefined()
  })
  it('says what is still wanted, and counts nothing after the deadline', () => {
    const days = [
      { day: '2026-04-09', rainMm: 0.2 * inch },
      { day: '2026-04-16', rainMm: 2 * inch },
    ]
    const late = computeWateringIn({ day: '2026-04-08', rules }, days, '2026-04-20')!
    expect(late.leftIn).toBeCloseTo(0.3, 9)
    expect(late.daysToWater).toBe(-5)
    expect(late.enoughOn).toBeUndefined()
  })
  it('tells a downpour', () =>
    expect(
      computeWateringIn(
        { day: '2026-04-08', rules },
        [{ day: '2026-04-09', rainMm: 2 * inch }],
        '2026-04-10',
      )!.washed,
    ).toEqual({ day: '2026-04-09', depthIn: 2 }))
  it('counts nothing of the pass’s own day until somebody says that it came after, and asks', () => {
    const days = [{ day: '2026-04-08', rainMm: 0.8 * inch, irrigationMm: 0.2 * inch }]
    const on = (waterAfterMm?: number) =>
      computeWateringIn({ day: '2026-04-08', rules, waterAfterMm }, days, '2026-04-10')!
    expect(on()).toMatchObject({ leftIn: 0.5, askMm: inch })
    expect(on().fallen.value).toBe(0)
    expect(on().enoughOn).toBeUndefined()
    expect(on(0)).toMatchObject({ leftIn: 0.5 })
    expect(on(0).askMm).toBeUndefined()
    expect(on(0.6 * inch)).toMatchObject({ leftIn: 0, enoughOn: '2026-04-08' })
  })
  it('is nothing where the label asks for none', () => {
    const { wateringIn: _, ...none } = rules
    expect(computeWateringIn({ day: '2026-04-08', rules: none }, [], '2026-04-10')).toBeUndefined()
  })
})

describe('a rating', () => {
  it('has its cover with Wilson’s interval', () => {
    const { value, low, high } = computeCover({ hits: 20, points: 100 })
    expect(value.value).toBe(0.2)
    // Wilson 1927 at 80 %, by hand: (0.2 + z²/200 ± z √(0.0016 + z²/40000)) ÷ (1 + z²/100).
    expect(low).toBeCloseTo(0.1537, 3)
    expect(high).toBeCloseTo(0.256, 3)
    expect(computeCover({ hits: 0, points: 100 }).low).toBeCloseTo(0, 12)
  })
  it('has Abbott’s control: 60 in the check and 15 where it went down are 75 %', () => {
    const control = computeControl(rating({ check: { hits: 60, points: 100 } }))!
    expect(control.method).toBe('abbott')
    expect(control.value.value).toBeCloseTo(0.75, 12)
    expect(control.low).toBeLessThan(0.75)
    expect(control.high).toBeGreaterThan(0.75)
  })
  it('has Henderson and Tilton’s where both were counted before: 1 − 15 × 50 ÷ (60 × 40)', () => {
    const control = computeControl(
      rating({
        treatedBefore: { hits: 40, points: 100 },
        check: { hits: 60, points: 100 },
        checkBefore: { hits: 50, points: 100 },
      }),
    )!
    expect(control.method).toBe('hendersonTilton')
    expect(control.value.value).toBeCloseTo(1 - (15 * 50) / (60 * 40), 12)
  })
  it('compares with before where there is no patch, and with nothing where there is neither', () => {
    expect(computeControl(rating({ treatedBefore: { hits: 30, points: 100 } }))!.value.value).toBeCloseTo(
      0.5,
      12,
    )
    expect(computeControl(rating({}))).toBeUndefined()
    expect(computeControl(rating({ check: { hits: 0, points: 100 } }))).toBeUndefined()
    expect(judgeRating(rating({})).ok).toBe(false)
  })
  it.each([
    [5, 'worked'],
    [20, 'partly'],
    [45, 'failed'],
  ])('of %i points against 60 says %s', (hits, verdict) => {
    const judged = judgeRating(rating({ treated: { hits, points: 100 }, check: { hits: 60, points: 100 } }))
    expect(judged.ok && judged.value.verdict).toBe(verdict)
  })
  it('is refused with too few points, more hits than points, or a check only before', () => {
    const codes = (more: Partial<Rating>) => checkRating(rating(more)).map((r) => r.code)
    expect(codes({})).toEqual([])
    expect(codes({ treated: { hits: 3, points: 10 } })).toEqual(['gridPoints'])
    expect(codes({ check: { hits: 101, points: 100 } })).toEqual(['gridHits'])
    expect(codes({ checkBefore: { hits: 1, points: 100 } })).toEqual(['checkMissing'])
    expect(codes({ injury: 11 })).toEqual(['injuryRange'])
  })
  it('has an interval around its value that narrows with more points', () => {
    const count = fc.integer({ min: 1, max: 99 })
    fc.assert(
      fc.property(count, count, (treated, check) => {
        const at = (times: number) =>
          computeControl(
            rating({
              treated: { hits: treated * times, points: 100 * times },
              check: { hits: check * times, points: 100 * times },
            }),
          )!
        const [few, many] = [at(1), at(16)]
        expect(few.low).toBeLessThanOrEqual(few.value.value)
        expect(few.high).toBeGreaterThanOrEqual(few.value.value)
        expect(many.high - many.low).toBeLessThan(few.high - few.low)
        expect(few.high).toBeLessThanOrEqual(1)
      }),
    )
  })
  it('covers the truth about four times in five', () => {
    let state = 7
    const random = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647
    const draw = (p: number) => Array.from({ length: 200 }, random).filter((r) => r < p).length
    let covered = 0
    for (let i = 0; i < 600; i++) {
      const { low, high } = computeControl(
        rating({ treated: { hits: draw(0.1), points: 200 }, check: { hits: draw(0.4), points: 200 } }),
      )!
      if (low <= 0.75 && high >= 0.75) covered++
    }
    expect(covered / 600).toBeGreaterThan(0.74)
    expect(covered / 600).toBeLessThan(0.87)
  })
})

describe('why a pass failed', () => {
  const pass = (more: Partial<FailedPass>): FailedPass => ({
    day: '2026-04-20',
    purpose: 'preEmergent',
    rules: { ...rules, weeds: { controls: ['smoothCrabgrass'], suppresses: ['goosegrass'] } },
    rate: { value: 0.5, unit: 'oz/1000ft2' },
    plant: 'smoothCrabgrass',
    ...more,
  })
  const codes = (more: Partial<FailedPass>) => diagnose(pass(more)).map((c) => c.code)
  const dry = computeWateringIn({ day: '2026-04-20', rules }, [], '2026-05-20')!
  it('finds nothing where all was as it should be, and makes no cause of what is not known', () =>
    expect(codes({})).toEqual([]))
  it.each<[string, Partial<FailedPass>]>([
    ['notListed', { plant: 'annualBluegrass' }],
    ['suppressionOnly', { plant: 'goosegrass' }],
    ['late', { emerged: '2026-04-06' }],
    ['notWatered', { watering: dry }],
    [
      'washedOff',
      {
        watering: computeWateringIn(
          { day: '2026-04-20', rules },
          [{ day: '2026-04-21', rainMm: 60 }],
          '2026-05-01',
        )!,
      },
    ],
    ['rateLow', { range: { min: 0.6, max: 0.9 } }],
    ['resistance', { sameGroupYears: 4, group: '3' }],
    ['stage', { purpose: 'postEmergent', stage: 'manyTillers', efficacy: 'poor' }],
    ['rainOnLeaf', { purpose: 'postEmergent', rainMm: [0, 6] }],
    ['mown', { purpose: 'postEmergent', mown: ['2026-04-21'] }],
    ['tooCold', { highC: 8, band: { least: 10, most: 29 } }],
    ['tooHot', { highC: 33, band: { least: 10, most: 29 } }],
  ])('%s', (code, more) => expect(codes(more)).toEqual([code]))
  it('puts what explains most first', () => {
    expect(
      codes({
        emerged: '2026-04-01',
        highC: 33,
        band: { least: 10, most: 29 },
        range: { min: 0.55, max: 0.9 },
      }),
    ).toEqual(['late', 'rateLow', 'tooHot'])
  })
  it('names only causes there are words for', () =>
    expect(causeCodes).toEqual(
      expect.arrayContaining(diagnose(pass({ emerged: '2026-04-01' })).map((c) => c.code)),
    ))
  it('counts the years running in which one group alone met a place', () => {
    const of = (year: number, ...groups: string[]) => ({ year, groups })
    expect(yearsOfOneGroup([of(2024, '3'), of(2025, '3'), of(2026, '3')], '3', 2026)).toBe(3)
    expect(yearsOfOneGroup([of(2024, '3'), of(2025, '3', '14'), of(2026, '3')], '3', 2026)).toBe(1)
    expect(yearsOfOneGroup([of(2024, '3'), of(2026, '3')], '3', 2026)).toBe(1)
  })
})

describe('a strip along the edges that was gone over twice', () => {
  const pass = {
    day: '2026-03-01',
    rate: { value: 0.4, unit: 'oz/1000ft2' as const },
    rules: {
      ...rules,
      actives: [{ name: 'prodiamine', strength: { value: 50, unit: 'percent', basis: 'ai' } }],
    } as LabelRules,
  }
  const use = {
    turf: ['tallFescue'],
    purpose: 'preEmergent' as const,
    rate: { min: 0.2, max: 0.8, unit: 'oz/1000ft2' as const },
    annualMaximum: { value: 0.9, unit: 'oz/1000ft2' as const, of: 'product' as const },
  }
  it('counts for the year as its worst ground has it, so that nothing more fits that would go over there', () => {
    const used = (stripSqFt: number | null) =>
      computeYearUse(pass.rules, use, [passOfRecord({ ...pass, stripSqFt })], '2026-04-01')
    expect(used(null).used.value).toBeCloseTo(0.4, 9)
    expect(used(150).used.value).toBeCloseTo(0.8, 9)
    expect(used(150).remaining!.value).toBeCloseTo(0.1, 9)
    const next = (stripSqFt: number | null) =>
      checkLimits({
        rules: { ...pass.rules, uses: [use] },
        turf: 'tallFescue',
        state: 'growing',
        rate: { value: 0.3, unit: 'oz/1000ft2' },
        day: '2026-04-01',
        passes: [passOfRecord({ ...pass, stripSqFt })],
      }).refusals.map((r) => r.code)
    expect(next(null)).toEqual([])
    expect(next(150)).toEqual(['overAnnualMaximum'])
  })
})

describe('when people may be on it again', () => {
  const started = { appliedAt: '2026-04-08T13:00:00.000Z', areaSqFt: 6000 }
  it('is counted from the end of the application: the longer of the hours and of drying, of all that went down', () => {
    const end = endOfApplication({ ...started, endedAt: '2026-04-08T14:30:00.000Z' })
    const at = (...keepOff: LabelRules['keepOff'][]) =>
      computeReentry(
        keepOff.map((k) => ({ keepOff: k })),
        end,
      ).at
    expect(at({ untilDry: false, hours: 12 })).toBe('2026-04-09T02:30:00.000Z')
    expect(at({ untilDry: true, hours: 0 })).toBe('2026-04-08T17:30:00.000Z')
    expect(at({ untilDry: true, hours: 0 }, { untilDry: false, hours: 24 })).toBe('2026-04-09T14:30:00.000Z')
  })
  it('where nobody noted the end, after the time that so much ground usually takes', () =>
    // 6,000 ft² at 4 min for 1,000.
    expect(endOfApplication(started)).toBe('2026-04-08T13:24:00.000Z'))
})

describe('days that follow a pass', () => {
  const active = {
    name: 'prodiamine',
    symptoms: { kind: 'none', firstDays: 1, judgeDays: [42, 90] },
  } as never
  const pass = {
    id: 'r',
    day: '2026-04-08',
    zoneName: 'Front',
    turf: 'tallFescue',
    rules: {
      ...rules,
      actives: [{ name: 'prodiamine', strength: { value: 50, unit: 'percent', basis: 'ai' } }],
      uses: [
        {
          turf: ['tallFescue'],
          purpose: 'preEmergent',
          rate: { min: 1, max: 2, unit: 'oz/1000ft2' },
          minimumIntervalDays: 60,
        },
      ],
    } as LabelRules,
    rate: { value: 1.5, unit: 'oz/1000ft2' as const },
    wateredInOn: null,
    rated: false,
  }
  it('are its water, its judging and its repeat', () =>
    expect(computeLedgerEvents([pass], () => active).map((e) => [e.code, e.from, e.to])).toEqual([
      ['waterPass', '2026-04-15', '2026-04-15'],
      ['judgePass', '2026-05-20', '2026-05-22'],
      ['repeatPass', '2026-06-07', '2026-06-07'],
    ]))
  it('are gone once it is watered in and rated', () =>
    expect(
      computeLedgerEvents([{ ...pass, wateredInOn: '2026-04-09', rated: true }], () => active).map(
        (e) => e.code,
      ),
    ).toEqual(['repeatPass']))
})

describe('plan and done', () => {
  const planned = {
    day: '2026-04-08',
    product: { value: 72, unit: 'g' as const },
    areaSqFt: 6000,
    waterGal: 8,
  }
  it('differ in nothing where it went to plan', () => expect(computeDeviations(planned, planned)).toEqual([]))
  it('tell the rate first: the same product on less ground', () => {
    const found = computeDeviations(planned, { ...planned, areaSqFt: 5000, day: '2026-04-10' })
    expect(found.map((d) => d.what)).toEqual(['rate', 'area', 'day'])
    expect(found[0]!.by).toBeCloseTo(0.2, 12)
    expect(found[2]!.by).toBe(2)
  })
  it('compare in any unit of the measure', () =>
    expect(
      computeDeviations(planned, { ...planned, product: { value: 72 / 28.349523125, unit: 'oz' } }),
    ).toEqual([]))
})

describe('a year in a few figures', () => {
  const record = (id: string, day: string, zoneId: string, group: string, areaSqFt = 3000) => ({
    id,
    day,
    zoneId,
    areaSqFt,
    rules: { actives: [{ name: group, group } as never] },
  })
  it('counts a lawn once a day, whatever was in the tank, and only its own year', () => {
    const records = [
      record('a', '2026-03-10', 'front', '3'),
      record('b', '2026-03-10', 'front', '29', 2000),
      record('c', '2026-05-10', 'front', '3'),
      record('d', '2026-03-10', 'strip', '3', 500),
      record('e', '2025-03-10', 'front', '4'),
    ]
    const rated = {
      ...rating({ treated: { hits: 5, points: 100 }, check: { hits: 50, points: 100 } }),
      recordId: 'a',
    }
    expect(computeYearSummary(records, [rated, { ...rated, recordId: 'e' }], 2026)).toEqual({
      days: 2,
      first: '2026-03-10',
      areaSqFt: 6500,
      groups: ['29', '3'],
      control: 0.9,
    })
    expect(computeYearSummary(records, [], 2024)).toEqual({ days: 0, areaSqFt: 0, groups: [] })
  })
})
