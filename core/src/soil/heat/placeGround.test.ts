import { describe, expect, it } from 'vitest'
import { findCrossing } from './crossing.ts'
import { createForcing, forceDays, type WeatherDay } from './forcing.ts'
import { createGroundRunner, firstGround, runGround } from './placeGround.ts'
import { createPlaceGround, groundOf } from '../ground.ts'

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
const placeOf = (kind: 'middle' | 'edge' | 'shade', latitude = 38) =>
  createPlaceGround(groundOf(kind), latitude)
const place = placeOf('middle')
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
    const [edge, middle, shade] = (['edge', 'middle', 'shade'] as const).map((kind) => {
      const daily = runGround(placeOf(kind), smooth).dailyMeanC
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
    const south = runGround(placeOf('middle', -38), weather(true)).dailyMeanC
    const falling = findCrossing(south.slice(365 + 20, 730), 20, 'falling')
    expect(falling.kind).toBe('on')
    const dayOfYear = falling.kind === 'on' ? falling.index + 20 : 0
    expect(dayOfYear).toBeGreaterThan(50)
    expect(dayOfYear).toBeLessThan(130)
  })
  it('is held at nothing for a while where it freezes, and never colder than its air', () => {
    const cold = runGround(placeOf('middle', 45), weather(false, -9)).dailyMeanC.slice(365)
    const atZero = Array.from(cold).filter((t) => Math.abs(t) < 0.2).length
    expect(atZero).toBeGreaterThan(10)
    expect(Math.min(...cold)).toBeGreaterThan(-16)
  })
  it('stays warmer under snow than bare in the same cold', () => {
    const cold = (snowfallMm: number) =>
      weather(false, -14).map((d) => ({
        ...d,
        solarMJ: 8,
        rainMm: d.minimumC + d.maximumC < 2 ? snowfallMm : 3,
      }))
    const [bare, snowed] = [0, 1].map((snowfallMm) =>
      mean(runGround(placeOf('middle', 45), cold(snowfallMm)).dailyMeanC, 375, 415),
    )
    expect(bare!).toBeLessThan(-4)
    expect(snowed!).toBeGreaterThan(bare! + 3)
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
})

describe('a ground that is saved', () => {
  /** A continental winter: it freezes, thaws by day, and freezes again. */
  const winter = weather(false, -11)
  const forced = forceDays(createForcing(46), winter)
  it('goes on as if it had not been, on every day of a winter, with its ice', () => {
    const going = createGroundRunner(placeOf('middle', 46), firstGround(placeOf('middle', 46), winter))
    const again = createGroundRunner(placeOf('middle', 46), firstGround(placeOf('middle', 46), winter))
    let frozen = 0
    forced.slice(0, 170).forEach((day) => {
      const saved = going.save()
      const expected = going.passDay(day)
      again.load(saved)
      expect(again.passDay(day)).toBeCloseTo(expected, 12)
      if (saved.heat.some((h, i) => h < 0 && saved.temperatureC[i] === 0)) frozen++
    })
    expect(frozen).toBeGreaterThan(30)
  })
  it('does not hang on how often its makeup is made anew, while its water stays', () => {
    const dry = winter.map((d) => ({ ...d, rainMm: 0 }))
    const days = forceDays(createForcing(46), dry).slice(0, 120)
    const sealed = { ...placeOf('middle', 46), drainedShare: 0 }
    const run = (asked: boolean) => {
      const runner = createGroundRunner(sealed, firstGround(sealed, dry))
      return days.map((day) => {
        const mean = runner.passDay({ ...day, referenceEvaporationMm: 0 })
        // Saved and loaded, a ground is made anew of what it was.
        if (asked) runner.load(runner.save())
        return mean
      })
    }
    const [plain, remade] = [run(false), run(true)]
    plain.forEach((c, i) => expect(remade[i]).toBeCloseTo(c, 9))
  })
})
