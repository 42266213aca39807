import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { asLabelled, lengthAt } from './labelLength.ts'

const use = {
  rate: { min: 0.24, max: 0.55, unit: 'oz/1000ft2' as const },
  lengths: [
    { min: 0.24, max: 0.3, leastDays: 60, mostDays: 90 },
    { min: 0.4, max: 0.4, leastDays: 90, mostDays: 120 },
    { min: 0.55, max: 0.55, leastDays: 120, mostDays: 180 },
  ],
}
const at = (value: number) => lengthAt(use, { value, unit: 'oz/1000ft2' })

describe('the label’s own table', () => {
  it('says how long a rate of one of its lines lasts', () => {
    expect(at(0.3)).toEqual({ leastDays: 60, mostDays: 90 })
    expect(at(0.55)).toEqual({ leastDays: 120, mostDays: 180 })
  })
  it('between two lines by the share of the way', () => {
    expect(at(0.35)!.leastDays).toBeCloseTo(75)
    expect(at(0.35)!.mostDays).toBeCloseTo(105)
  })
  it('nothing of less than its first line, and no more over its last', () => {
    expect(at(0.2)).toBeUndefined()
    expect(at(0.7)).toEqual({ leastDays: 120, mostDays: 180 })
  })
  it('in whichever unit the rate is asked', () => {
    expect(lengthAt(use, { value: 0.4 * 43.56, unit: 'oz/acre' })).toEqual({ leastDays: 90, mostDays: 120 })
    expect(lengthAt(use, { value: 1, unit: 'floz/1000ft2' })).toBeUndefined()
  })
  it('a label without one says nothing', () => {
    expect(lengthAt({ rate: use.rate }, { value: 0.3, unit: 'oz/1000ft2' })).toBeUndefined()
  })
})

describe('an active drawn to what the label says', () => {
  const prodiamine = almanac.barriers.find((b) => b.name === 'prodiamine')!
  /** A year at a pace of its own: a loss of so many days at 20 °C each day. */
  const lostAt = (pace: number) => Array.from({ length: 400 }, (_, d) => d * pace)
  const modelDays = (active: typeof prodiamine, lbPerAcre: number, pace: number) =>
    (active.halfLifeDays * Math.log2(lbPerAcre / active.thresholdLbPerAcre)) / pace

  it('stays as it is where the two agree', () => {
    const model = modelDays(prodiamine, 0.75, 0.8)
    const { active, length } = asLabelled(
      prodiamine,
      0.75,
      { leastDays: model - 10, mostDays: model + 10 },
      lostAt(0.8),
    )
    expect(active).toBe(prodiamine)
    expect(length.modelDays).toBeCloseTo(model, -1)
  })
  it('lasts at least the least and at most the most it says, unless that is beyond belief', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 1.5, noNaN: true }),
        fc.integer({ min: 30, max: 150 }),
        fc.integer({ min: 0, max: 60 }),
        fc.double({ min: 0.5, max: 1.2, noNaN: true }),
        (lbPerAcre, leastDays, more, pace) => {
          const said = { leastDays, mostDays: leastDays + more }
          const { active, length } = asLabelled(prodiamine, lbPerAcre, said, lostAt(pace))
          const stretch = active.halfLifeDays / prodiamine.halfLifeDays
          expect(stretch).toBeGreaterThanOrEqual(0.25 - 1e-9)
          expect(stretch).toBeLessThanOrEqual(4 + 1e-9)
          if (stretch > 0.251 && stretch < 3.99) {
            const now = modelDays(active, lbPerAcre, pace)
            expect(now).toBeGreaterThan(leastDays - 2)
            expect(now).toBeLessThan(leastDays + more + 2)
          }
          expect(length).toMatchObject(said)
        },
      ),
    ))
})
