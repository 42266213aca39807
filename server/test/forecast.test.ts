import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { addDays } from '@jardinero/core/quantity'
import type { DatedWeather, PlaceForecast } from '@jardinero/core/soil'
import type { YardWeather } from '@jardinero/contract/weather'
import { createWeatherServer } from '../../standins/src/index.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => void (server = await startTestServer()))
afterAll(() => server.close())

const today = '2026-02-28'
/** Three years of a transition climate to today, with spells; half a year on in the south. */
const observed = (south = false): DatedWeather[] =>
  Array.from({ length: 3 * 365 }, (_, i) => {
    const back = 3 * 365 - 1 - i
    const season = Math.cos((2 * Math.PI * (59 - back - 20 - (south ? 182 : 0))) / 365)
    const mean = 12.5 - 12 * season + 3 * Math.sin(i / 4.1) + 2 * Math.sin(i / 17) + 1.5 * Math.sin(i / 200)
    return { day: addDays(today, -back), minimumC: mean - 5, maximumC: mean + 5, rainMm: i % 5 ? 0 : 9 }
  })
const order = (more: object = {}) => ({
  latitude: 38,
  places: [
    { id: 'middle', kind: 'middle' },
    { id: 'edge', kind: 'edge' },
  ],
  observed: observed(),
  thresholdC: 10,
  members: 20,
  daysAhead: 90,
  ...more,
})
const post = (payload: object) => server.app.inject({ method: 'POST', url: '/api/soil/forecast', payload })
async function forecast(more: object = {}): Promise<Record<string, PlaceForecast>> {
  const response = await post(order(more))
  expect(response.statusCode, response.body.slice(0, 300)).toBe(200)
  return Object.fromEntries((response.json().places as PlaceForecast[]).map((p) => [p.id, p]))
}

describe('the soil forecast for other programs', () => {
  it('says when each place crosses, the edge first, and the same for the same seed', async () => {
    const { middle, edge } = await forecast()
    expect(edge!.crossing.p50! < middle!.crossing.p50!).toBe(true)
    expect(middle!.crossing.p10! <= middle!.crossing.p90!).toBe(true)
    expect([middle!.observed.at(-1)!.day, middle!.ahead[0]!.day, middle!.ahead.length]).toEqual([
      today,
      '2026-03-01',
      90,
    ])
    expect((await forecast()).middle).toEqual(middle)
    expect((await forecast({ seed: 2 })).middle).not.toEqual(middle)
  }, 60_000)
  it('moves a place’s date by its readings, and less the others’, and sets a hot outlier aside', async () => {
    const before = await forecast()
    const readings = [26, 22, 18, 14, 9, 5, 2].map((back) => ({
      placeId: 'middle',
      day: addDays(today, -back),
      hour: 10,
      temperatureC: before.middle!.observed.at(-1 - back)!.temperatureC + 3,
    }))
    const hot = { placeId: 'middle', day: addDays(today, -3), hour: 10, temperatureC: 31 }
    const after = await forecast({ readings: [...readings, hot] })
    const moved = (place: 'middle' | 'edge') =>
      after[place]!.observed.at(-1)!.temperatureC - before[place]!.observed.at(-1)!.temperatureC
    expect(after.middle!.crossing.p50! < before.middle!.crossing.p50!).toBe(true)
    expect(moved('middle')).toBeGreaterThan(1.5)
    expect(moved('edge')).toBeGreaterThan(0.2)
    expect(moved('edge')).toBeLessThan(0.7 * moved('middle'))
    expect(after.middle!.setAside).toEqual([
      { index: 7, sigmas: expect.any(Number), expectedC: expect.any(Number) },
    ])
    expect(after.edge!.setAside).toEqual([])
  }, 60_000)
  it('gives the windows of all nine schools, and how much of a weed is up', async () => {
    const response = await post(
      order({
        school: 'halvesByWeeks',
        weeds: [{ code: 'smoothCrabgrass', emergence: { trend: 'rising', soilC: [12, 14], baseC: 12 } }],
      }),
    )
    const { schools, germination } = response.json()
    expect(schools).toHaveLength(9)
    expect(schools[0]).toMatchObject({ school: 'halvesByWeeks', passes: [{ pass: 'first', share: 0.5 }, {}] })
    expect(germination.map((g: { placeId: string }) => g.placeId)).toEqual(['middle', 'edge'])
  }, 60_000)
  it('is also a file of lines', async () => {
    const response = await server.app.inject({
      method: 'POST',
      url: '/api/soil/forecast.csv',
      payload: order(),
    })
    const [head, first] = response.body.split('\r\n')
    expect([head, response.headers['content-type']]).toEqual([
      'place,day,kind,p10_c,p50_c,p90_c',
      'text/csv; charset=utf-8',
    ])
    expect(first).toMatch(/^middle,2025-12-31,observed,,-?\d+\.\d\d,$/)
    expect(response.body.trim().split('\r\n')).toHaveLength(1 + 2 * (60 + 90))
  }, 60_000)
  it('has the autumn of a southern yard in March and April', async () => {
    const { middle } = await forecast({
      latitude: -34,
      observed: observed(true),
      trend: 'falling',
      thresholdC: 20,
    })
    expect(middle!.crossing.p50! >= '2026-02-28' && middle!.crossing.p50! <= '2026-05-20').toBe(true)
  }, 60_000)
  test.each<[string, object, string, string]>([
    ['a gap', { observed: observed().filter((_, i) => i !== 100) }, 'weatherGap', 'observed.100'],
    [
      'swapped extremes',
      { observed: observed().map((d, i) => (i === 7 ? { ...d, minimumC: 40 } : d)) },
      'weatherExtremesSwapped',
      'observed.7',
    ],
    [
      'Fahrenheit',
      { observed: observed().map((d, i) => (i === 9 ? { ...d, maximumC: 95 } : d)) },
      'weatherNotBelievable',
      'observed.9',
    ],
    ['a single year', { observed: observed().slice(-365) }, 'weatherTooShort', 'observed'],
    [
      'a forecast that starts late',
      { forecast: [{ day: '2026-03-05', minimumC: 1, maximumC: 9, rainMm: 0 }] },
      'weatherGap',
      'forecast.0',
    ],
    [
      'a reading at no place',
      { readings: [{ placeId: 'x', day: today, hour: 9, temperatureC: 8 }] },
      'unknownCode',
      'readings.0.placeId',
    ],
    [
      'a parameter out of range',
      { parameters: { edgeLed: { edgeOpens: 40 } } },
      'thresholdOutOfRange',
      'parameters.edgeLed.edgeOpens',
    ],
    [
      'a ground that cannot be',
      { places: [{ id: 'middle', kind: 'middle', ground: { thatchCm: 40 } }] },
      'thresholdOutOfRange',
      'places.0.ground.thatchCm',
    ],
    [
      'a reading of tomorrow',
      { readings: [{ placeId: 'edge', day: '2026-03-02', hour: 9, temperatureC: 8 }] },
      'readingInFuture',
      'readings.0.day',
    ],
  ])('refuses %s', async (_, more, code, field) => {
    const response = await post(order(more))
    expect([response.statusCode, response.json().faults[0]]).toMatchObject([422, { code, field }])
    expect(response.json().detail).toMatch(/\.$/)
  })
  it('refuses what is out of all range before it is worked on', async () => {
    expect((await post(order({ members: 5000 }))).json().code).toBe('invalidInput')
    expect((await post(order({ latitude: 89 }))).json().code).toBe('invalidInput')
  })
})

describe('the weather of a yard', () => {
  const weather = createWeatherServer()
  let withWeather: TestServer
  let visitor: Visitor
  let yard = ''
  const listen = (port: number) =>
    new Promise<void>((ready) => weather.listen(port, '127.0.0.1', () => ready()))
  beforeAll(async () => {
    await listen(0)
    const { port } = weather.address() as AddressInfo
    withWeather = await startTestServer({ weatherUrl: `http://127.0.0.1:${port}` })
    visitor = await new Visitor(withWeather.app).signUp()
    yard = (await addLawn(visitor)).yard
  })
  afterAll(async () => {
    await withWeather.close()
    weather.close()
  })
  const ask = () => visitor.get(`/api/soil/weather?yardId=${yard}`)

  it('comes up to today with the forecast after it', async () => {
    const got = (await ask()).json() as YardWeather
    expect(got).toMatchObject({ station: 'quarryBend', simulated: true })
    expect(got.observed.at(-1)!.day).toBe('2026-03-01')
    expect(got.observed.length).toBeGreaterThan(3600)
    expect(got.forecast.map((d) => d.day).slice(0, 2)).toEqual(['2026-03-02', '2026-03-03'])
    expect(got.hours).toHaveLength(264)
    expect(got.observed[0]).toMatchObject({ origin: 'service' })
    expect(got).toMatchObject({ own: null, serviceAway: false })
  })
  it('stays when its service goes, and is nobody else’s', async () => {
    const { port } = weather.address() as AddressInfo
    await new Promise((gone) => {
      weather.close(gone)
      weather.closeAllConnections()
    })
    const away = await ask()
    expect([away.statusCode, (away.json() as YardWeather).observed.at(-1)!.day]).toEqual([200, '2026-03-01'])
    await listen(port)
    const stranger = await new Visitor(withWeather.app).signUp()
    expect((await stranger.get(`/api/soil/weather?yardId=${yard}`)).statusCode).toBe(404)
  })
  it('is said to be away where no service is set', async () => {
    const plain = await new Visitor(server.app).signUp()
    const lawn = await addLawn(plain)
    expect((await plain.get(`/api/soil/weather?yardId=${lawn.yard}`)).json().code).toBe('weatherAway')
  })
})
