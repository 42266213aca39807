import { describe, expect, it } from 'vitest'
import { computeSoilOutlook, drawFuture, type SoilOutlookRequest } from './ensemble.ts'
import { createGroundRunner, runGround, type PlaceGround, type WeatherDay } from './placeGround.ts'
import { usualTraits } from './surface.ts'

/** A generator of numbers that is the same each time. */
function steady(seed: number): () => number {
  let state = seed
  return () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647
}
const normal = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** Years of weather with spells and years that differ. */
function years(count: number, random: () => number): WeatherDay[] {
  let spell = 0
  let anomaly = 0
  return Array.from({ length: count * 365 }, (_, i) => {
    const dayOfYear = (i % 365) + 1
    if (dayOfYear === 1) anomaly = 1.2 * normal(random)
    spell = 0.75 * spell + 2.2 * normal(random)
    const mean = 12.5 - 12 * Math.cos((2 * Math.PI * (dayOfYear - 20)) / 365) + spell + anomaly
    const wet = random() < 0.3
    const range = wet ? 7 : 12
    return { dayOfYear, minimumC: mean - range / 2, maximumC: mean + range / 2, rainMm: wet ? 8 : 0 }
  })
}
const place: PlaceGround = { latitude: 38, texture: 'loam', thatchM: 0.01, traits: usualTraits }
const past = years(6, steady(5))
const observed = past.slice(-365 - 306, -306) // ends on the last of February
const random = steady(11)
const members = Array.from({ length: 24 }, () => drawFuture(past, observed.at(-1)!.dayOfYear, 90, random))
const request: SoilOutlookRequest = {
  place,
  observed,
  members,
  readings: [],
  thresholdC: 10,
  trend: 'rising',
  deviates: members.map((_, i) => ((i % 9) - 4) / 2.6),
}

describe('a drawn future', () => {
  it('goes on from the day, in whole blocks of the past at that time of the year', () => {
    const future = drawFuture(past, 59, 120, steady(3))
    expect(future).toHaveLength(120)
    expect([future[0]!.dayOfYear, future[119]!.dayOfYear]).toEqual([60, 179])
    const known = new Set(past.map((d) => d.minimumC))
    expect(future.every((d) => known.has(d.minimumC))).toBe(true)
    const mean = (days: WeatherDay[]) => days.reduce((s, d) => s + d.minimumC, 0) / days.length
    expect(mean(future.slice(90))).toBeGreaterThan(mean(future.slice(0, 30)))
  })
  it('differs from draw to draw, and needs years to draw from', () => {
    const draw = steady(3)
    expect(drawFuture(past, 59, 60, draw)).not.toEqual(drawFuture(past, 59, 60, draw))
    expect(() => drawFuture(past.slice(0, 400), 59, 60, draw)).toThrow(RangeError)
  })
})

describe('going on from a saved ground', () => {
  it('gives the same as running through', () => {
    const days = past.slice(0, 400)
    const through = runGround(place, days).dailyMeanC
    const runner = createGroundRunner(place, days)
    const pass = (i: number) =>
      runner.passDay(
        days[i]!,
        days[i - 1]?.maximumC ?? days[i]!.maximumC,
        days[i + 1]?.minimumC ?? days[i]!.minimumC,
      )
    for (let i = 0; i < 390; i++) pass(i)
    const saved = runner.save()
    const first = [390, 391, 392, 393].map(pass)
    runner.load(saved)
    const again = [390, 391, 392, 393].map(pass)
    // Loading makes the ground's matrix anew from its water, a few days earlier than the run itself would.
    again.forEach((t, i) => expect(Math.abs(t - first[i]!)).toBeLessThan(0.15))
    first.forEach((t, i) => expect(t).toBeCloseTo(through[390 + i]!, 9))
  })
})

describe('the outlook of a place', () => {
  const outlook = computeSoilOutlook(request)
  it('widens with the days ahead, and has its dates in order', () => {
    const width = (i: number) => outlook.p90C[i]! - outlook.p10C[i]!
    expect(outlook.p50C[60]).toBeGreaterThan(outlook.p50C[0]!)
    expect(width(40)).toBeGreaterThan(0)
    const { p10, p50, p90, byDay } = outlook.crossing
    expect(p10! <= p50! && p50! <= p90!).toBe(true)
    expect(byDay.every((share, i) => i === 0 || share >= byDay[i - 1]!)).toBe(true)
  })
  it('moves to the readings, the date with it, and narrows', () => {
    const model = runGround(place, observed)
    const warmBy = (kelvin: number) =>
      Array.from({ length: 10 }, (_, i) => {
        const daysBack = 28 - 3 * i
        const day = observed.length - 1 - daysBack
        return { daysBack, solarHour: 10, temperatureC: model.hourlyC[day * 24 + 9]! + kelvin }
      })
    const warm = computeSoilOutlook({ ...request, readings: warmBy(2.5) })
    expect(warm.observedC.at(-1)! - outlook.observedC.at(-1)!).toBeGreaterThan(1.8)
    expect(warm.crossing.p50!).toBeLessThan(outlook.crossing.p50!)
    const width = ({ p10C, p90C }: typeof warm) => p90C[5]! - p10C[5]!
    expect(width(warm)).toBeLessThan(width(outlook))
    const hot = computeSoilOutlook({
      ...request,
      readings: [{ daysBack: 2, solarHour: 10, temperatureC: 24 }, ...warmBy(0)],
    })
    expect(hot.setAside.map((s) => s.index)).toEqual([0])
  })
  it('needs members and a deviate for each', () => {
    expect(() => computeSoilOutlook({ ...request, members: [] })).toThrow(RangeError)
    expect(() => computeSoilOutlook({ ...request, deviates: [] })).toThrow(RangeError)
  })
})
