import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LabelRules, Pass } from '../shelf/index.ts'
import type { Point } from '../yard/index.ts'
import { computePassTime, earliestAgain, planPattern } from './index.ts'

const box = (l: number, w: number): Point[] => [
  [0, 0],
  [l, 0],
  [l, w],
  [0, w],
]

describe('the walk over a section', () => {
  it('is a trim pass and swaths along the longest side: 60 × 20 ft at 4 ft', () => {
    const { trim, swaths, walkFt } = planPattern(box(60, 20), 4)
    // 20 ft less 4 at either side leaves 12: three swaths of 4.
    expect(swaths).toHaveLength(3)
    expect(swaths.every(([a, b]) => Math.abs(Math.abs(b[0] - a[0]) - 60) < 1e-9)).toBe(true)
    expect(trim[0]).toEqual([2, 2])
    expect(walkFt).toBeCloseTo(2 * (56 + 16) + 3 * 60, 9)
  })
  it('begins furthest from the gate and goes back and forth', () => {
    const { swaths } = planPattern(box(60, 20), 4, [30, 0])
    expect(swaths.map(([a]) => a[1])).toEqual([14, 10, 6])
    expect(swaths.map(([a, b]) => Math.sign(b[0] - a[0]))).toEqual([1, -1, 1])
  })
  it('is one swath down the middle of a strip no wider than it', () =>
    expect(planPattern(box(53, 3), 4)).toMatchObject({
      trim: [],
      swaths: [
        [
          [0, 1.5],
          [53, 1.5],
        ],
      ],
      walkFt: 53,
    }))
  it('goes round a corner of an L in pieces', () => {
    const l: Point[] = [
      [0, 0],
      [40, 0],
      [40, 10],
      [10, 10],
      [10, 30],
      [0, 30],
    ]
    const { swaths } = planPattern(l, 2)
    expect(Math.max(...swaths.map(([a, b]) => Math.abs(b[0] - a[0])))).toBeCloseTo(40, 6)
    expect(Math.min(...swaths.map(([a, b]) => Math.abs(b[0] - a[0])))).toBeCloseTo(10, 6)
  })
  it('is nothing without an outline or a width', () => {
    expect(planPattern([], 4).walkFt).toBe(0)
    expect(planPattern(box(10, 10), 0).walkFt).toBe(0)
  })
  it('leaves no strip wider than a swath uncovered, whatever the size', () => {
    const side = fc.double({ min: 5, max: 300, noNaN: true })
    fc.assert(
      fc.property(side, side, fc.double({ min: 1, max: 20, noNaN: true }), (l, w, swath) => {
        const { trim, swaths } = planPattern(box(Math.max(l, w), Math.min(l, w)), swath)
        const middles = [
          ...(trim.length ? [swath / 2, Math.min(l, w) - swath / 2] : []),
          ...swaths.map(([a]) => a[1]),
        ].sort((a, b) => a - b)
        const edges = [-swath / 2, ...middles, Math.min(l, w) + swath / 2]
        for (let i = 1; i < edges.length; i++)
          expect(edges[i]! - edges[i - 1]!).toBeLessThanOrEqual(swath + 1e-6)
      }),
    )
  })
})

describe('how long and how soon', () => {
  it('a pass takes: 6,350 sq ft at 230 s, two loads', () => {
    expect(computePassTime({ areaSqFt: 6350, pace: 230, loads: 2 }).value).toBeCloseTo(
      (230 * 6.35) / 60 + 24,
      9,
    )
    expect(computePassTime({ areaSqFt: 1000, loads: 0 }).value).toBe(4)
  })
  it('another pass may come after the label’s interval from the last with the same active', () => {
    const rules = { actives: [{ name: 'prodiamine' }] } as LabelRules
    const pass = (day: string, name: string) => ({ day, actives: [{ name }] }) as Pass
    const use = { minimumIntervalDays: 42 } as LabelRules['uses'][number]
    expect(
      earliestAgain(rules, use, [pass('2026-03-01', 'prodiamine'), pass('2026-03-20', 'dithiopyr')]),
    ).toBe('2026-04-12')
    expect(earliestAgain(rules, use, [])).toBeUndefined()
    expect(earliestAgain(rules, undefined, [pass('2026-03-01', 'prodiamine')])).toBeUndefined()
  })
})
