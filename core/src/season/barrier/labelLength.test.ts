import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { asLabelled } from './labelLength.ts'

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
