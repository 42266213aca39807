import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { addDays, dayOfYear } from '../../quantity/index.ts'
import { parseEpw } from './epw.ts'
import { joinWeather } from './ownStation.ts'
import { guessColumns, longestGapDays, parseStation, type StationMapping } from './station.ts'
import { applyWater, computeSprinkler, sprinklerMinutes } from './water.ts'

const daily: StationMapping = {
  columns: { day: 0, minimum: 1, maximum: 2, rain: 3 },
  temperatureUnit: 'degC',
  rainUnit: 'mm',
  windUnit: 'm/s',
  solarUnit: 'MJ',
  dayOrder: 'ymd',
  every: 'day',
}
const rows = (count: number, from = '2025-01-01') =>
  Array.from({ length: count }, (_, i) => [addDays(from, i), '2', '12', i % 4 ? '0' : '6'])
const days = (
  cells: string[][],
  more: Partial<StationMapping> = {},
  other: Parameters<typeof parseStation>[3] = [],
) => {
  const parsed = parseStation(cells, 2, { ...daily, ...more }, other)
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.refusals))
  return parsed.value
}
const refusals = (cells: string[][], more: Partial<StationMapping> = {}) => {
  const parsed = parseStation(cells, 2, { ...daily, ...more })
  return parsed.ok ? [] : parsed.refusals
}

describe('a station’s file', () => {
  it('is taken day by day, in any unit and order of the day', () => {
    const american = [['3/31/2025', '41', '59', '0.25', '10']]
    const mapped = {
      columns: { ...daily.columns, wind: 4 },
      temperatureUnit: 'degF',
      rainUnit: 'in',
      windUnit: 'mph',
      dayOrder: 'mdy',
    } as const
    expect(days(american, mapped).days).toEqual([
      {
        day: '2025-03-31',
        minimumC: expect.closeTo(5, 9),
        maximumC: expect.closeTo(15, 9),
        rainMm: expect.closeTo(6.35, 9),
        wind: expect.closeTo(4.4704, 9),
        filled: false,
      },
    ])
    expect(days([['31.3.2025', '1,5', '2', '']], { dayOrder: 'dmy' }).days[0]).toMatchObject({
      day: '2025-03-31',
      minimumC: 1.5,
    })
  })
  it('gathers hours into days, and leaves out a day with too few', () => {
    const hours = Array.from({ length: 54 }, (_, h) => [
      `${addDays('2025-06-01', Math.floor(h / 24))}T${String(h % 24).padStart(2, '0')}:00`,
      String(10 + (h % 24)),
      '0.5',
    ])
    const { days: got } = days(hours, { every: 'hour', columns: { day: 0, temperature: 1, rain: 2 } })
    expect(got).toEqual([
      { day: '2025-06-01', minimumC: 10, maximumC: 33, rainMm: 12, filled: false },
      { day: '2025-06-02', minimumC: 10, maximumC: 33, rainMm: 12, filled: false },
    ])
  })
  it('fills short gaps straight between their neighbours, marks them, and says which are too long', () => {
    const cells = rows(200).filter(
      (_, i) => !(i >= 50 && i < 53) && !(i >= 100 && i < 100 + longestGapDays + 4),
    )
    const got = days(cells)
    expect(got.filled).toBe(3)
    expect(got.days.filter((d) => d.filled).map((d) => d.day)).toEqual([
      '2025-02-20',
      '2025-02-21',
      '2025-02-22',
    ])
    expect(got.gaps).toEqual([{ from: addDays('2025-01-01', 100), to: addDays('2025-01-01', 124) }])
  })
  it('fills by another station, moved by how the two differ about the gap', () => {
    const other = Array.from({ length: 5 }, (_, i) => ({
      day: addDays('2025-01-01', i),
      minimumC: i,
      maximumC: 10 + i,
      rainMm: 3,
    }))
    const cells = [
      ['2025-01-01', '2', '12', '0'],
      ['2025-01-02', 'NA', '', ''],
      ['2025-01-03', '4', '14', '0'],
    ]
    expect(days(cells, {}, other).days[1]).toEqual({
      day: '2025-01-02',
      minimumC: 3,
      maximumC: 13,
      rainMm: 3,
      filled: true,
    })
  })
  test.each<[string, string[], Partial<StationMapping>, string]>([
    ['no day', ['yesterday', '1', '2', '0'], {}, 'stationDay'],
    ['the thirteenth month', ['2025-13-01', '1', '2', '0'], {}, 'stationDay'],
    ['no number', ['2025-01-01', 'cold', '2', '0'], {}, 'stationNoNumber'],
    ['Fahrenheit as Celsius', ['2025-07-01', '68', '95', '0'], {}, 'stationNotBelievable'],
    ['rain below nothing', ['2025-07-01', '8', '15', '-4'], {}, 'stationNotBelievable'],
    ['swapped columns', ['2025-07-01', '20', '10', '0'], {}, 'stationSwapped'],
  ])('is refused with its line: %s', (_, cells, more, code) => {
    expect(refusals([...rows(3), cells], more)[0]).toMatchObject({ code, params: { line: 5 } })
  })
  it('is refused without its columns, twice the same day, or nothing in it', () => {
    expect(refusals(rows(3), { columns: { day: 0 } }).map((r) => r.code)).toEqual([
      'stationColumnMissing',
      'stationColumnMissing',
    ])
    expect(refusals([...rows(3), ['2025-01-02', '1', '2', '0']])[0]).toMatchObject({
      code: 'stationDayTwice',
      params: { line: 5, before: 3 },
    })
    expect(refusals([['', '', '', '']])[0]).toMatchObject({ code: 'stationEmpty' })
  })
  it('has its columns guessed from the heading', () =>
    expect(guessColumns(['Date', 'Min temp °F', 'Max temp °F', 'Rain (in)', 'Wind mph', 'Note'])).toEqual({
      day: 0,
      minimum: 1,
      maximum: 2,
      rain: 3,
      wind: 4,
    }))
  it('loses and doubles no day, whatever is missing', () =>
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 2, maxLength: 60 }), (there) => {
        const cells = rows(there.length).filter((_, i) => there[i] || i === 0)
        const got = days(cells)
        const covered =
          got.days.length +
          got.gaps.reduce((n, g) => n + (Date.parse(g.to) - Date.parse(g.from)) / 86_400_000 + 1, 0)
        const last = there.lastIndexOf(true)
        expect(covered).toBe(Math.max(0, last) + 1)
      }),
    ))
})

describe('a typical year', () => {
  const heading = [
    'LOCATION,Made-up,XX,-,TMY,000000,38.1,-84.6,-5.0,260.0',
    ...Array.from({ length: 7 }, () => 'HEADING'),
  ]
  const lines = Array.from({ length: 8760 }, (_, h) => {
    const day = addDays('2025-01-01', Math.floor(h / 24))
    const cells = Array.from({ length: 35 }, () => '0')
    Object.assign(cells, {
      1: String(Number(day.slice(5, 7))),
      2: String(Number(day.slice(8))),
      6: String(10 + 5 * Math.sin(h / 24)),
      13: '250',
      21: '3',
    })
    return cells.join(',')
  })
  const year = [...heading, ...lines].join('\n')
  it('is taken as 365 days and where it is', () => {
    const parsed = parseEpw(year)
    expect(
      parsed.ok && [parsed.value.days.length, parsed.value.latitude, parsed.value.days[0]!.solarMJ],
    ).toEqual([365, 38.1, expect.closeTo(21.6, 9)])
  })
  it('is refused with its line', () => {
    const broken = [...heading, ...lines.slice(0, 100), 'nonsense', ...lines.slice(100)].join('\n')
    expect(parseEpw(broken)).toMatchObject({
      ok: false,
      refusals: [{ code: 'epwLine', params: { line: 109 } }],
    })
    expect(parseEpw('a,b,c')).toMatchObject({ ok: false, refusals: [{ code: 'epwHeading' }] })
    expect(parseEpw([...heading, ...lines.slice(0, 500)].join('\n'))).toMatchObject({
      refusals: [{ code: 'epwShort' }],
    })
  })
})

describe('a yard’s own weather', () => {
  const service = Array.from({ length: 800 }, (_, i) => ({
    day: addDays('2024-01-01', i),
    minimumC: 5,
    maximumC: 15,
    rainMm: 0,
  }))
  it('counts before the service, which is moved by how they differ', () => {
    const own = service
      .slice(100, 500)
      .map((d) => ({ ...d, minimumC: 7, maximumC: 18, filled: d.day === '2024-06-01' }))
    const { observed, shift } = joinWeather(service, own)
    expect(observed[200]).toMatchObject({ minimumC: 7, origin: 'own' })
    expect(observed.find((d) => d.day === '2024-06-01')).toMatchObject({ origin: 'filled' })
    expect(observed[700]).toMatchObject({ minimumC: 7, maximumC: 18, origin: 'service' })
    expect(shift(service[0]!)).toMatchObject({ minimumC: 7, maximumC: 18 })
  })
  it('is moved by a typical year where there are no common days, and is all there is without a service', () => {
    const typical = Array.from({ length: 365 }, (_, i) => ({
      dayOfYear: i + 1,
      minimumC: 4,
      maximumC: 16,
      solarMJ: 12,
      wind: 2,
    }))
    expect(joinWeather(service, [], typical).observed[400]).toMatchObject({
      minimumC: expect.closeTo(4, 6),
      maximumC: expect.closeTo(16, 6),
    })
    const own = service.slice(0, 3).map((d) => ({ ...d, filled: false }))
    expect(joinWeather([], own).observed.map((d) => d.origin)).toEqual(['own', 'own', 'own'])
    expect(dayOfYear('2024-12-31')).toBe(366)
  })
  it('has the gauge’s rain instead of the service’s, and water given on top', () => {
    const wet = applyWater(service.slice(0, 3), [
      { kind: 'rain', day: '2024-01-02', depthMm: 4 },
      { kind: 'rain', day: '2024-01-02', depthMm: 3 },
      { kind: 'irrigation', day: '2024-01-02', depthMm: 6 },
    ])
    expect(wet[1]).toMatchObject({ rainMm: 7, irrigationMm: 6 })
    expect(wet[0]).toEqual(service[0])
  })
})

describe('a catch-cup test', () => {
  it('gives output and evenness by hand: 6 mm in 30 min is 12 mm an hour', () => {
    const got = computeSprinkler({ cupsMm: [4, 6, 6, 8], minutes: 30 })
    expect(got.ok && [got.value.output.value, got.value.uniformity.value]).toEqual([
      12,
      expect.closeTo(4 / 6, 9),
    ])
    expect(sprinklerMinutes(6, 12)).toBe(30)
  })
  it('warns of an uneven one', () => {
    const got = computeSprinkler({ cupsMm: [1, 6, 9, 8], minutes: 20 })
    expect(got.ok && got.value.uniformity.cautions.map((c) => c.code)).toEqual(['unevenSprinkler'])
  })
  test.each([
    [[1, 2], 30, 'tooFewCups'],
    [[1, 2, 900], 30, 'cupNotBelievable'],
    [[1, 2, NaN], 30, 'cupNotBelievable'],
    [[0, 0, 0], 30, 'cupsDry'],
    [[1, 2, 3], 0, 'minutesNotBelievable'],
  ])('refuses %j in %d min', (cupsMm, minutes, code) =>
    expect(computeSprinkler({ cupsMm, minutes })).toMatchObject({ ok: false, refusals: [{ code }] }),
  )
})
