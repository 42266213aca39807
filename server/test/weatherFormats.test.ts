import type { AddressInfo } from 'node:net'
import { createServer, type IncomingMessage } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { addDays } from '@jardinero/core/quantity'
import { createWeatherServer, weatherYears } from '@jardinero/standins'
import type { WeatherSource } from '../src/platform/config.ts'
import { createStations } from '../src/soil/index.ts'
import { formats } from '../src/soil/formats/index.ts'
import { startTestServer, type TestServer } from './harness.ts'

const today = '2026-03-01'
const lexington = { station: 'quarryBend', latitude: 38.12, longitude: -84.53 }
let server: TestServer
let base = ''
const heard: IncomingMessage[] = []
const weather = createWeatherServer(() => today)
beforeAll(async () => {
  server = await startTestServer()
  weather.on('request', (request: IncomingMessage) => heard.push(request))
  await new Promise<void>((ready) => weather.listen(0, '127.0.0.1', ready))
  base = `http://127.0.0.1:${(weather.address() as AddressInfo).port}`
})
afterAll(async () => {
  await server.close()
  weather.close()
})
const stations = (source: Partial<WeatherSource> & Pick<WeatherSource, 'format'>, now?: () => number) =>
  createStations(server.database, { url: `${base}/${source.format}`, ...source }, now)

describe('hourly arrays by latitude and longitude', () => {
  it('give the years of the past and ten days ahead, as the same station gives them by its code', async () => {
    const told = await stations({ format: 'arrays' })(lexington, today)
    expect(told).toMatchObject({ away: false, past: { simulated: true } })
    const { days } = told.past
    expect(days.length).toBeGreaterThan(3600)
    expect(days.at(-1)!.day).toBe(today)
    const truth = new Map(weatherYears('quarryBend').map((d) => [d.day, d]))
    for (const day of days.slice(-400, -2)) {
      const known = truth.get(day.day)!
      expect(day.maximumC, day.day).toBeCloseTo(known.maximumC, 0)
      expect(Math.abs(day.minimumC - known.minimumC), day.day).toBeLessThan(6)
      expect(day.rainMm, day.day).toBeCloseTo(known.rainMm, 0)
      expect(day.solarMJ!, day.day).toBeCloseTo(known.solarMJ, 0)
    }
    expect(told.ahead.days.at(-1)!.day >= addDays(today, 9)).toBe(true)
    const ahead = told.ahead.hours.filter((h) => h.at >= `${today}T12`)
    expect(ahead.length).toBeGreaterThan(200)
    for (const h of ahead)
      expect([h.wind <= h.gust, h.humidity <= 1, h.cloud <= 1]).toEqual([true, true, true])
  })
  it('are asked for to a tenth of a degree, so that neighbours share what was said and no house is told', async () => {
    heard.length = 0
    const ask = stations({ format: 'arrays', contact: 'garden@example.org' })
    const [one, other] = [await ask(lexington, today), await ask({ ...lexington, latitude: 38.09 }, today)]
    expect(other).toEqual(one)
    for (const { url, headers } of heard) {
      expect(url).toContain('latitude=38.1&longitude=-84.5')
      expect(headers['user-agent']).toBe('Jardinero (garden@example.org)')
    }
  })
  it('an archive that is days behind is made whole by the forecast', async () => {
    const late = createWeatherServer(() => '2026-02-25')
    // It ends where its own day is.
    await new Promise<void>((ready) => late.listen(0, '127.0.0.1', ready))
    const historyUrl = `http://127.0.0.1:${(late.address() as AddressInfo).port}/arrays`
    const far = { ...lexington, latitude: 44.7, longitude: -90 }
    const told = await stations({ format: 'arrays', historyUrl })(far, today)
    late.close()
    const { days } = told.past
    expect(days.at(-1)!.day).toBe(today)
    expect(days.every((d, i) => !i || d.day === addDays(days[i - 1]!.day, 1))).toBe(true)
  })
  const body = (more: object = {}) => ({
    hourly_units: { temperature_2m: '°F', precipitation: 'inch', wind_speed_10m: 'km/h' },
    utc_offset_seconds: -18_000,
    hourly: {
      time: Array.from({ length: 24 }, (_, i) => `2026-03-01T${String(i).padStart(2, '0')}:00`),
      temperature_2m: Array.from({ length: 24 }, (_, i) => 32 + i),
      precipitation: Array<number>(24).fill(0.1),
      wind_speed_10m: Array<number>(24).fill(36),
    },
    ...more,
  })
  it('are read in whatever units and hours they say', () => {
    const told = formats.arrays.read(body(), { ...lexington, longitude: -75 })
    expect(told.simulated).toBe(false)
    expect(told.days).toEqual([
      {
        day: '2026-03-01',
        minimumC: 0,
        maximumC: expect.closeTo(23 / 1.8, 6),
        rainMm: expect.closeTo(60.96, 6),
        wind: expect.closeTo(10, 6),
      },
    ])
    expect(told.hours[0]).toMatchObject({
      at: '2026-03-01T05:00:00.000Z',
      wind: expect.closeTo(10, 6),
      gust: expect.closeTo(15, 6),
    })
  })
  it.each<[string, object]>([
    ['a unit nobody knows', { hourly_units: { temperature_2m: 'warm' } }],
    ['arrays of two lengths', { hourly: { ...body().hourly, precipitation: [1] } }],
    ['no times', { hourly: {} }],
  ])('are refused whole: %s', (_, more) => {
    expect(() => formats.arrays.read(body(more), lexington)).toThrow()
  })
})

describe('a GeoJSON point with its series', () => {
  it('gives the days and the hours ahead, and no past', async () => {
    const told = await stations({ format: 'series' })(lexington, today)
    expect(told.past.days).toEqual([])
    const { days, hours } = told.ahead
    expect(days.length).toBeGreaterThanOrEqual(9)
    expect(days.every((d, i) => !i || d.day === addDays(days[i - 1]!.day, 1))).toBe(true)
    expect(hours.length).toBe(60)
    expect(hours[0]!.humidity).toBeLessThanOrEqual(1)
  })
  it.each<[string, unknown]>([
    ['not a feature', { type: 'Point' }],
    ['no series', { type: 'Feature', properties: {} }],
    [
      'temperature that is none',
      {
        type: 'Feature',
        properties: {
          timeseries: [
            { time: '2026-03-01T00:00:00Z', data: { instant: { details: { air_temperature: 'x' } } } },
          ],
        },
      },
    ],
  ])('is refused whole: %s', (_, body) => {
    expect(() => formats.series.read(body, lexington)).toThrow()
  })
})

describe('a polite client', () => {
  it('asks again only for what is new', async () => {
    let now = Date.parse('2026-03-01T12:00:00Z')
    const ask = stations({ format: 'own', url: base }, () => now)
    const place = { ...lexington, station: 'merrow' }
    const first = await ask(place, today)
    heard.length = 0
    now += 3_700_000
    const again = await ask(place, today)
    expect(heard.map((r) => Boolean(r.headers['if-none-match']))).toEqual([true, true])
    expect(again.stamp).toBe(first.stamp)
    expect(again.askedAt > first.askedAt).toBe(true)
  })
  it('leaves a service alone that is away, longer each time, and as long as it asks for', async () => {
    let now = Date.parse('2026-03-01T12:00:00Z')
    let asked = 0
    const retry: { after?: string } = {}
    const away = createServer((_, response) => {
      asked++
      response.writeHead(503, retry.after ? { 'retry-after': retry.after } : {}).end()
    })
    await new Promise<void>((ready) => away.listen(0, '127.0.0.1', ready))
    const url = `http://127.0.0.1:${(away.address() as AddressInfo).port}`
    const ask = createStations(server.database, { url, format: 'series' }, () => now)
    const tries = async (seconds: number) => {
      now += seconds * 1000
      asked = 0
      await ask(lexington, today).catch(() => undefined)
      return asked
    }
    expect(await tries(0)).toBe(1)
    expect(await tries(10)).toBe(0)
    expect(await tries(6)).toBe(1)
    expect(await tries(16)).toBe(0)
    retry.after = '600'
    expect(await tries(15)).toBe(1)
    expect(await tries(500)).toBe(0)
    expect(await tries(101)).toBe(1)
    away.close()
  })
})
