import { describe, expect, it } from 'vitest'
import { mostOutlineCorners, outlineOf } from './outline.ts'
import { checkSection } from './section.ts'
import { mostCorners, shapes } from './shapes/index.ts'

const origin = { latitude: 38, longitude: -84 }
/** A walk round a kidney-shaped lawn, a step every few inches, each off by a hand. */
const walk = (corners: number, jitter = 0): [number, number][] =>
  Array.from({ length: corners }, (_, i) => {
    const turn = (i / corners) * 2 * Math.PI
    const r = 0.00018 * (1 + 0.3 * Math.cos(2 * turn)) * (1 + jitter * Math.sin(i * 12.9898))
    return [38 + r * Math.cos(turn), -84 + r * Math.sin(turn)]
  })

describe('an outline from a file', () => {
  it('of 20,000 corners keeps as many as its shape needs, and the area inside all of them', () => {
    const outline = outlineOf(walk(20_000, 0.00002), origin)
    if (!outline.ok) throw new Error(outline.refusals[0]!.code)
    const { kept, given, area, lengthsFt, xFt, yFt } = outline.value
    expect(given).toBe(20_000)
    expect(kept).toBeLessThanOrEqual(mostCorners)
    expect(kept).toBeGreaterThan(30)
    expect(shapes.polygon.area(lengthsFt) / area.value).toBeCloseTo(1, 4)
    expect(checkSection({ name: '', kind: 'polygon', lengthsFt, deduction: false })).toEqual([])
    // It lies round the yard's own corner.
    expect(Math.abs(xFt)).toBeLessThan(100)
    expect(Math.abs(yFt)).toBeLessThan(100)
  })
  it('keeps the corners of a plain one, whether or not it was closed', () => {
    const square: [number, number][] = [
      [38, -84],
      [38.0002, -84],
      [38.0002, -83.9998],
      [38, -83.9998],
    ]
    const [open, closed] = [outlineOf(square, origin), outlineOf([...square, square[0]!], origin)]
    expect(open).toMatchObject({ ok: true, value: { given: 4, kept: 4 } })
    expect(closed).toEqual(open)
  })
  it.each([
    ['tooFewCorners', walk(2)],
    ['tooManyCorners', walk(mostOutlineCorners + 1)],
    [
      'outlineCrosses',
      [
        [38, -84],
        [38.0002, -83.9998],
        [38.0002, -84],
        [38, -83.9998],
      ],
    ],
    [
      'notACoordinate',
      [
        [138, -84],
        [38, -83],
        [37, -84],
      ],
    ],
  ] as [string, [number, number][]][])('is refused where it is none: %s', (code, corners) => {
    expect(outlineOf(corners, origin)).toMatchObject({ ok: false, refusals: [{ code }] })
  })
})
