import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  computeArea,
  computeGeographicArea,
  computeRoundingEffect,
  computeSides,
  shapeKinds,
  shapes,
  type Point,
  type Section,
  type ShapeKind,
} from './index.ts'

const section = (kind: ShapeKind, lengthsFt: number[], deduction = false): Section => ({
  name: kind,
  kind,
  lengthsFt,
  deduction,
})
const areaOf = (...sections: Section[]) => {
  const measured = computeArea(sections)
  if (!measured.ok) throw new Error(JSON.stringify(measured.refusals))
  return measured.value
}
const shoelace = (points: Point[]) =>
  Math.abs(
    points.reduce(
      (sum, [x, y], i) =>
        sum + x * points[(i + 1) % points.length]![1] - points[(i + 1) % points.length]![0] * y,
      0,
    ),
  ) / 2

describe('shapes against hand sums', () => {
  test.each<[ShapeKind, number[], number]>([
    ['rectangle', [60, 40], 2400],
    ['trapezoid', [20, 30, 50], 1250],
    ['triangle', [30, 40], 600],
    ['threeSides', [30, 40, 50], 600],
    ['circle', [20], Math.PI * 100],
    ['ellipse', [20, 10], Math.PI * 50],
    ['arc', [20, 10], (Math.PI * 100) / 2],
    ['offsets', [10, 4, 6, 8], 120],
    ['offsetsCurved', [10, 0, 6, 0], 80],
    ['polygon', [0, 0, 10, 0, 10, 10, 0, 10], 100],
    ['known', [80], 6400],
  ])('%s %j', (kind, lengths, sqFt) => {
    expect(areaOf(section(kind, lengths)).area.value).toBeCloseTo(sqFt, 8)
  })

  it('are drawn with the area they are measured at', () => {
    const examples: Record<ShapeKind, number[]> = {
      rectangle: [60, 40],
      trapezoid: [20, 30, 50],
      triangle: [30, 40],
      threeSides: [31, 42, 50],
      circle: [20],
      ellipse: [20, 10],
      arc: [20, 4],
      offsets: [10, 4, 6, 8, 7],
      offsetsCurved: [10, 4, 4, 4],
      polygon: [0, 0, 12, 1, 9, 10, 0, 7],
      known: [70],
    }
    for (const kind of shapeKinds) {
      const sides = computeSides(section(kind, examples[kind]))
      expect(sides.ok).toBe(true)
      if (!sides.ok) continue
      const outline = sides.value.flatMap((side) => side.slice(0, -1))
      const area = shapes[kind].area(examples[kind])
      expect(Math.abs(shoelace(outline) / area - 1), kind).toBeLessThan(0.01)
    }
  })
})

describe('a lawn', () => {
  it('adds pieces, takes off the house, and carries the tape’s error', () => {
    const lawn = areaOf(section('rectangle', [100, 80]), section('rectangle', [40, 30], true))
    expect(lawn.area.value).toBe(6800)
    const u = 0.5 * Math.hypot(100, 80, 40, 30)
    expect(lawn.uncertainty.value).toBeCloseTo(u, 6)
    expect(lawn.area.working.map((s) => s.code)).toEqual(['section', 'sectionOff', 'areaSum'])
  })
  it('is less sure where a phone walked it, and least where its size was only known', () => {
    const walked = areaOf({ ...section('rectangle', [100, 80]), accuracyFt: 10 })
    expect(walked.uncertainty.value).toBeCloseTo(10 * Math.hypot(100, 80), 6)
    const known = areaOf(section('known', [Math.sqrt(8000)]))
    expect(known.uncertainty.value).toBeCloseTo(800, 6)
    // What nobody taped is not said to be taped.
    expect(known.area.working[0]!.source).toBe('known')
    expect(walked.area.working[0]!.source).toBe('outline')
    expect(known.uncertainty.working[0]!.operands).not.toHaveProperty('tapeUncertainty')
    expect(areaOf(section('rectangle', [100, 80])).area.working[0]!.source).toBe('tape')
  })

  it('scales with the square of the tape, and a tape error with its first power', () => {
    const side = fc.double({ min: 1, max: 500, noNaN: true })
    fc.assert(
      fc.property(side, side, fc.double({ min: 0.5, max: 4, noNaN: true }), (l, w, k) => {
        const one = areaOf(section('rectangle', [l, w]))
        const scaled = areaOf(section('rectangle', [l * k, w * k]))
        expect(scaled.area.value / one.area.value).toBeCloseTo(k * k, 6)
        expect(scaled.uncertainty.value / one.uncertainty.value).toBeCloseTo(k, 4)
      }),
    )
  })

  it('says what rounding up to be safe does', () => {
    expect(computeRoundingEffect(6350, 7000).value).toBeCloseTo(0.1024, 4)
  })

  test.each<[string, Section[], string, string]>([
    ['nothing taped', [], 'noSections', 'sections'],
    ['zero', [section('rectangle', [0, 4])], 'lengthNotPositive', 'sections.0.lengthsFt.0'],
    ['negative', [section('rectangle', [4, -4])], 'lengthNotPositive', 'sections.0.lengthsFt.1'],
    ['missing', [section('rectangle', [4, NaN])], 'lengthMissing', 'sections.0.lengthsFt.1'],
    ['absurd', [section('rectangle', [4, 1e6])], 'lengthAbsurd', 'sections.0.lengthsFt.1'],
    ['too few tapes', [section('threeSides', [4, 5])], 'tapesMissing', 'sections.0.lengthsFt'],
    [
      'a triangle that does not close',
      [section('threeSides', [4, 5, 20])],
      'sidesDoNotClose',
      'sections.0.lengthsFt',
    ],
    [
      'an even run of offsets for the curve',
      [section('offsetsCurved', [10, 1, 2, 3, 4])],
      'oddOffsetsNeeded',
      'sections.0.lengthsFt',
    ],
    [
      'a crossed outline',
      [section('polygon', [0, 0, 10, 10, 10, 0, 0, 10])],
      'sidesCross',
      'sections.0.lengthsFt',
    ],
    [
      'a house larger than the lawn',
      [section('rectangle', [4, 4]), section('rectangle', [9, 9], true)],
      'deductionsExceedLawn',
      'sections',
    ],
  ])('refuses %s', (_, sections, code, field) => {
    expect(computeArea(sections)).toMatchObject({ ok: false, refusals: [{ code, field }] })
  })
})

describe('corners by latitude and longitude', () => {
  it('agrees with a small square of known size, either way round', () => {
    const corners: [number, number][] = [
      [40, -86],
      [40.001, -86],
      [40.001, -85.999],
      [40, -85.999],
    ]
    // 0.001° of the meridian at 40° is 111.04 m, of the parallel 85.39 m (WGS 84 series)
    for (const round of [corners, corners.toReversed()]) {
      const area = computeGeographicArea(round)
      expect(area.ok && area.value.value / ((111.035 * 85.394) / 0.3048 ** 2)).toBeCloseTo(1, 3)
    }
  })
  it('refuses a bow tie, whose halves would count against each other', () => {
    const tie: [number, number][] = [
      [38, -84],
      [38.001, -83.999],
      [38.001, -84],
      [38, -83.999],
    ]
    expect(computeGeographicArea(tie)).toMatchObject({
      ok: false,
      refusals: [{ code: 'outlineCrosses', params: { first: 1, second: 3 } }],
    })
  })
  it('measures a lawn over the date line, whichever way its longitudes are told', () => {
    const from = (...lons: number[]) =>
      computeGeographicArea([
        [-17, lons[0]!],
        [-17, lons[1]!],
        [-16.999, lons[1]!],
        [-16.999, lons[0]!],
      ])
    const [past, wrapped, plain] = [from(179.9995, 180.0005), from(179.9995, -179.9995), from(10, 10.001)]
    for (const area of [past, wrapped])
      expect(area.ok && plain.ok && area.value.value / plain.value.value).toBeCloseTo(1, 6)
  })
  it('takes 20,000 corners of a walk round a lawn, and finds the one place where it crosses itself', () => {
    const round: [number, number][] = Array.from({ length: 20_000 }, (_, i) => {
      const turn = (i / 20_000) * 2 * Math.PI
      return [38 + 0.0002 * Math.cos(turn), -84 + 0.0002 * Math.sin(turn)]
    })
    expect(computeGeographicArea(round).ok).toBe(true)
    const crossed = round.with(5000, round[5004]!).with(5004, round[5000]!)
    expect(computeGeographicArea(crossed)).toMatchObject({
      ok: false,
      refusals: [{ code: 'outlineCrosses' }],
    })
  })
  it('does not compare every side with every other: an outline that runs to and fro is refused', () => {
    // 20,000 sides, each as wide as the lawn.
    const comb: [number, number][] = Array.from({ length: 20_000 }, (_, i) => [
      38 + i * 1e-8,
      -84 + (i % 2) * 0.001,
    ])
    expect(computeGeographicArea(comb)).toMatchObject({ ok: false, refusals: [{ code: 'outlineTangled' }] })
  })
  it('refuses two corners and a latitude of 95', () => {
    expect(
      computeGeographicArea([
        [1, 1],
        [2, 2],
      ]),
    ).toMatchObject({ ok: false, refusals: [{ code: 'tooFewCorners' }] })
    expect(
      computeGeographicArea([
        [1, 1],
        [2, 2],
        [95, 0],
      ]),
    ).toMatchObject({ ok: false, refusals: [{ field: 'corners.2' }] })
  })
})
