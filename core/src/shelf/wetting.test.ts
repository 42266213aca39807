import { describe, expect, it } from 'vitest'
import { computeTank, planCan, usualTools, type TankRequest } from '../bench/index.ts'
import { rateOfSpots, spotWetting, type LabelRules } from './index.ts'

const rules: LabelRules = {
  name: 'Mine',
  sample: false,
  formulation: 'SL',
  actives: [{ name: '2,4-D', strength: { value: 1, unit: 'lb/gal', basis: 'ae' } }],
  uses: [],
  spots: [{ amount: { value: 2, unit: 'floz' }, waterGal: 1 }],
  keepOff: { untilDry: true, hours: 0 },
  gear: [],
  signalWord: 'caution',
  restrictedUse: false,
}
const ofSpots: LabelRules = {
  ...rules,
  uses: [{ turf: ['tallFescue'], purpose: 'postEmergent', fromSpots: true, rate: rateOfSpots(rules) }],
}
const tank = (more: Partial<TankRequest['grounds'][number]>): TankRequest => ({
  day: '2026-05-01',
  grounds: [
    {
      id: 'a',
      name: 'Front',
      turf: 'tallFescue',
      state: 'growing',
      passes: [],
      areaSqFt: 4000,
      mode: 'broadcast',
      ...more,
    },
  ],
  products: [{ rules: ofSpots, rate: { value: 4, unit: 'floz/1000ft2' } }],
  carrierVolume: { value: 2, unit: 'gal/1000ft2' },
  capacityGal: 2,
  loadPlan: 'equal',
  tools: usualTools,
})

describe('a label that prints only a mix for spots', () => {
  it('comes to as much on ground as its mix does where it is sprayed to wet', () => {
    expect(rateOfSpots(rules)).toEqual({
      min: 2 * spotWetting.least,
      max: 2 * spotWetting.most,
      unit: 'floz/1000ft2',
    })
    expect(rateOfSpots({ formulation: 'SL' }).max).toBeNaN()
    expect(
      rateOfSpots({ ...rules, spots: [{ amount: { value: 2, unit: 'floz' }, waterGal: 0 }] }).max,
    ).toBeNaN()
  })
  it('goes by the can, counted as the most it can have put down', () => {
    const can = planCan({ rules: ofSpots, spot: rules.spots![0]!, canGal: 1, cans: 2, turf: 'tallFescue' })
    expect(can).toMatchObject({
      ok: true,
      value: { perCan: { value: 2 }, wettedGalPer1000: spotWetting.most },
    })
    expect(can.ok && can.value.rate.value).toBeCloseTo(5, 6)
  })
  it('goes on spots and on no whole lawn, and says that its rate is an estimate', () => {
    expect(computeTank(tank({}))).toMatchObject({ ok: false, refusals: [{ code: 'spotsOnly' }] })
    const spots = computeTank(tank({ mode: 'spot', spotSqFt: 200 }))
    expect(spots).toMatchObject({ ok: true })
    expect(spots.ok && spots.value.cautions.map((c) => c.code)).toContain('rateFromSpots')
  })
})
