import { describe, expect, it, test } from 'vitest'
import { anchorReadings, applyAnchor, type AnchoredReading } from './anchor.ts'
import { findCrossing, spreadCrossings, type Crossing } from './crossing.ts'
import { runGround, type PlaceGround, type WeatherDay_ } from './placeGround.ts'
import { edgeTraits, shadeTraits, usualTraits } from './surface.ts'

/** Two smooth years of a transition climate; the south has them half a year on. */
const weather = (south = false, shiftC = 0, rippled = 1): WeatherDay[] =>
  Array.from({ length: 730 }, (_, i) => {
    const dayOfYear = (i % 365) + 1
    const season = Math.cos((2 * Math.PI * (dayOfYear - 20 - (south ? 182 : 0))) / 365)
    const ripple = rippled * (3 * Math.sin(i / 3.7) + 2 * Math.sin(i / 11))
    const mean = 12.5 - 12 * season + ripple + shiftC
    return { dayOfYear, minimumC: mean - 6, maximumC: mean + 6, rainMm: i % 6 === 0 ? 12 : 0 }
  })
interface Spring {
  march: number
  on: number
}
const place: PlaceGround = { latitude: 38, texture: 'loam', thatchM: 0.01, traits: usualTraits }
const mean = (values: ArrayLike<number>, from: number, to: number) => {
  let sum = 0
  for (let i = from; i < to; i++) sum += values[i]!
  return sum / (to - from)
}

describe('the ground of a place', () => {
  const days = weather()
  const open = runGround(place, days)
  it('follows the year of its air, later and less', () => {
    const air = (from: number, to: number) =>
      mean(
        days.map((d) => (d.minimumC + d.maximumC) / 2),
        from,
        to,
      )
    // Whole second year: near the air, somewhat warmer under the sun.
    expect(mean(open.dailyMeanC, 365, 730) - air(365, 730)).toBeGreaterThan(-0.5)
    expect(mean(open.dailyMeanC, 365, 730) - air(365, 730)).toBeLessThan(4)
    const range = (values: ArrayLike<number>) =>
      Math.max(...Array.from(values).slice(365)) - Math.min(...Array.from(values).slice(365))
    expect(range(open.dailyMeanC)).toBeLessThan(range(days.map((d) => (d.minimumC + d.maximumC) / 2)))
  })
  it('is coolest in the morning and warmest in the afternoon at 5 cm, in April by several degrees', () => {
    const april = Array.from({ length: 24 }, (_, h) =>
      mean(
        Array.from({ length: 30 }, (_, d) => open.hourlyC[(365 + 95 + d) * 24 + h]!),
        0,
        30,
      ),
    )
    const [low, high] = [april.indexOf(Math.min(...april)), april.indexOf(Math.max(...april))]
    expect(low).toBeGreaterThanOrEqual(5)
    expect(low).toBeLessThanOrEqual(9)
    expect(high).toBeGreaterThanOrEqual(14)
    expect(high).toBeLessThanOrEqual(19)
    expect(april[high]! - april[low]!).toBeGreaterThan(2)
    expect(april[high]! - april[low]!).toBeLessThan(9)
  })
  it('warms first along an edge and last in shade', () => {
    const smooth = weather(false, 0, 0)
    const [edge, middle, shade] = [edgeTraits, usualTraits, shadeTraits].map((traits) => {
      const daily = runGround({ ...place, traits }, smooth).dailyMeanC
      const crossing = findCrossing(daily.slice(365, 545), 10, 'rising')
      return { march: mean(daily, 425, 455), on: crossing.kind === 'on' ? crossing.index : NaN }
    }) as [Spring, Spring, Spring]
    // By the trade an edge runs about 3 °C ahead.
    expect(edge.march - middle.march).toBeGreaterThan(1.5)
    expect(edge.march - middle.march).toBeLessThan(4)
    expect(middle.on - edge.on).toBeGreaterThanOrEqual(6)
    expect(middle.on - edge.on).toBeLessThanOrEqual(25)
    expect(shade.on).toBeGreaterThan(middle.on)
  })
  it('has its autumn in March in the south', () => {
    const south = runGround({ ...place, latitude: -38 }, weather(true)).dailyMeanC
    const falling = findCrossing(south.slice(365 + 20, 730), 20, 'falling')
    expect(falling.kind).toBe('on')
    const dayOfYear = falling.kind === 'on' ? falling.index + 20 : 0
    expect(dayOfYear).toBeGreaterThan(50)
    expect(dayOfYear).toBeLessThan(130)
  })
  it('is held at nothing for a while where it freezes, and never colder than its air', () => {
    const cold = runGround({ ...place, latitude: 45 }, weather(false, -9)).dailyMeanC.slice(365)
    const atZero = Array.from(cold).filter((t) => Math.abs(t) < 0.2).length
    expect(atZero).toBeGreaterThan(10)
    expect(Math.min(...cold)).toBeGreaterThan(-16)
  })
  it('needs weather', () => expect(() => runGround(place, [])).toThrow(RangeError))
})

describe('a crossing', () => {
  const ramp = (from: number, by: number, n = 60) => Array.from({ length: n }, (_, i) => from + by * i)
  it('is the day the five-day mean holds beyond the threshold', () => {
    // 4 + 0.2 i: the mean of days i−4 … i is 3.6 + 0.2 i, at 10 on day 32.
    expect(findCrossing(ramp(4, 0.2), 10 - 1e-9, 'rising')).toEqual({ kind: 'on', index: 32 })
    expect(findCrossing(ramp(20, -0.2), 10 + 1e-9, 'falling')).toEqual({ kind: 'on', index: 52 })
  })
  it('is not a warm spell that does not last', () => {
    const spell = ramp(4, 0.1).map((t, i) => (i >= 10 && i < 15 ? t + 8 : t))
    const crossing = findCrossing(spell, 9, 'rising')
    expect(crossing.kind === 'on' && crossing.index > 45).toBe(true)
  })
  it('may be past already, or not in these days', () => {
    expect(findCrossing(ramp(12, 0.1), 10, 'rising')).toEqual({ kind: 'past' })
    expect(findCrossing(ramp(0, 0.05), 10, 'rising')).toEqual({ kind: 'notYet' })
    expect(findCrossing([1, 2], 10, 'rising')).toEqual({ kind: 'notYet' })
  })
  it('of an ensemble has three days of ten and a chance by day', () => {
    const members: Crossing[] = Array.from({ length: 10 }, (_, i) => ({ kind: 'on', index: 10 + i }))
    expect(spreadCrossings(members, 30)).toMatchObject({ p10: 10, p50: 14, p90: 18, past: 0, notYet: 0 })
    const mixed: Crossing[] = [
      { kind: 'past' },
      { kind: 'on', index: 3 },
      { kind: 'notYet' },
      { kind: 'notYet' },
    ]
    const spread = spreadCrossings(mixed, 5)
    expect(spread).toEqual({ p10: 0, p50: 3, past: 0.25, notYet: 0.5, byDay: [0.25, 0.25, 0.25, 0.5, 0.5] })
    expect(() => spreadCrossings([], 5)).toThrow(RangeError)
  })
})

describe('anchoring', () => {
  const readings = (n: number, offset: number): AnchoredReading[] =>
    Array.from({ length: n }, (_, i) => ({
      day: i * 3,
      modelC: 6 + 0.2 * i,
      readC: 6 + 0.2 * i + offset + 0.3 * Math.sin(i * 2.4),
    }))
  it('stays near the model and wide with few readings, near the data and narrow with many', () => {
    const none = applyAnchor(anchorReadings([], 8), 8, 0)
    const one = applyAnchor(anchorReadings(readings(1, 3), 8), 6, 0)
    const many = applyAnchor(anchorReadings(readings(20, 3), 8), 10, 0)
    expect(none.meanC).toBe(8)
    expect(none.sdC).toBeGreaterThan(2)
    expect(one.meanC - 6).toBeGreaterThan(1.8)
    expect(one.meanC - 6).toBeLessThan(3)
    expect(Math.abs(many.meanC - 13)).toBeLessThan(0.6)
    expect(many.sdC).toBeLessThan(one.sdC)
    expect(one.sdC).toBeLessThan(none.sdC)
  })
  it('grows less sure with the days since the last reading, but keeps what lasts', () => {
    const anchor = anchorReadings(readings(12, 3), 8)
    const [now, later] = [applyAnchor(anchor, 9, 0), applyAnchor(anchor, 9, 40)]
    expect(later.sdC).toBeGreaterThan(now.sdC)
    expect(later.meanC).toBeGreaterThan(11)
  })
  it('sets an implausible reading aside and says how far off it is', () => {
    const with61 = [
      ...readings(8, 1),
      { day: 24, modelC: 7.6, readC: 22 },
      { day: 27, modelC: 7.8, readC: 8.9 },
    ]
    const anchor = anchorReadings(with61, 8)
    expect(anchor.setAside).toEqual([{ index: 8, sigmas: expect.any(Number) }])
    expect(anchor.setAside[0]!.sigmas).toBeGreaterThan(5)
    expect(applyAnchor(anchor, 7.8, 0).meanC).toBeLessThan(9.6)
  })
  test.each([1, 5, 20])('agrees with a full Gaussian answer worked in one piece: %d readings', (n) => {
    // All readings on one day: no fading, so the offset and the gain follow from one batch of normal equations.
    const rows = readings(n, 2).map((r) => ({ ...r, day: 0 }))
    const anchor = anchorReadings(rows, 8)
    const precision = [
      [1 / 4, 0, 0],
      [0, 1 / 0.0225, 0],
      [0, 0, 1 / 0.64],
    ]
    const right = [0, 0, 0]
    const v = 0.5 ** 2 + 0.6 ** 2 + 0.4 ** 2
    for (const { readC, modelC } of rows) {
      const h = [1, modelC - 8, 1]
      h.forEach((a, i) => {
        right[i]! += (a * (readC - modelC)) / v
        h.forEach((b, j) => (precision[i]![j]! += (a * b) / v))
      })
    }
    // The filter's mean solves the same equations.
    precision.forEach((row, i) =>
      expect(row.reduce((s, c, j) => s + c * anchor.mean[j]!, 0)).toBeCloseTo(right[i]!, 6),
    )
  })
})
