import { describe, expect, it } from 'vitest'
import { bestTool, computeMeasuredDose, usualTools } from './index.ts'

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
