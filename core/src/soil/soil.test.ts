import { solarHour } from './solarHour.ts'
import { describe, expect, it, test } from 'vitest'
import { addDays, convert } from '../quantity/index.ts'
import {
  checkReading,
  computePlaceSoil,
  computeTiming,
  isCooling,
  seasonOf,
  type ProbeReading,
  type TimingRequest,
} from './index.ts'

const middle = { id: 'm', name: 'Open middle', kind: 'middle' } as const
const edge = { id: 'e', name: 'Drive edge', kind: 'edge' } as const
const day = '2026-02-28'
const F = (f: number) => convert(f, 'degF', 'degC')

/** Readings on consecutive days up to the day, the last at `last` °F, rising by `perDay` °F. */
const rising = (placeId: string, last: number, perDay: number, days = 10, on = day): ProbeReading[] =>
  Array.from({ length: days }, (_, i) => ({
    placeId,
    day: addDays(on, i - days + 1),
    hour: 10,
    depthCm: 5.08,
    temperatureC: F(last - perDay * (days - 1 - i)),
  }))

const timing = (readings: ProbeReading[], more: Partial<TimingRequest> = {}) => {
  const outcome = computeTiming({
    day,
    hemisphere: 'northern',
    school: 'edgeLed',
    places: [middle, edge],
    readings,
    ...more,
  })
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusals))
  return outcome.value
}

describe('one place', () => {
  it('takes the mean of the daily means over five days, at 2 in only, up to the day', () => {
    const readings: ProbeReading[] = [
      { placeId: 'm', day: '2026-02-23', hour: 10, depthCm: 5, temperatureC: 14 },
      { placeId: 'm', day: '2026-02-24', hour: 9, depthCm: 5, temperatureC: 4 },
      { placeId: 'm', day: '2026-02-24', hour: 15, depthCm: 5, temperatureC: 8 },
      { placeId: 'm', day: '2026-02-28', hour: 10, depthCm: 5, temperatureC: 9 },
      { placeId: 'm', day: '2026-02-28', hour: 10, depthCm: 30, temperatureC: 2 },
      { placeId: 'm', day: '2026-03-01', hour: 10, depthCm: 5, temperatureC: 40 },
    ]
    const soil = computePlaceSoil(middle, readings, day)
    expect(soil.fiveDayMean?.value).toBeCloseTo((6 + 9) / 2, 12)
    expect(soil.daysRead).toBe(2)
    expect(soil.cautions.map((c) => c.code)).toEqual(['otherDepthIgnored', 'fewReadings'])
  })
  it('leaves out a reading far from the others of its days, and says so', () => {
    const hot: ProbeReading = { placeId: 'm', day: '2026-02-27', hour: 13, depthCm: 5, temperatureC: 27 }
    const soil = computePlaceSoil(middle, [...rising('m', 47, 0.5), hot], day)
    expect(soil.fiveDayMean?.value).toBeCloseTo(F(46), 9)
    expect(soil.cautions).toContainEqual({
      code: 'oddReadings',
      params: { place: 'Open middle', count: 1 },
    })
    const alone = computePlaceSoil(middle, [hot], day)
    expect(alone.fiveDayMean?.value).toBe(27)
  })
  it('finds the slope of a straight rise', () => {
    expect(computePlaceSoil(middle, rising('m', 47, 0.5), day).trend?.value).toBeCloseTo(0.5 / 1.8, 9)
  })
  it('says how old an old reading is, and forgets it after two weeks', () => {
    const old = computePlaceSoil(middle, rising('m', 45, 0.3, 4, '2026-02-20'), day)
    expect(old.cautions).toContainEqual({ code: 'readingsOld', params: { place: 'Open middle', days: 8 } })
    expect(computePlaceSoil(middle, rising('m', 45, 0.3, 4, '2026-02-01'), day).fiveDayMean).toBeUndefined()
  })
  it('warns of an early or hot hour', () => {
    const at = (hour: number) =>
      computePlaceSoil(middle, [{ placeId: 'm', day, hour, depthCm: 5, temperatureC: 8 }], day).cautions.map(
        (c) => c.params['side'],
      )
    expect([at(7), at(10), at(15)]).toEqual([
      expect.arrayContaining(['cool']),
      expect.not.arrayContaining(['cool', 'warm']),
      expect.arrayContaining(['warm']),
    ])
  })
})

// the five-day mean of a rise of 0.5 °F a day is 1 °F under its last day
describe('two schools on one lawn', () => {
  test.each<[school: 'edgeLed' | 'oneFullPass', edge: number, middle: number, verdict: string]>([
    ['edgeLed', 47, 42, 'wait'],
    ['edgeLed', 51.5, 46, 'go'],
    ['edgeLed', 56.5, 51, 'lateAtEdge'],
    ['edgeLed', 61, 57, 'late'],
    ['oneFullPass', 51.5, 46, 'wait'],
    ['oneFullPass', 54, 51.5, 'go'],
    ['oneFullPass', 57, 52, 'lateAtEdge'],
    ['oneFullPass', 61, 57, 'late'],
  ])('%s: edge %d °F, middle %d °F: %s', (school, e, m, verdict) => {
    expect(timing([...rising('m', m, 0.5), ...rising('e', e, 0.5)], { school }).verdict).toBe(verdict)
  })

  it('names the leading place, how far ahead, and the window its trend points to', () => {
    const t = timing([...rising('m', 43, 0.5), ...rising('e', 48, 0.5)])
    expect(t.leadPlaceId).toBe('e')
    expect(t.opens).toEqual({ placeId: 'e', thresholdC: F(50) })
    expect(t.ahead?.value).toBeCloseTo(5 / 1.8, 9)
    expect(t.aheadDays?.value).toBeCloseTo(10, 9)
    // mean 47 °F: six days to 50, sixteen to 55
    expect(t.window).toMatchObject({ from: '2026-03-06', to: '2026-03-15' })
  })
  it('watches the middle for one full pass, though the edge leads', () => {
    const t = timing([...rising('m', 43, 0.5), ...rising('e', 48, 0.5)], { school: 'oneFullPass' })
    expect([t.leadPlaceId, t.opens?.placeId]).toEqual(['e', 'm'])
    expect(t.window?.from).toBe('2026-03-16')
  })
  it('leads by the middle in the upper 40s when no edge is read, and says so', () => {
    const t = timing(rising('m', 48.5, 0.5))
    expect(t.verdict).toBe('go')
    expect(t.cautions.map((c) => c.code)).toContain('noEdgeReading')
  })
  it('offers no window once it is late', () => {
    expect(timing([...rising('m', 58, 0.5), ...rising('e', 61, 0.5)]).window).toBeUndefined()
  })
  it('says when there is nothing to go by', () => {
    expect(timing([]).verdict).toBe('noReadings')
    expect(timing([...rising('m', 40, 0)]).window).toBeUndefined()
  })
  it('refuses a threshold outside its range', () => {
    expect(
      computeTiming({
        day,
        hemisphere: 'northern',
        school: 'edgeLed',
        places: [],
        readings: [],
        parameters: { edgeOpens: 30 },
      }),
    ).toMatchObject({
      ok: false,
      refusals: [{ code: 'thresholdOutOfRange', field: 'parameters.edgeOpens' }],
    })
  })
})

describe('the season of a spring rule', () => {
  it('is over in autumn in the north and on in the south', () => {
    const october = { day: '2026-10-01', readings: rising('m', 52, 0.5, 10, '2026-10-01') }
    expect(timing(october.readings, { day: october.day })).toMatchObject({
      verdict: 'offSeason',
      nextSeason: '2026-11-15',
    })
    expect(timing(october.readings, { day: october.day, hemisphere: 'southern' }).verdict).toBe('go')
  })
  it('holds every day of some season or waits for the next', () => {
    for (let i = 0; i < 800; i++) {
      const d = addDays('2025-01-01', i)
      expect(seasonOf(d, 'southern', 'rising').to >= d && seasonOf(d, 'northern', 'falling').to >= d).toBe(
        true,
      )
    }
  })
})

describe('a reading', () => {
  test.each([
    [20, 5, []],
    [80, 5, ['readingNotBelievable']],
    [-40, 0, ['readingNotBelievable', 'depthNotBelievable']],
    [NaN, 5, ['readingNotBelievable']],
  ])('%d °C at %d cm', (temperatureC, depthCm, codes) => {
    expect(checkReading({ temperatureC, depthCm }).map((r) => r.code)).toEqual(codes)
  })
})

it('soil cools from past midsummer to midwinter, on either side of the equator', () => {
  const cooling = (days: string[], side: 'northern' | 'southern') => days.map((d) => isCooling(d, side))
  expect(cooling(['2026-07-15', '2026-07-16', '2026-12-31', '2027-01-01'], 'northern')).toEqual([
    false,
    true,
    true,
    false,
  ])
  expect(cooling(['2026-01-15', '2026-01-16', '2026-06-30', '2026-07-01'], 'southern')).toEqual([
    false,
    true,
    true,
    false,
  ])
})

describe('the hour by the sun', () => {
  it('is the clock’s without zone and summer time', () => {
    expect(solarHour('2026-02-28T17:00:00Z', -75)).toBe(12)
    expect(solarHour('2026-07-01T02:30:00Z', -84)).toBeCloseTo(20.9, 5)
    expect(solarHour('2026-07-01T20:00:00Z', 150)).toBe(6)
  })
})
