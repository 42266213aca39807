import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compareVectors, findMinimumCover, type CoverSet } from './index.ts'

interface Case {
  covers: number[]
  weights: number[]
  ties: number[]
  clashes: [number, number][]
  bits: number
}

const cases: fc.Arbitrary<Case> = fc.integer({ min: 1, max: 6 }).chain((bits) =>
  fc.integer({ min: 1, max: 9 }).chain((count) =>
    fc.record({
      bits: fc.constant(bits),
      covers: fc.array(fc.integer({ min: 0, max: (1 << bits) - 1 }), { minLength: count, maxLength: count }),
      weights: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: count, maxLength: count }),
      ties: fc.array(fc.integer({ min: 0, max: 5 }), { minLength: count, maxLength: count }),
      clashes: fc.array(
        fc.tuple(fc.integer({ min: 0, max: count - 1 }), fc.integer({ min: 0, max: count - 1 })),
        { maxLength: 8 },
      ),
    }),
  ),
)
const clash = (c: Case, a: number, b: number) =>
  a !== b && c.clashes.some(([x, y]) => (x === a && y === b) || (x === b && y === a))
const setsOf = (c: Case): CoverSet[] =>
  c.covers.map((covers, i) => ({ covers, weight: c.weights[i]!, clashes: (other) => clash(c, i, other) }))
const tieOf = (c: Case) => (chosen: readonly number[]) => [chosen.reduce((sum, i) => sum + c.ties[i]!, 0)]

/** Every subset looked at. */
function bruteForce(c: Case): { chosen: number[]; key: number[] } | undefined {
  let best: { chosen: number[]; key: number[] } | undefined
  for (let subset = 1; subset < 1 << c.covers.length; subset++) {
    const chosen = c.covers.map((_, i) => i).filter((i) => subset & (1 << i))
    if (chosen.some((a) => chosen.some((b) => clash(c, a, b)))) continue
    if (chosen.reduce((bits, i) => bits | c.covers[i]!, 0) !== (1 << c.bits) - 1) continue
    const weight = chosen.reduce((sum, i) => sum + c.weights[i]!, 0)
    const key = [weight, chosen.length, ...tieOf(c)(chosen)]
    if (!best || compareVectors(key, best.key) < 0) best = { chosen, key }
  }
  return best
}

describe('the smallest cover', () => {
  it('is what looking at every subset finds', () => {
    fc.assert(
      fc.property(cases, (c) => {
        const found = findMinimumCover(setsOf(c), (1 << c.bits) - 1, tieOf(c))
        const best = bruteForce(c)
        if (!best) return found === undefined
        const key = [found!.weight, found!.chosen.length, ...tieOf(c)(found!.chosen)]
        return compareVectors(key, best.key) === 0
      }),
      { numRuns: 1500, seed: 20260308 },
    )
  })
  it('covers all, of sets that go together', () => {
    fc.assert(
      fc.property(cases, (c) => {
        const found = findMinimumCover(setsOf(c), (1 << c.bits) - 1)
        if (!found) return true
        const together = found.chosen.every((a) => found.chosen.every((b) => !clash(c, a, b)))
        return together && found.chosen.reduce((bits, i) => bits | c.covers[i]!, 0) === (1 << c.bits) - 1
      }),
      { numRuns: 300, seed: 4 },
    )
  })
  it('takes two small sets that go together before a small one with a clash', () => {
    const set = (covers: number, weight: number, not: number[] = []): CoverSet => ({
      covers,
      weight,
      clashes: (other) => not.includes(other),
    })
    const sets = [set(0b011, 1, [1]), set(0b100, 1, [0]), set(0b110, 2), set(0b111, 4)]
    expect(findMinimumCover(sets, 0b111)).toEqual({ chosen: [0, 2], weight: 3 })
    expect(findMinimumCover([set(0b01, 1)], 0b11)).toBeUndefined()
    expect(findMinimumCover([], 0)).toEqual({ chosen: [], weight: 0 })
  })
})
