import { describe, expect, it, test } from 'vitest'
import { seededRandom, drawNormal } from '../../quantity/index.ts'
import { anchorReadings, type AnchoredReading } from './anchor.ts'
import { beliefPrior, createDraws, deviationAt, fadeBelief, startBelief } from './belief.ts'

const variance = 0.8
const readings = (n: number, offset: number, place = 0): AnchoredReading[] =>
  Array.from({ length: n }, (_, i) => ({
    day: i * 3,
    place,
    modelC: 6 + 0.2 * i,
    readC: 6 + 0.2 * i + offset + 0.3 * Math.sin(i * 2.4),
    variance,
  }))
const after = (rows: AnchoredReading[], today = rows.at(-1)?.day ?? 0) =>
  anchorReadings(rows, [8, 8], today).belief
const priorSd = Math.hypot(
  ...[beliefPrior.common, beliefPrior.own].flatMap((p) => [p.offset, p.days, p.weeks]),
)

describe('anchoring', () => {
  it('stays near the model and wide with few readings, near the data and narrow with many', () => {
    const none = deviationAt(after([]), 0, 8)
    const one = deviationAt(after(readings(1, 3)), 0, 6)
    const many = deviationAt(after(readings(20, 3)), 0, 10)
    expect(none.meanK).toBe(0)
    expect(none.sdK).toBeCloseTo(priorSd, 9)
    expect(one.meanK).toBeGreaterThan(1.8)
    expect(one.meanK).toBeLessThan(3)
    expect(Math.abs(many.meanK - 3)).toBeLessThan(0.6)
    expect(many.sdK < one.sdK && one.sdK < none.sdK).toBe(true)
  })
  it('tells of the other places too, and less', () => {
    const belief = after(readings(6, 3))
    const [own, other] = [deviationAt(belief, 0, 7), deviationAt(belief, 1, 7)]
    expect(other.meanK).toBeGreaterThan(0.3)
    expect(other.meanK).toBeLessThan(0.6 * own.meanK)
    expect(other.sdK).toBeGreaterThan(own.sdK)
    expect(other.sdK).toBeLessThan(priorSd)
  })
  it('grows less sure with the days since the last reading, but keeps what lasts', () => {
    const rows = readings(12, 3)
    const [now, later] = [deviationAt(after(rows), 0, 9), deviationAt(after(rows, 73), 0, 9)]
    expect(later.sdK).toBeGreaterThan(now.sdK)
    expect(later.meanK).toBeGreaterThan(2)
  })
  it('takes a swing beyond what was seen for little: a summer is not told by a February', () => {
    const belief = after(readings(20, 3))
    const change = (modelC: number) =>
      Math.abs(deviationAt(belief, 0, modelC).meanK - deviationAt(belief, 0, 8).meanK)
    expect(change(30) - change(20)).toBeLessThan(0.15)
  })
  it('sets an implausible reading aside, says how far off it is and what was expected', () => {
    const rows = [
      ...readings(8, 1),
      { day: 24, place: 0, modelC: 7.6, readC: 22, variance },
      { day: 27, place: 0, modelC: 7.8, readC: 8.9, variance },
    ]
    const anchor = anchorReadings(rows, [8, 8], 27)
    expect(anchor.setAside).toEqual([{ index: 8, sigmas: expect.any(Number), expectedC: expect.any(Number) }])
    expect(anchor.setAside[0]!.sigmas).toBeGreaterThan(5)
    expect(Math.abs(anchor.setAside[0]!.expectedC - 8.6)).toBeLessThan(1)
    expect(deviationAt(anchor.belief, 0, 7.8).meanK).toBeLessThan(1.8)
  })
  test.each([1, 5, 20])('agrees with a full Gaussian answer worked in one piece: %d readings', (n) => {
    // All readings on one day: no fading, so the answer follows from one set of normal equations.
    const rows = readings(n, 2).map((r, i) => ({ ...r, day: 0, place: i % 2 }))
    const { belief } = anchorReadings(rows, [8, 8], 0)
    const size = 12
    const priors = [beliefPrior.common, beliefPrior.own, beliefPrior.own].flatMap((p) => [
      p.offset,
      p.gain,
      p.days,
      p.weeks,
    ])
    const precision = Array.from({ length: size }, (_, i) =>
      Array.from({ length: size }, (_, j) => (i === j ? 1 / priors[i]! ** 2 : 0)),
    )
    const right = new Array<number>(size).fill(0)
    for (const { readC, modelC, place } of rows) {
      const swing = 8 * Math.tanh((modelC - 8) / 8)
      const h = new Array<number>(size).fill(0)
      for (const at of [0, 4 * (place + 1)]) [h[at], h[at + 1], h[at + 2], h[at + 3]] = [1, swing, 1, 1]
      h.forEach((a, i) => {
        right[i]! += (a * (readC - modelC)) / variance
        h.forEach((b, j) => (precision[i]![j]! += (a * b) / variance))
      })
    }
    // The filter's mean solves the same equations.
    precision.forEach((row, i) =>
      expect(row.reduce((s, c, j) => s + c * belief.mean[j]!, 0)).toBeCloseTo(right[i]!, 6),
    )
  })
  it('draws members with the mean and spread that are believed', () => {
    const belief = after(readings(5, 2))
    const random = seededRandom(3)
    const draw = createDraws(belief)
    const sums = Array.from({ length: 4000 }, () => {
      const parts = draw(() => drawNormal(random))
      return [0, 2, 3, 4, 6, 7].reduce((sum, i) => sum + parts[i]!, 0)
    })
    const mean = sums.reduce((a, b) => a + b, 0) / sums.length
    const sd = Math.sqrt(sums.reduce((a, b) => a + (b - mean) ** 2, 0) / sums.length)
    const believed = deviationAt(belief, 0, 8)
    expect(mean).toBeCloseTo(believed.meanK, 1)
    expect(sd / believed.sdK).toBeGreaterThan(0.93)
    expect(sd / believed.sdK).toBeLessThan(1.07)
  })
  it('comes back to the prior of what fades, and no further', () => {
    const start = startBelief([8], 0)
    const faded = fadeBelief(start, 500)
    for (const i of [2, 3]) expect(faded.covariance[i * 8 + i]).toBeCloseTo(start.covariance[i * 8 + i]!, 9)
  })
})
