import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { cheapestPackages, type PackageSize } from './packages.ts'

const size = (holds: number, priceCents: number): PackageSize => ({ holds, priceCents })

describe('packages to buy', () => {
  test.each<[string, number, PackageSize[], number[], number]>([
    ['one that holds enough', 3, [size(5, 4000), size(80, 20000)], [1, 0], 4000],
    ['small ones beside a large one', 85, [size(5, 4000), size(80, 20000)], [1, 1], 24000],
    ['a larger one where small ones would cost more', 30, [size(5, 4000), size(80, 20000)], [0, 1], 20000],
    ['exactly as much as it holds', 10, [size(5, 4000)], [2], 8000],
    ['one, where nothing is needed', 0, [size(5, 4000)], [1], 4000],
    ['more for the same money', 3, [size(5, 4000), size(6, 4000)], [0, 1], 4000],
  ])('are %s', (_, need, sizes, counts, cents) =>
    expect(cheapestPackages(need, sizes)).toEqual({ counts, cents }),
  )
  it('are none where none are on sale', () => {
    expect(cheapestPackages(3, [])).toBeUndefined()
  })

  /** Every combination up to enough of each size alone. */
  function byHand(need: number, sizes: PackageSize[]): number {
    let best = Infinity
    const tryFrom = (at: number, left: number, cents: number): void => {
      if (left <= 0) best = Math.min(best, cents)
      else if (at < sizes.length)
        for (let n = 0; n <= Math.ceil(left / sizes[at]!.holds); n++)
          tryFrom(at + 1, left - n * sizes[at]!.holds, cents + n * sizes[at]!.priceCents)
    }
    tryFrom(0, need, 0)
    return best
  }
  it('cost what the best of all combinations costs, and hold enough', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.array(
          fc.record({ holds: fc.integer({ min: 1, max: 30 }), priceCents: fc.integer({ min: 1, max: 50 }) }),
          {
            minLength: 1,
            maxLength: 4,
          },
        ),
        (need, sizes) => {
          const found = cheapestPackages(need, sizes)!
          expect(found.cents).toBe(byHand(need, sizes))
          expect(sizes.reduce((sum, s, i) => sum + s.holds * found.counts[i]!, 0)).toBeGreaterThanOrEqual(
            need,
          )
          expect(sizes.reduce((sum, s, i) => sum + s.priceCents * found.counts[i]!, 0)).toBe(found.cents)
        },
      ),
      { numRuns: 1500 },
    )
  })
})
