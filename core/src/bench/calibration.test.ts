import { describe, expect, it, test } from 'vitest'
import {
  checkNozzle,
  computeOuncesCarrier,
  computeSpreadRate,
  findSwath,
  planSpread,
  sqFt128thAcre,
  type SpreadRequest,
} from './index.ts'

describe('nozzles and ounces', () => {
  it('as many ounces caught over 1/128 acre as gallons an acre', () => {
    const carrier = computeOuncesCarrier(43.56)
    expect(carrier.ok && carrier.value.value).toBeCloseTo(1, 12)
    expect(sqFt128thAcre).toBeCloseTo(340.3, 1)
    expect(computeOuncesCarrier(0)).toMatchObject({ ok: false, refusals: [{ field: 'flOzCaught' }] })
  })
  it('a nozzle a tenth over its nominal at the same pressure is worn; flow goes with the root of the pressure', () => {
    const nominal = { gpm: 0.4, psi: 40 }
    expect(checkNozzle({ gpm: 0.46, psi: 40 }, nominal)?.cautions).toMatchObject([{ code: 'nozzleWorn' }])
    // Four times the pressure is twice the flow: nothing is worn.
    expect(checkNozzle({ gpm: 0.8, psi: 160 }, nominal)?.over.value).toBeCloseTo(0, 12)
    expect(checkNozzle({ gpm: 0, psi: 40 }, nominal)).toBeUndefined()
  })
})

describe('a spreader', () => {
  it('is weighed back over known ground', () => {
    const rate = computeSpreadRate([
      { areaSqFt: 500, lb: 1.5 },
      { areaSqFt: 1000, lb: 3.2 },
    ])
    expect(rate.ok && rate.value.value).toBeCloseTo(3.1, 12)
    expect(rate.ok && rate.value.cautions).toEqual([])
    const uneven = computeSpreadRate([
      { areaSqFt: 500, lb: 1.5 },
      { areaSqFt: 500, lb: 2 },
    ])
    expect(uneven.ok && uneven.value.cautions).toMatchObject([{ code: 'spreadUneven' }])
  })
  test.each([
    [[], 'noRuns'],
    [[{ areaSqFt: 0, lb: 1 }], 'runAreaNotPositive'],
    [[{ areaSqFt: 100, lb: 0 }], 'runWeightNotPositive'],
    [[{ areaSqFt: 10, lb: 5 }], 'spreadAbsurd'],
  ])('refuses %j', (runs, code) =>
    expect(computeSpreadRate(runs)).toMatchObject({ ok: false, refusals: [{ code }] }),
  )
  it('finds the swath at which the pattern lies most evenly over itself', () => {
    // A triangle of base 8 trays overlaps evenly at half its base.
    const triangle = [1, 2, 3, 4, 4, 3, 2, 1]
    const found = findSwath(triangle, 1)
    expect(found.ok && found.value.best.swathFt).toBe(5)
    expect(found.ok && found.value.all.find((s) => s.swathFt === 7)?.variation).toBeGreaterThan(0.2)
    // Wind and turf shake it a little: the same swath.
    const shaken = findSwath([1.1, 1.9, 3.2, 3.9, 5.1, 4.1, 2.9, 2.1, 0.9], 1)
    expect(shaken.ok && shaken.value.best.swathFt).toBe(5)
    // A level pattern is laid edge to edge.
    const level = findSwath([2, 2, 2, 2, 2, 2], 2)
    expect(level.ok && level.value.best).toEqual({ swathFt: 12, variation: expect.closeTo(0, 12) })
    expect(findSwath([1, 2, 3], 1)).toMatchObject({ ok: false, refusals: [{ code: 'trayCount' }] })
    expect(findSwath([0, 0, 0, 0, 0], 1)).toMatchObject({ ok: false, refusals: [{ code: 'traysEmpty' }] })
  })
})

describe('granules over a lawn', () => {
  const request: SpreadRequest = {
    day: '2026-03-10',
    grounds: [
      {
        id: 'f',
        name: 'Front',
        turf: 'tallFescue',
        state: 'growing',
        areaSqFt: 6350,
        mode: 'broadcast',
        passes: [],
      },
    ],
    rules: {
      name: 'Granule',
      sample: false,
      formulation: 'GR',
      actives: [{ name: 'x', strength: { value: 1, unit: 'percent', basis: 'ai' } }],
      uses: [{ turf: ['tallFescue'], purpose: 'preEmergent', rate: { min: 2, max: 4, unit: 'lb/1000ft2' } }],
      wateringIn: { leastIn: 0.25, mostIn: 0.5, withinDays: 7 },
      keepOff: { untilDry: true, hours: 0 },
      gear: [],
      signalWord: 'caution',
      restrictedUse: false,
    },
    rate: { value: 3, unit: 'lb/1000ft2' },
    hopperLb: 8,
    directions: 2,
  }
  it('are weighed, half for each direction, hopper by hopper', () => {
    const plan = planSpread({ ...request, spreadRate: 1.5 })
    if (!plan.ok) throw new Error('refused')
    expect(plan.value.total.value).toBeCloseTo(19.05, 9)
    expect(plan.value.perDirection.value).toBeCloseTo(9.525, 9)
    expect(plan.value.fillings.map((f) => Number(f.toFixed(6)))).toEqual([8, 8, 3.05])
    expect(plan.value.watering).toMatchObject({ fromHours: 0, toHours: 168 })
    expect(plan.value.cautions).toEqual([])
  })
  it('of fertiliser are weighed by the nitrogen they give: 0.75 lb of a 24 % bag is 3.125 lb', () => {
    const bag = { ...request.rules, kind: 'fertiliser' as const, uses: [], actives: [] }
    const fed = (nitrogen: number, n = 24) =>
      planSpread({
        ...request,
        rules: { ...bag, analysis: { n, p2o5: 0, k2o: 8 } },
        rate: { value: nitrogen / (n / 100), unit: 'lb/1000ft2' },
      })
    const plan = fed(0.75)
    expect(plan.ok && plan.value.total.value).toBeCloseTo(3.125 * 6.35, 9)
    expect(plan.ok && plan.value.years).toEqual({ f: {} })
    expect(fed(2).ok).toBe(true)
    expect(fed(2.1)).toMatchObject({ ok: false, refusals: [{ code: 'nitrogenRate' }] })
    expect(fed(0.75, 60)).toMatchObject({ ok: false, refusals: [{ code: 'nitrogenPercent' }] })
  })
  it('warn of a setting that is not the one wanted', () => {
    const cautions = (spreadRate: number) => {
      const plan = planSpread({ ...request, spreadRate })
      return plan.ok ? plan.value.cautions.map((c) => c.code) : []
    }
    expect(cautions(1.7)).toEqual(['settingTooOpen'])
    expect(cautions(1.2)).toEqual(['settingTooClosed'])
  })
  it('are refused over the label, off the turf, and where they are no granules', () => {
    const code = (more: Partial<SpreadRequest>) => {
      const plan = planSpread({ ...request, ...more })
      return plan.ok ? undefined : plan.refusals[0]?.code
    }
    expect(code({ rate: { value: 5, unit: 'lb/1000ft2' } })).toBe('rateOverMaximum')
    expect(code({ grounds: [{ ...request.grounds[0]!, turf: 'zoysiagrass' }] })).toBe('turfNotOnLabel')
    expect(code({ rules: { ...request.rules, formulation: 'WG' } })).toBe('notGranular')
    expect(code({ hopperLb: 0 })).toBe('capacityNotPositive')
  })
})
