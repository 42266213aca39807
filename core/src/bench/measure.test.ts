import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { convert } from '../quantity/index.ts'
import { bestTool, computeMeasuredDose, measureMixed, usualTools, type MeasuredDose } from './index.ts'

describe('a fixed rate', () => {
  const fixed = (value: number, unit: 'oz' | 'floz') => ({ planned: value, min: value, max: value, unit })
  it.each([
    // 8.7 lb of granules on a kitchen scale of a gram: the gram under it.
    [139.2, 'oz', 'scale1g', 3946],
    [2.55, 'oz', 'scaleTenthOz', 2.5],
    [1.3, 'floz', 'cupHalfFloz', undefined],
    [2.2, 'floz', 'cupHalfFloz', 2],
  ] as const)('of %s %s is measured at or just under with %s', (value, unit, tool, marked) => {
    const dose = computeMeasuredDose(fixed(value, unit), tool)
    expect(dose.ok ? dose.value.amount.value : undefined).toEqual(
      marked === undefined ? undefined : expect.closeTo(marked, 6),
    )
    if (dose.ok) expect(dose.value.error.value).toBeLessThanOrEqual(0)
  })
  it('says how far under, and takes the tool that is nearest', () => {
    const dose = fixed(2.2, 'floz')
    const coarse = computeMeasuredDose(dose, 'cupHalfFloz')
    if (!coarse.ok) throw new Error('refused')
    expect(coarse.value.error.value).toBeCloseTo(2 / 2.2 - 1, 9)
    expect(coarse.value.error.cautions.map((c) => c.code)).toEqual(['doseErrorOverFive'])
    expect(bestTool(dose, usualTools)?.id).toBe('syringe1mL')
  })
  it('is no licence to go under where the label has a range', () => {
    expect(computeMeasuredDose({ planned: 1.3, min: 1.2, max: 1.4, unit: 'floz' }, 'cupHalfFloz').ok).toBe(
      false,
    )
  })
})

describe('a dose with two tools', () => {
  const tools = usualTools.filter((t) => ['cupHalfFloz', 'teaspoonHalf'].includes(t.id))
  const whole = (d: MeasuredDose) =>
    d.parts!.reduce((sum, { amount }) => sum + convert(amount.value, amount.unit, 'floz'), 0)
  it('is a mark of the cup and some spoons, never thirty spoons', () => {
    const dose = { planned: 5.17, min: 5, max: 5.25, unit: 'floz' as const }
    const alone = computeMeasuredDose(dose, 'teaspoonHalf')
    const mixed = measureMixed(dose, tools, alone.ok ? alone.value : undefined)!
    expect(mixed.parts).toEqual([
      { tool: 'cupHalfFloz', amount: { value: 5, unit: 'floz' } },
      { tool: 'teaspoonHalf', amount: { value: 1, unit: 'tsp' } },
    ])
    expect(mixed.amount).toMatchObject({ unit: 'floz' })
    expect(mixed.amount.value).toBeCloseTo(whole(mixed), 9)
    expect(mixed.error.value).toBeCloseTo(mixed.amount.value / 5.17 - 1, 9)
  })
  it('does where one tool has no mark between, and is not used where one is as near', () => {
    const narrow = { planned: 1.3, min: 1.25, max: 1.4, unit: 'floz' as const }
    expect(computeMeasuredDose(narrow, 'cupHalfFloz').ok).toBe(false)
    expect(measureMixed(narrow, tools)!.parts).toHaveLength(2)
    const exact = { planned: 1.5, min: 1.2, max: 1.8, unit: 'floz' as const }
    const alone = computeMeasuredDose(exact, 'cupHalfFloz')
    expect(measureMixed(exact, tools, alone.ok ? alone.value : undefined)).toBeUndefined()
    expect(measureMixed({ ...exact, unit: 'oz' }, usualTools)).toBeUndefined()
  })
  it('lies between the label’s least and most, whatever the dose and the tools', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        (planned, below, above) => {
          const [min, max] = [planned * (1 - below), planned * (1 + above)]
          const mixed = measureMixed({ planned, min, max, unit: 'floz' }, usualTools)
          if (!mixed) return
          const least = min >= 0.95 * max ? Math.min(min, 0.8 * max) : min
          expect(whole(mixed)).toBeLessThanOrEqual(max * (1 + 1e-7))
          expect(whole(mixed)).toBeGreaterThanOrEqual(least * (1 - 1e-7))
          expect(convert(mixed.amount.value, mixed.amount.unit, 'floz')).toBeCloseTo(whole(mixed), 6)
        },
      ),
    ))
})
