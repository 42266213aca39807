import { describe, expect, it } from 'vitest'
import type { Section } from './section.ts'
import { computeStripArea } from './strip.ts'

const section = (kind: Section['kind'], lengthsFt: number[]): Section => ({
  name: 'front',
  kind,
  lengthsFt,
  deduction: false,
})
const areaOf = (of: Section, side: number, width: number) => {
  const area = computeStripArea(of, side, width)
  return area.ok ? area.value.value : NaN
}

describe('a strip along a side', () => {
  it('of a rectangle is its length by its width', () => {
    expect(areaOf(section('rectangle', [40, 25]), 0, 2)).toBeCloseTo(80, 9)
    expect(areaOf(section('rectangle', [40, 25]), 1, 2)).toBeCloseTo(50, 9)
  })
  it('ends at the next side where the corner is sharp, whichever way round the corners were told', () => {
    // A right triangle of 30 by 40: along the 40 the corner of atan(30/40) takes ½ × 2² × 40/30.
    const corners = [0, 0, 40, 0, 0, 30]
    const turned = [0, 0, 0, 30, 40, 0]
    expect(areaOf(section('polygon', corners), 0, 2)).toBeCloseTo(80 - 0.5 * 4 * (40 / 30), 9)
    expect(areaOf(section('polygon', turned), 2, 2)).toBeCloseTo(80 - 0.5 * 4 * (40 / 30), 9)
  })
  it('inside a circle is the ring', () => {
    const ring = Math.PI * (20 ** 2 - 17 ** 2)
    expect(areaOf(section('circle', [40]), 0, 3) / ring).toBeCloseTo(1, 2)
  })
  it('round what is taken off lies outside it', () => {
    const drive = { ...section('circle', [40]), deduction: true }
    expect(areaOf(drive, 0, 3) / (Math.PI * (23 ** 2 - 20 ** 2))).toBeCloseTo(1, 2)
    expect(areaOf({ ...section('rectangle', [40, 2]), deduction: true }, 0, 3)).toBeCloseTo(120, 9)
  })
  it('along an inner corner goes round it, and along an outer one is mitred', () => {
    // The whole far side of offsets is one side: flat, with a dent.
    const dent = areaOf(section('offsets', [10, 20, 20, 15, 20, 20]), 2, 1)
    const far = 20 + 2 * Math.hypot(10, 5)
    const turn = Math.atan2(5, 10)
    expect(dent).toBeCloseTo(far - (2 * Math.tan(turn / 2) - turn), 9)
  })
  it('is never more than the section, and no width is no strip', () => {
    expect(areaOf(section('rectangle', [10, 3]), 0, 8)).toBe(30)
    const triangle = section('polygon', [0, 0, 40, 0, 0, 30])
    for (const width of [0, -1, 31, NaN])
      expect(computeStripArea(triangle, 0, width)).toMatchObject({ ok: false })
    expect(computeStripArea(triangle, 3, 2)).toMatchObject({ ok: false, refusals: [{ code: 'sideMissing' }] })
  })
})
