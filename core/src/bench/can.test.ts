import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LabelRules } from '../shelf/index.ts'
import { computeAnyCalibration, computeTank, planCan, usualTools, type CanAsked } from './index.ts'

describe('spots by the can', () => {
  const label: LabelRules = {
    name: 'Handmittel',
    sample: false,
    formulation: 'SL',
    keepOff: { untilDry: true, hours: 0 },
    gear: [],
    signalWord: 'caution',
    restrictedUse: false,
    actives: [{ name: '2,4-D', strength: { value: 3, unit: 'lb/gal', basis: 'ae' }, group: '4' }],
    uses: [{ turf: ['tallFescue'], purpose: 'postEmergent', rate: { min: 1, max: 3, unit: 'floz/1000ft2' } }],
    spots: [{ amount: { value: 1.3, unit: 'floz' }, waterGal: 1 }],
  }
  const spot = label.spots![0]!
  const plan = (more: Partial<CanAsked> = {}) =>
    planCan({ rules: label, spot, canGal: 2, cans: 1, turf: 'tallFescue', ...more })
  it('take the printed mix for the can, and wet so much ground', () => {
    const made = plan()
    if (!made.ok) throw new Error('refused')
    const { perCan, covers, leastSqFt, wettedGalPer1000, spotSqFt, rate, gallons } = made.value
    expect(perCan).toMatchObject({ value: 2.6, unit: 'floz' })
    expect(gallons).toBe(2)
    expect([Math.round(covers.least), Math.round(covers.most)]).toEqual([867, 2667])
    // 3 fl oz on 1,000 sq ft are reached with 2.31 gal of it: no heavier than that is meant.
    expect(wettedGalPer1000).toBeCloseTo(3 / 1.3, 9)
    expect(leastSqFt).toBeCloseTo(2000 / (3 / 1.3), 6)
    expect(spotSqFt).toBeCloseTo(leastSqFt, 6)
    expect(rate.value).toBeLessThan(3)
    expect(rate.value).toBeCloseTo(3, 6)
  })
  it('in halves, and never over the label’s rate, whatever the mix and the can', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        fc.double({ min: 0.5, max: 4, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (perGal, canGal, halves) => {
          const made = plan({
            spot: { amount: { value: perGal, unit: 'floz' }, waterGal: 1 },
            canGal,
            cans: halves / 2,
          })
          if (!made.ok) {
            expect(made.refusals[0]!.code).toBe('spotStrongerThanRate')
            expect(perGal * 0.75).toBeGreaterThan(3)
            return
          }
          const { rate, spotSqFt, gallons, perCan } = made.value
          expect(rate.value).toBeLessThanOrEqual(3)
          // All that was mixed, on the ground it is counted on, is that rate.
          expect((perCan.value * (halves / 2) * 1000) / spotSqFt).toBeCloseTo(rate.value, 5)
          expect(gallons).toBeCloseTo((canGal * halves) / 2, 9)
        },
      ),
    ))
  it.each([
    ['a can nobody carries', { canGal: 9 }, 'canNotASize'],
    ['a third of a can', { cans: 1 / 3 }, 'cansNotHalves'],
    ['no can', { cans: 0 }, 'cansNotHalves'],
    ['a turf the label does not name', { turf: 'zoysiagrass' }, 'turfNotOnLabel'],
    [
      'a mix stronger than the area rate allows',
      { spot: { amount: { value: 6, unit: 'floz' }, waterGal: 1 } },
      'spotStrongerThanRate',
    ],
  ] as const)('refuses %s', (_, more, code) => {
    const made = plan(more as Partial<CanAsked>)
    expect(made.ok ? [] : made.refusals.map((r) => r.code)).toEqual([code])
  })
  it('fill a tank like any other: a can and a half is two loads of the printed mix', () => {
    const made = plan({ cans: 1.5 })
    if (!made.ok) throw new Error('refused')
    const { rate, spotSqFt, wettedGalPer1000 } = made.value
    const tank = computeTank({
      day: '2026-05-12',
      grounds: [
        {
          id: 'a',
          name: 'A',
          turf: 'tallFescue',
          state: 'growing',
          mode: 'spot',
          spotSqFt,
          areaSqFt: 9000,
          passes: [],
        },
      ],
      tools: usualTools,
      products: [{ rules: label, rate }],
      carrierVolume: { value: wettedGalPer1000, unit: 'gal/1000ft2' },
      capacityGal: 2,
      loadPlan: 'fullThenRemainder',
    })
    if (!tank.ok) throw new Error(JSON.stringify(tank.refusals))
    expect(
      tank.value.loads.map((l) =>
        [l.water.value, l.doses[0]!.planned.value].map((v) => Number(v.toFixed(4))),
      ),
    ).toEqual([
      [2, 2.6],
      [1, 1.3],
    ])
  })
  it('have a carrier nobody measures, within what wetting takes', () => {
    const of = (wettedGalPer1000: number) =>
      computeAnyCalibration({ method: 'wetted', runs: [], inputs: { wettedGalPer1000 } })
    expect(of(2.5)).toMatchObject({ ok: true, value: { kind: 'sprayer', carrierVolume: { value: 2.5 } } })
    for (const absurd of [0.1, 9])
      expect(of(absurd)).toMatchObject({ ok: false, refusals: [{ code: 'wettingAbsurd' }] })
    expect(computeAnyCalibration({ method: 'wetted', runs: [] })).toMatchObject({ ok: false })
  })
})
