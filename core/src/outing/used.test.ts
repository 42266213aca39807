import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { computeUsed, type LoadMade } from './index.ts'

const loads: LoadMade[] = [
  {
    waterGal: 4,
    amounts: [
      { value: 40, unit: 'g' },
      { value: 30, unit: 'mL' },
    ],
  },
  {
    waterGal: 2,
    amounts: [
      { value: 20, unit: 'g' },
      { value: 15, unit: 'mL' },
    ],
  },
]
const all = { loadsMixed: 2, leftoverGal: 0, zones: [{ id: 'a', areaSqFt: 3000 }] }
const codeOf = (more: object) => {
  const outcome = computeUsed(loads, { ...all, ...more })
  return outcome.ok ? undefined : outcome.refusals[0]!.code
}

describe('what an outing used', () => {
  it('is what was measured, where all of it went down', () => {
    const outcome = computeUsed(loads, all)
    expect(outcome.ok && outcome.value.products.map((p) => p.value)).toEqual([60, 45])
    expect(outcome.ok && outcome.value.water.value).toBe(6)
  })
  it('is less by what stayed in the tank, of every product alike', () => {
    const outcome = computeUsed(loads, { ...all, loadsMixed: 1, leftoverGal: 1 })
    expect(outcome.ok && outcome.value.products.map((p) => p.value)).toEqual([30, 22.5])
  })
  it('is refused with more loads than were planned, more left than was mixed, and nothing treated', () => {
    expect(codeOf({ loadsMixed: 3 })).toBe('loadsMixed')
    expect(codeOf({ loadsMixed: 0.5 })).toBe('loadsMixed')
    expect(codeOf({ leftoverGal: 7 })).toBe('leftoverOverMixed')
    expect(codeOf({ leftoverGal: NaN })).toBe('leftoverOverMixed')
    expect(codeOf({ zones: [{ id: 'a', areaSqFt: 0 }] })).toBe('nothingTreated')
  })
  it('is shared out over the lawns without a rest', () => {
    const areas = fc.array(fc.double({ min: 0, max: 20_000, noNaN: true }), { minLength: 1, maxLength: 14 })
    fc.assert(
      fc.property(areas, fc.double({ min: 0, max: 6, noNaN: true }), (sqFt, leftoverGal) => {
        const zones = sqFt.map((areaSqFt, i) => ({ id: String(i), areaSqFt }))
        const outcome = computeUsed(loads, { ...all, leftoverGal, zones })
        if (!outcome.ok) {
          expect(sqFt.every((a) => a === 0)).toBe(true)
          return
        }
        const sum = [...outcome.value.shares.values()].reduce((a, b) => a + b, 0)
        expect(sum).toBeCloseTo(1, 9)
        expect(outcome.value.products[0]!.value).toBeCloseTo(60 * (1 - leftoverGal / 6), 9)
      }),
    )
  })
})
