import { describe, expect, it, test } from 'vitest'
import { simulatedYard, soilYears } from '../../../test/soilYears.ts'
import { addDays, seededRandom } from '../../quantity/index.ts'
import { drawFuture } from '../simulate/future.ts'
import { createSimulation, hourlyDays, joinRuns } from '../simulate/simulate.ts'
import { groundOf } from '../ground.ts'
import { timingSchoolIds } from '../schools/index.ts'
import { modelAt, type SunReading } from './readings.ts'

const today = '2026-02-28'
const yard = simulatedYard()
const plain = yard.ask()

/** Readings that are by so much warmer than the model at a place. */
const warmer = (place: number, kelvin: number, count = 10): SunReading[] =>
  Array.from({ length: count }, (_, i) => {
    const back = 28 - 3 * i
    return {
      placeId: yard.base.places[place]!.id,
      day: addDays(today, -back),
      solarHour: 10,
      depthCm: 5,
      temperatureC: modelAt(yard.pasts[place]!, (hourlyDays - 1 - back) * 24 + 9, 0.05) + kelvin,
    }
  })

describe('a drawn future', () => {
  const past = soilYears(6, 5)
  it('goes on from the day, in whole blocks of the past at that time of the year', () => {
    const future = drawFuture(past, 59, 120, seededRandom(3))
    expect(future).toHaveLength(120)
    expect([future[0]!.dayOfYear, future[119]!.dayOfYear]).toEqual([60, 179])
    const known = new Set(past.map((d) => d.minimumC))
    expect(future.every((d) => known.has(d.minimumC))).toBe(true)
    const mean = (days: typeof past) => days.reduce((s, d) => s + d.minimumC, 0) / days.length
    expect(mean(future.slice(90))).toBeGreaterThan(mean(future.slice(0, 30)))
  })
  it('differs from draw to draw, and needs years to draw from', () => {
    const draw = seededRandom(3)
    expect(drawFuture(past, 59, 60, draw)).not.toEqual(drawFuture(past, 59, 60, draw))
    expect(() => drawFuture(past.slice(0, 400), 59, 60, draw)).toThrow(RangeError)
  })
})

describe('the simulation', () => {
  it('runs the same members whoever runs them, and joins them in order', () => {
    const request = {
      latitude: 38,
      grounds: [groundOf('middle')],
      observed: soilYears(4, 5),
      forecast: [],
      daysAhead: 30,
      seed: 7,
    }
    const whole = createSimulation(request).runMembers(0, 6)
    const [later, earlier] = [
      createSimulation(request).runMembers(3, 6),
      createSimulation(request).runMembers(0, 3),
    ]
    const joined = joinRuns([later, earlier])
    expect(joined).toMatchObject({ from: 0, count: 6 })
    expect(joined.dailyC[0]).toEqual(whole.dailyC[0])
    expect(joined.rainMm).toEqual(whole.rainMm)
    expect(() => joinRuns([])).toThrow(RangeError)
  })
  it('starts members where the observed days end', () => {
    const last = yard.pasts[0]!.dailyC.at(-1)!
    const first = Array.from({ length: 40 }, (_, m) => yard.runs.dailyC[0]![m * 250]!)
    const mean = first.reduce((a, b) => a + b, 0) / first.length
    expect(Math.abs(mean - last)).toBeLessThan(3)
  })
})

describe('the outlook of a place', () => {
  const middle = plain.places[0]!
  it('widens with the days ahead, and has its dates in order', () => {
    expect(middle.p50C[90]!).toBeGreaterThan(middle.p50C[0]!)
    middle.p10C.forEach((c, i) =>
      expect(c <= middle.p50C[i]! && middle.p50C[i]! <= middle.p90C[i]!).toBe(true),
    )
    const { p10, p50, p90 } = middle.crossings[0]!.days
    expect(p10! <= p50! && p50! <= p90!).toBe(true)
    const { shareBy } = middle.crossings[0]!
    expect(shareBy.every((share, i) => i === 0 || share >= shareBy[i - 1]!)).toBe(true)
  })
  it('is earlier at the edge than in the middle, and says by how many days', () => {
    expect(plain.places[1]!.crossings[0]!.days.p50!).toBeLessThan(middle.crossings[0]!.days.p50!)
    expect([plain.leadId, plain.middleId]).toEqual(['edge1', 'middle0'])
    expect(plain.ahead!.value).toBe(middle.crossings[0]!.days.p50! - plain.places[1]!.crossings[0]!.days.p50!)
  })
  it('moves to the readings, the date with it, and narrows; the other places follow, by less', () => {
    const warm = yard.ask({ readings: warmer(1, 2.5) })
    const moved = (i: number) => warm.places[i]!.meanToday.value - plain.places[i]!.meanToday.value
    /** Days won, over early, middle and late seasons and both thresholds. */
    const days = (i: number) =>
      plain.places[i]!.crossings.reduce((sum, c, k) => {
        const now = warm.places[i]!.crossings[k]!.days
        return sum + c.days.p10! - now.p10! + c.days.p50! - now.p50! + c.days.p90! - now.p90!
      }, 0)
    expect(moved(1)).toBeGreaterThan(1.8)
    expect(moved(0)).toBeGreaterThan(0.3)
    expect(moved(0)).toBeLessThan(0.6 * moved(1))
    expect(days(1)).toBeGreaterThan(days(0))
    expect(days(0)).toBeGreaterThanOrEqual(0)
    expect(warm.places[1]!.sdK).toBeLessThan(plain.places[1]!.sdK)
    expect(warm.places[1]!.readings).toBe(10)
  })
  it('sets a hot outlier aside and is not moved by it', () => {
    const hot: SunReading = {
      placeId: 'edge1',
      day: addDays(today, -2),
      solarHour: 13,
      depthCm: 5,
      temperatureC: 27,
    }
    const [without, with_] = [
      yard.ask({ readings: warmer(1, 0) }),
      yard.ask({ readings: [hot, ...warmer(1, 0)] }),
    ]
    expect(with_.setAside.map((s) => s.index)).toEqual([0])
    with_.places.forEach((p, i) => {
      expect(p.meanToday.value).toBeCloseTo(without.places[i]!.meanToday.value, 9)
      expect(p.crossings[0]!.days).toEqual(without.places[i]!.crossings[0]!.days)
    })
  })
  it('takes the hour and the depth into account: an early reading is not a cold place', () => {
    const early = warmer(0, 0).map((r, i) => {
      const back = 28 - 3 * i
      const temperatureC = modelAt(yard.pasts[0]!, (hourlyDays - 1 - back) * 24 + 5, 0.025)
      return { ...r, solarHour: 6, depthCm: 2.5, temperatureC }
    })
    expect(Math.abs(yard.ask({ readings: early }).places[0]!.offsetK)).toBeLessThan(0.25)
  })
  it('shows how the date was come to, down to the ground', () => {
    const working = plain.places[0]!.crossings[0]!.working!.working
    expect(working.map((s) => s.code)).toEqual([
      'sunThroughCanopy',
      'heatModel',
      'readingsAdd',
      'meanToday',
      'daysOfEnsemble',
    ])
  })
  it('has its ground cut open day by day, warmest above in summer’s approach', () => {
    const { profile } = plain.places[0]!
    expect(profile.depthsM).toEqual([0.01, 0.025, 0.05, 0.1, 0.15, 0.2, 0.3])
    expect(profile.temperatureC).toHaveLength((profile.past + profile.ahead) * 7)
    const last = profile.temperatureC.slice(-7)
    expect(last[0]!).toBeGreaterThan(last[6]!)
  })
  it('advises the reading that narrows most: at the edge that decides while it is unread', () => {
    const { nextReading } = yard.ask({ readings: warmer(0, 0) })
    expect(nextReading).toMatchObject({ placeId: 'edge1', decidesId: 'edge1' })
    expect(nextReading!.daysThen).toBeLessThan(nextReading!.daysNow)
  })
  it('is drawn a little to a sign', () => {
    const bloomed = yard.ask({ signs: [{ kind: 'blossom', day: today }] })
    expect(bloomed.places[0]!.meanToday.value).toBeGreaterThan(plain.places[0]!.meanToday.value)
    expect(bloomed.places[0]!.sdK).toBeLessThan(plain.places[0]!.sdK)
  })
})

describe('the schools on one lawn', () => {
  const windows = new Map(plain.schools.map((s) => [s.school, s]))
  const next = (id: string) => {
    const s = windows.get(id as 'edgeLed')!
    return s.passes.find((p) => p.pass === s.next)!
  }
  it('are all there, the one asked for first', () => {
    expect(plain.schools.map((s) => s.school).sort()).toEqual([...timingSchoolIds].sort())
    expect(plain.schools[0]!.school).toBe('edgeLed')
  })
  test.each(timingSchoolIds)('%s has windows in order', (id) => {
    for (const pass of windows.get(id)!.passes) {
      if (pass.from !== undefined && pass.to !== undefined) expect(pass.from).toBeLessThanOrEqual(pass.to)
      if (pass.to !== undefined && pass.latest !== undefined) expect(pass.to).toBeLessThanOrEqual(pass.latest)
    }
  })
  it('put the edges before the middle, early before late, and autumn in autumn', () => {
    expect(next('edgeLed').from!).toBeLessThanOrEqual(next('oneFullPass').from!)
    expect(next('halvesByWeeks').from!).toBeLessThanOrEqual(next('halvesByTemperature').from!)
    const [first, second] = windows.get('halvesByTemperature')!.passes
    expect(second!.opens.p50!).toBeGreaterThan(first!.opens.p50!)
    const day = (days: number) => addDays(today, Math.round(days))
    expect(day(next('autumn').opens.p50!) > '2026-08-01').toBe(true)
    expect(day(next('autumn').opens.p50!) < '2026-11-01').toBe(true)
    expect(next('byCalendar').verdict).toBe('go')
    expect(next('overseedInstead')).toMatchObject({ pass: 'seed', share: 0 })
  })
  it('follow the numbers a person changed, the day one stands on, and a blossom seen', () => {
    const earlier = yard.ask({ parameters: { edgeLed: { edgeOpens: 8 } } }).schools[0]!.passes[0]!
    expect(earlier.from!).toBeLessThan(next('edgeLed').from!)
    const later = yard.ask({ standing: Math.ceil(next('edgeLed').from!) + 1 }).schools[0]!.passes[0]!
    expect([next('edgeLed').verdict, later.verdict]).toEqual(['wait', 'go'])
    const bloomed = yard.ask({ school: 'byBlossom', signs: [{ kind: 'blossom', day: addDays(today, -3) }] })
    expect(bloomed.schools[0]!.passes[0]).toMatchObject({ from: -3, verdict: 'go' })
    expect(() => yard.ask({ parameters: { edgeLed: { edgeOpens: 40 } } })).toThrow(RangeError)
  })
  it('have their autumn in March in the south', () => {
    const south = simulatedYard({ south: true, kinds: ['middle'], members: 20, daysAhead: 120 })
    const answer = south.ask({ school: 'autumn', parameters: { autumn: { opens: 21, closes: 17 } } })
    const pass = answer.schools[0]!.passes[0]!
    const opens = addDays(today, Math.round(pass.opens.p50!))
    expect(opens > '2026-02-01' && opens < '2026-05-15').toBe(true)
  })
})
