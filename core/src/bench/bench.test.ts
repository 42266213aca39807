import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import type { LabelRules, Pass } from '../shelf/index.ts'
import {
  chooseTool,
  checkSprayer,
  computeCalibration,
  computeCatchCarrier,
  computeMeasuredDose,
  computeMix,
  measuringTools,
  planLoads,
  toolIds,
  type MixRequest,
  type ToolId,
} from './index.ts'

const rules: LabelRules = {
  name: 'Sample 50',
  sample: true,
  formulation: 'WG',
  actives: [{ name: 'prodiamine', strength: { value: 50, unit: 'percent', basis: 'ai' }, group: '3' }],
  uses: [
    {
      turf: ['tallFescue'],
      purpose: 'preEmergent',
      states: ['growing', 'greeningUp', 'dormant'],
      rate: { min: 0.3, max: 0.58, unit: 'oz/1000ft2' },
      annualMaximum: { value: 0.95, unit: 'oz/1000ft2', of: 'product' },
      minimumIntervalDays: 42,
      applicationsPerYear: 3,
      minimumCarrier: { value: 0.5, unit: 'gal/1000ft2' },
    },
  ],
  keepOff: { untilDry: true, hours: 0 },
  gear: ['gloves'],
  signalWord: 'caution',
  restrictedUse: false,
}
const request: MixRequest = {
  rules,
  turf: 'tallFescue',
  state: 'growing',
  rate: { value: 0.4, unit: 'oz/1000ft2' },
  carrierVolume: { value: 1.25, unit: 'gal/1000ft2' },
  day: '2026-03-10',
  passes: [],
  areaSqFt: 6350,
  capacityGal: 4,
  loadPlan: 'fullThenRemainder',
  tool: 'scaleHundredthOz',
}
const mixOf = (more: Partial<MixRequest> = {}) => {
  const mix = computeMix({ ...request, ...more })
  if (!mix.ok) throw new Error(JSON.stringify(mix.refusals))
  return mix.value
}
const pass = (day: string, ozPer1000: number): Pass => ({
  day,
  actives: [
    { name: 'Prodiamine', basis: 'ai', rate: { value: (ozPer1000 / 16) * 43.56 * 0.5, unit: 'lb/acre' } },
  ],
})

describe('calibration', () => {
  const run = (volumeGal: number, seconds?: number) => ({
    areaSqFt: 1000,
    volumeGal,
    ...(seconds && { seconds }),
  })
  it('takes the mean of three runs, their spread and the pace', () => {
    const c = computeCalibration([run(1.2, 200), run(1.25, 210), run(1.3, 205)])
    expect(c.ok && c.value.carrierVolume.value).toBeCloseTo(1.25, 12)
    expect(c.ok && c.value.variation?.value).toBeCloseTo(0.04, 12)
    expect(c.ok && c.value.pace?.value).toBeCloseTo(205, 12)
    expect(c.ok && c.value.carrierVolume.cautions).toEqual([])
  })
  it('warns of uneven runs, of too few, and of an unusual volume', () => {
    const c = computeCalibration([run(6), run(8)])
    expect(c.ok && c.value.variation?.cautions[0]?.code).toBe('runsUneven')
    expect(c.ok && c.value.carrierVolume.cautions.map((x) => x.code)).toEqual(['fewRuns', 'carrierUnusual'])
  })
  test.each([
    [[], 'noRuns'],
    [[{ areaSqFt: 0, volumeGal: 1 }], 'runAreaNotPositive'],
    [[{ areaSqFt: 1000, volumeGal: -1 }], 'runVolumeNotPositive'],
    [[{ areaSqFt: 1000, volumeGal: 1, seconds: 0 }], 'runTimeNotPositive'],
    [[{ areaSqFt: 10, volumeGal: 4 }], 'carrierAbsurd'],
  ])('refuses %j', (runs, code) => {
    expect(computeCalibration(runs)).toMatchObject({ ok: false, refusals: [{ code }] })
  })
  it('agrees with the hand table for the catch method', () => {
    const c = computeCatchCarrier(0.4, 3, 20)
    expect(c.ok && c.value.working[0]?.result.value).toBeCloseTo(39.6, 9)
    expect(c.ok && c.value.value).toBeCloseTo(0.909, 3)
    expect(computeCatchCarrier(0.4, 0, 20)).toMatchObject({ ok: false, refusals: [{ field: 'mph' }] })
  })
  it('refuses a backpack of forty gallons', () => {
    expect(checkSprayer({ kind: 'backpack', capacityGal: 40, hopperLb: null })).toMatchObject([
      { code: 'sprayerLargerThanLife' },
    ])
    expect(checkSprayer({ kind: 'truckRig', capacityGal: 200, hopperLb: null })).toEqual([])
  })
})

describe('the hand-checked mix: 4 gal tank, 1.25 gal and 0.4 oz per 1,000 ft², 6,350 ft²', () => {
  it('takes 7.9375 gal in one full load and 3.9375 gal, and 2.54 oz', () => {
    const mix = mixOf()
    expect(mix.water.value).toBeCloseTo(7.9375, 10)
    expect(mix.loads.map((l) => l.water.value)).toEqual([4, 3.9375])
    expect(mix.loads[0]?.covers.value).toBeCloseTo(3200, 9)
    expect(mix.product).toMatchObject({ unit: 'oz' })
    expect(mix.product.value).toBeCloseTo(2.54, 10)
    expect(mix.product.value * 28.349523125).toBeCloseTo(72.0, 1)
    expect(mix.concentration).toMatchObject({ value: 0.32, unit: 'oz/gal' })
  })
  it('measures 1.28 and 1.26 oz, and counts what was measured against the year', () => {
    const mix = mixOf()
    expect(mix.loads.map((l) => l.measured.amount.value)).toEqual([1.28, 1.26])
    expect(mix.yearShare?.value).toBeCloseTo(0.4 / 0.95, 9)
  })
  it('makes equal loads of the same whole', () => {
    expect(mixOf({ loadPlan: 'equal' }).loads.map((l) => l.water.value)).toEqual([3.96875, 3.96875])
  })
})

describe('refusals', () => {
  test.each<[string, Partial<MixRequest>, string]>([
    ['a rate over the maximum', { rate: { value: 0.6, unit: 'oz/1000ft2' } }, 'rateOverMaximum'],
    ['a rate under the minimum', { rate: { value: 0.2, unit: 'oz/1000ft2' } }, 'rateUnderMinimum'],
    ['no rate', { rate: { value: 0, unit: 'oz/1000ft2' } }, 'rateNotPositive'],
    ['fluid ounces of a dry product', { rate: { value: 0.4, unit: 'floz/1000ft2' } }, 'fluidOunceForDry'],
    ['a turf not on the label', { turf: 'zoysiagrass' }, 'turfNotOnLabel'],
    ['a state not on the label', { state: 'seeded' }, 'turfStateNotOnLabel'],
    ['too little carrier', { carrierVolume: { value: 0.4, unit: 'gal/1000ft2' } }, 'carrierUnderMinimum'],
    ['the year’s maximum', { passes: [pass('2026-01-02', 0.58)] }, 'overAnnualMaximum'],
    ['a pass too soon', { passes: [pass('2026-02-20', 0.3)] }, 'tooSoonAgain'],
    ['no area', { areaSqFt: 0 }, 'areaNotPositive'],
    ['an absurd area', { areaSqFt: 1e9 }, 'areaAbsurd'],
    ['a thimble for a tank', { capacityGal: 0.001 }, 'tooManyLoads'],
    ['next to nothing for a tank', { capacityGal: 5e-324 }, 'tooManyLoads'],
    ['a cup for a dry product', { tool: 'cupHalfFloz' }, 'toolMeasuresOther'],
    ['a scale too coarse for the dose', { areaSqFt: 40, tool: 'scaleTenthOz' }, 'noMarkBetween'],
  ])('%s', (_, more, code) => {
    expect(computeMix({ ...request, ...more })).toMatchObject({ ok: false, refusals: [{ code }] })
  })
  it('counts last year’s pass for the interval, not for the maximum', () => {
    const december = [pass('2025-12-20', 0.58)]
    expect(mixOf({ passes: december }).yearUse).toMatchObject({ passes: 0, lastDay: '2025-12-20' })
    expect(computeMix({ ...request, passes: december, day: '2026-01-10' })).toMatchObject({
      ok: false,
      refusals: [{ code: 'tooSoonAgain' }],
    })
  })
  it('counts another product with the same active', () => {
    const mix = computeMix({
      ...request,
      passes: [pass('2026-01-02', 0.5)],
      rate: { value: 0.5, unit: 'oz/1000ft2' },
    })
    expect(mix).toMatchObject({
      ok: false,
      refusals: [{ code: 'overAnnualMaximum', params: { left: { value: expect.closeTo(0.45) } } }],
    })
  })
  it('names a tool that would do where none of the marks fits', () => {
    expect(computeMix({ ...request, areaSqFt: 40, tool: 'scaleTenthOz' })).toMatchObject({
      refusals: [{ params: { would: 'scaleHundredthOz' } }],
    })
  })
})

describe('over random valid inputs', () => {
  const inputs = fc.record({
    areaSqFt: fc.double({ min: 300, max: 60_000, noNaN: true }),
    carrier: fc.double({ min: 0.5, max: 3, noNaN: true }),
    capacityGal: fc.double({ min: 1, max: 300, noNaN: true }),
    rate: fc.double({ min: 0.3, max: 0.58, noNaN: true }),
    loadPlan: fc.constantFrom('equal', 'fullThenRemainder'),
    tool: fc.constantFrom(...toolIds.filter((t) => measuringTools[t].measure === 'mass')),
    used: fc.double({ min: 0, max: 0.6, noNaN: true }),
  })
  const ask = (i: typeof inputs extends fc.Arbitrary<infer T> ? T : never, k = 1): MixRequest => ({
    ...request,
    areaSqFt: i.areaSqFt * k,
    carrierVolume: { value: i.carrier, unit: 'gal/1000ft2' },
    capacityGal: i.capacityGal,
    rate: { value: i.rate, unit: 'oz/1000ft2' },
    loadPlan: i.loadPlan as MixRequest['loadPlan'],
    tool: i.tool,
    passes: i.used ? [pass('2026-01-02', i.used)] : [],
  })

  it('loads sum to the total, no load is over the tank, no dose over the label', () => {
    fc.assert(
      fc.property(inputs, (i) => {
        const mix = computeMix(ask(i))
        if (!mix.ok) return mix.refusals.every((r) => ['overAnnualMaximum', 'noMarkBetween'].includes(r.code))
        const { loads, water, product, yearShare } = mix.value
        expect(loads.reduce((sum, l) => sum + l.planned.value, 0)).toBe(product.value)
        expect(Math.abs(product.value / ((i.rate * i.areaSqFt) / 1000) - 1)).toBeLessThan(1e-9)
        expect(Math.abs(loads.reduce((sum, l) => sum + l.water.value, 0) / water.value - 1)).toBeLessThan(
          1e-9,
        )
        for (const { water: w, covers, measured } of loads) {
          expect(w.value).toBeLessThanOrEqual(i.capacityGal * (1 + 1e-9))
          const { unit, step } = measuringTools[measured.tool as ToolId]
          const oz = measured.amount.value / (unit === 'g' ? 28.349523125 : 1)
          expect(oz).toBeLessThanOrEqual(((0.58 * covers.value) / 1000) * (1 + 1e-7))
          expect(oz).toBeGreaterThanOrEqual(((0.3 * covers.value) / 1000) * (1 - 1e-7))
          expect(
            Math.abs(measured.amount.value / step - Math.round(measured.amount.value / step)),
          ).toBeLessThan(1e-6)
        }
        expect(yearShare!.value).toBeLessThanOrEqual(1 + 1e-7)
        return true
      }),
      { numRuns: 500 },
    )
  })

  it('half the area is half the water and half the product', () => {
    fc.assert(
      fc.property(inputs, (i) => {
        const whole = computeMix(ask(i))
        const half = computeMix(ask(i, 0.5))
        if (!whole.ok || !half.ok) return
        expect(whole.value.water.value / half.value.water.value).toBeCloseTo(2, 9)
        expect(whole.value.product.value / half.value.product.value).toBeCloseTo(2, 9)
      }),
    )
  })

  it('plans no empty load', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 2000, noNaN: true }),
        fc.double({ min: 0.5, max: 300, noNaN: true }),
        (total, cap) => {
          for (const plan of ['equal', 'fullThenRemainder'] as const) {
            const loads = planLoads(total, cap, plan)
            expect(Math.min(...loads)).toBeGreaterThan(0)
            expect(Math.max(...loads)).toBeLessThanOrEqual(cap * (1 + 1e-8))
          }
        },
      ),
    )
  })
})

describe('measuring', () => {
  it('rounds down rather than over the maximum, and says the error', () => {
    const dose = computeMeasuredDose({ planned: 2.9, min: 2, max: 2.9, unit: 'floz' }, 'cupHalfFloz')
    expect(dose.ok && dose.value.amount.value).toBe(2.5)
    expect(dose.ok && dose.value.error.value).toBeCloseTo(-0.138, 3)
    expect(dose.ok && dose.value.error.cautions[0]?.code).toBe('doseErrorOverFive')
  })
  it('rounds up rather than under the minimum', () => {
    const dose = computeMeasuredDose({ planned: 2.1, min: 2.1, max: 2.9, unit: 'floz' }, 'cupHalfFloz')
    expect(dose.ok && dose.value.amount.value).toBe(2.5)
  })
  it('chooses the tool with the least error', () => {
    expect(
      chooseTool({ planned: 1.28, min: 1, max: 1.3, unit: 'oz' }, [
        'scaleTenthOz',
        'scaleHundredthOz',
        'cup10mL',
      ]),
    ).toBe('scaleHundredthOz')
    expect(chooseTool({ planned: 0.01, min: 0.01, max: 0.011, unit: 'oz' }, ['scaleTenthOz'])).toBeUndefined()
  })
})
