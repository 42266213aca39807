import { randomUUID } from 'node:crypto'
import { createServer, type AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import type { YardWeather } from '@jardinero/contract/weather'
import { addDays } from '@jardinero/core/quantity'
import { seededRandom } from '@jardinero/core/quantity'
import { createProbe, createWeatherServer } from '../../standins/src/index.ts'
import { listenTcp, readEvents } from './devices.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn } from './lawn.ts'

const weather = createWeatherServer()
let server: TestServer
let visitor: Visitor
let made: Awaited<ReturnType<typeof addLawn>>
beforeAll(async () => {
  await new Promise<void>((ready) => weather.listen(0, '127.0.0.1', () => ready()))
  const { port } = weather.address() as AddressInfo
  server = await startTestServer({ weatherUrl: `http://127.0.0.1:${port}` })
  visitor = await new Visitor(server.app).signUp()
  made = await addLawn(visitor)
})
afterAll(async () => {
  await server.close()
  weather.close()
})

const mapping = {
  columns: { day: 0, minimum: 1, maximum: 2, rain: 3 },
  temperatureUnit: 'degF',
  rainUnit: 'in',
  dayOrder: 'ymd',
  every: 'day',
}
/** A year of one's own station to February 2026, warmer than the service, with two gaps. */
const yearCsv = () => {
  const days = Array.from({ length: 365 }, (_, i) => addDays('2026-02-28', i - 364))
  const kept = days.filter((_, i) => !(i >= 40 && i < 44) && i !== 200)
  return [
    'date,low °F,high °F,rain in',
    ...kept.map((d, i) => `${d},${50 + (i % 9)},${68 + (i % 9)},${i % 5 ? 0 : 0.3}`),
  ].join('\n')
}
const takeStation = (csv: string, more: object = {}) =>
  visitor.post('/api/soil/station', { yardId: made.yard, csv, mapping: { ...mapping, ...more } })
const askWeather = async () =>
  (await visitor.get(`/api/soil/weather?yardId=${made.yard}`)).json() as YardWeather

describe('the yard’s own station', () => {
  it('takes a year in, fills its gaps and marks them, and moves the service to it', async () => {
    const before = await askWeather()
    const taken = await takeStation(yearCsv())
    expect(taken.json()).toEqual({ days: 365, filled: 5, gaps: [], from: '2025-03-01', to: '2026-02-28' })
    const after = await askWeather()
    expect(after.own).toMatchObject({ days: 365, filled: 5, typical: false })
    const origins = after.observed.map((d) => d.origin)
    expect(origins.filter((o) => o === 'own')).toHaveLength(360)
    expect(origins.filter((o) => o === 'filled')).toHaveLength(5)
    expect(after.observed[0]!.minimumC).not.toBe(before.observed[0]!.minimumC)
    expect(after.forecast[0]!.minimumC).not.toBe(before.forecast[0]!.minimumC)
    expect((await takeStation(yearCsv())).json().days).toBe(365)
    expect((await askWeather()).own!.days).toBe(365)
  })
  test.each([
    [
      'a line that is no day',
      'date,l,h,r\n2026-01-01,40,50,0\nyesterday,40,50,0',
      {},
      'stationDay',
      'Line 3',
    ],
    [
      'Celsius taken for Fahrenheit twice over',
      'd,l,h,r\n2026-01-01,40,200,0',
      {},
      'stationNotBelievable',
      'Line 2',
    ],
    ['swapped columns', 'd,l,h,r\n2026-01-01,60,40,0', {}, 'stationSwapped', 'Line 2'],
    ['days to come', 'd,l,h,r\n2026-05-01,40,60,0', {}, 'stationInFuture', 'May 1'],
    ['a file without days', 'nothing', {}, 'stationDay', 'Line 1'],
    [
      'columns not said',
      'd,l,h,r\n2026-01-01,60,40,0',
      { columns: { day: 0 } },
      'stationColumnMissing',
      'low',
    ],
  ])('refuses %s, and keeps nothing of it', async (_, csv, more, code, says) => {
    const before = (await askWeather()).own
    const response = await takeStation(csv, more)
    expect([response.statusCode, response.json().faults[0].code]).toEqual([422, code])
    expect(response.json().faults[0].detail).toContain(says)
    expect((await askWeather()).own).toEqual(before)
  })
  it('takes a typical year, goes with the account file, and is forgotten when asked', async () => {
    const heading = ['LOCATION,Made-up,XX,-,TMY,0,38.1,-84.6,-5,260', ...Array.from({ length: 7 }, () => 'X')]
    const hours = Array.from({ length: 8760 }, (_, h) => {
      const [, month, date] = addDays('2025-01-01', Math.floor(h / 24))
        .split('-')
        .map(Number)
      const cells = Array.from({ length: 35 }, () => '0')
      Object.assign(cells, { 1: month, 2: date, 6: 12 + 5 * Math.sin(h), 13: 200, 21: 2 })
      return cells.join(',')
    })
    const epw = [...heading, ...hours].join('\n')
    const taken = await visitor.post('/api/soil/typical-year', { yardId: made.yard, epw })
    expect(taken.json()).toEqual({ latitude: 38.1, longitude: -84.6 })
    const broken = await visitor.post('/api/soil/typical-year', {
      yardId: made.yard,
      epw: epw.slice(0, 90_000),
    })
    expect(broken.json().faults[0].code).toMatch(/^epw/)

    const file = (await visitor.get('/api/account/file')).json()
    expect([
      file.stationDays.length,
      file.typicalYears.length,
      file.signs.length,
      file.waters.length,
    ]).toEqual([365, 1, 1, 1])
    const other = await new Visitor(server.app).signUp()
    expect((await other.post('/api/account/file', file)).json().added).toMatchObject({
      stationDays: 365,
      typicalYears: 1,
      sprinklers: 1,
      waters: 1,
      signs: 1,
    })
    const stranger = await new Visitor(server.app).signUp()
    expect((await stranger.send('DELETE', `/api/soil/station?yardId=${made.yard}`)).statusCode).toBe(404)
    expect((await visitor.send('DELETE', `/api/soil/station?yardId=${made.yard}`)).statusCode).toBe(204)
    expect((await askWeather()).own).toBeNull()
  })
  it('is all there is when the service is away and it reaches two years', async () => {
    const alone = await startTestServer()
    const owner = await new Visitor(alone.app).signUp()
    const lawn = await addLawn(owner)
    const days = Array.from({ length: 760 }, (_, i) => addDays('2026-02-28', i - 759))
    const csv = ['d,l,h,r', ...days.map((d) => `${d},40,60,0`)].join('\n')
    await owner.post('/api/soil/station', { yardId: lawn.yard, csv, mapping })
    const got = (await owner.get(`/api/soil/weather?yardId=${lawn.yard}`)).json() as YardWeather
    expect(got).toMatchObject({ serviceAway: true, forecast: [], hours: [], simulated: false })
    expect(got.observed).toHaveLength(760)
    await alone.close()
  })
})

describe('signs, water and ground', () => {
  it('refuses a sign of tomorrow, dry cups, and a ground that cannot be', async () => {
    const sign = { id: randomUUID(), yardId: made.yard, kind: 'blossom', day: '2026-03-20', note: '' }
    expect((await visitor.post('/api/soil/signs', sign)).json().faults[0]).toMatchObject({
      code: 'dayInFuture',
      field: 'day',
    })
    const cups = {
      id: randomUUID(),
      yardId: made.yard,
      name: 'X',
      cupsMm: [0, 0, 0],
      minutes: 20,
      testedOn: '2026-02-01',
    }
    expect((await visitor.post('/api/soil/sprinklers', cups)).json().faults[0].code).toBe('cupsDry')
    const place = await visitor.patch(`/api/yard/places/${made.middle}`, {
      version: 1,
      ground: { mowingCm: 90 },
    })
    expect(place.json().faults[0]).toMatchObject({ code: 'thresholdOutOfRange', field: 'ground.mowingCm' })
    const kept = await visitor.patch(`/api/yard/places/${made.middle}`, {
      version: 1,
      ground: { texture: 'clay', mowingCm: 5 },
    })
    expect(kept.json().ground).toEqual({ texture: 'clay', mowingCm: 5 })
  })
  it('keeps a school’s changed numbers, inside their ranges', async () => {
    const url = `/api/yard/yards/${made.yard}`
    const wrong = await visitor.patch(url, { version: 1, timingParameters: { edgeLed: { edgeOpens: 30 } } })
    expect(wrong.json().faults[0]).toMatchObject({
      code: 'thresholdOutOfRange',
      field: 'timingParameters.edgeLed.edgeOpens',
    })
    const right = await visitor.patch(url, {
      version: 1,
      timingSchool: 'halvesByWeeks',
      timingParameters: { halvesByWeeks: { leastWeeks: 42 } },
    })
    expect(right.json()).toMatchObject({
      timingSchool: 'halvesByWeeks',
      timingParameters: { halvesByWeeks: { leastWeeks: 42 } },
    })
  })
  it('works a catch-cup test out for other programs', async () => {
    const response = await server.app.inject({
      method: 'POST',
      url: '/api/soil/sprinkler',
      payload: { cupsMm: [4, 6, 6, 8], minutes: 30 },
    })
    expect(response.json()).toMatchObject({
      output: { value: 12, unit: 'mm/h' },
      uniformity: { unit: 'ratio' },
    })
  })
})

describe('the probe at the server', () => {
  it('is passed on line by line', async () => {
    const probe = createProbe(seededRandom(1))
    const withProbe = await startTestServer({ probeUrl: await listenTcp(probe) })
    const owner = await new Visitor(withProbe.app).signUp()
    const { yard } = await addLawn(owner)
    const lines = await readEvents(withProbe, owner.cookies, `/api/soil/probe?yardId=${yard}`, 3)
    expect(lines[0]).toBe('data: JARDINERO-PROBE 1 stand-in, invented')
    expect(lines[1]).toMatch(/^data: T 2\.0 \d+\.\d\d C$/)
    await withProbe.close()
    probe.close()
  }, 30_000)
  it('is said to be away where none answers, or none is set', async () => {
    const gone = createServer()
    const url = await listenTcp(gone)
    await new Promise((closed) => gone.close(closed))
    for (const probeUrl of [url, '']) {
      const without = await startTestServer({ probeUrl })
      const owner = await new Visitor(without.app).signUp()
      const { yard } = await addLawn(owner)
      const response = await owner.get(`/api/soil/probe?yardId=${yard}`)
      expect([response.statusCode, response.json().code]).toEqual([502, 'probeAway'])
      await without.close()
    }
  }, 30_000)
})
