import { connect, type AddressInfo } from 'node:net'
import { createInterface } from 'node:readline'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { seededRandom } from '@jardinero/core/quantity'
import { checkWeather, computeSettling, parseProbeLine } from '@jardinero/core/soil'
import { createProbe, createWeatherServer, forecastFrom, forecastHours, weatherYears } from './src/index.ts'

const server = createWeatherServer()
let url = ''
beforeAll(
  () =>
    new Promise<void>((ready) =>
      server.listen(0, '127.0.0.1', () => {
        url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
        ready()
      }),
    ),
)
afterAll(() => new Promise((done) => server.close(done)))
const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length
const deviation = (values: number[]) => Math.sqrt(mean(values.map((v) => (v - mean(values)) ** 2)))

describe('the invented stations', () => {
  it.each(almanac.climates.map((c) => [c.code, c] as const))(
    '%s has believable years without a gap',
    (code, climate) => {
      const days = weatherYears(code)
      expect(checkWeather(days, 'days')).toEqual([])
      expect(weatherYears(code)).toBe(days)
      const middle = (d: (typeof days)[number]) => (d.minimumC + d.maximumC) / 2
      expect(Math.abs(mean(days.map(middle)) - climate.weather.meanC)).toBeLessThan(1)
      const months = (list: string[]) =>
        mean(days.filter((d) => list.includes(d.day.slice(5, 7))).map(middle))
      const [warm, cold] = climate.latitude < 0 ? [['01'], ['07']] : [['07'], ['01']]
      expect(months(warm) - months(cold)).toBeGreaterThan(1.5 * climate.weather.swingC)
      // Springs differ from year to year by more than day-to-day noise would leave.
      const springs = Array.from({ length: 14 }, (_, y) =>
        mean(days.filter((d) => d.day.startsWith(`${2012 + y}-03`)).map(middle)),
      )
      expect(deviation(springs)).toBeGreaterThan(0.6)
      expect(deviation(springs)).toBeLessThan(4)
      const rain = days.reduce((sum, d) => sum + d.rainMm, 0) / 20
      expect(rain).toBeGreaterThan(350)
      expect(rain).toBeLessThan(2200)
    },
  )
  it('are forecast with an error that grows', () => {
    const errors = Array.from({ length: 120 }, (_, i) => {
      const days = weatherYears('quarryBend')
      const issued = days[1000 + 17 * i]!.day
      return forecastFrom('quarryBend', issued).map(
        (f, lead) => f.minimumC - days[1001 + 17 * i + lead]!.minimumC,
      )
    })
    const spread = (lead: number) => deviation(errors.map((e) => e[lead]!))
    expect(spread(0)).toBeLessThan(1)
    expect(spread(9)).toBeGreaterThan(1.8)
    expect(forecastFrom('quarryBend', '2026-02-28')).toHaveLength(10)
    expect(forecastFrom('quarryBend', '2026-02-28')[0]!.day).toBe('2026-03-01')
  })
})

describe('the hours of a forecast', () => {
  const hours = forecastHours('quarryBend', '2026-02-28')
  const days = [
    ...weatherYears('quarryBend').filter((d) => d.day === '2026-02-28'),
    ...forecastFrom('quarryBend', '2026-02-28'),
  ]
  it('go on hour by hour, and keep to the days they are of', () => {
    expect(hours).toHaveLength(264)
    hours.slice(1).forEach((h, i) => expect(Date.parse(h.at) - Date.parse(hours[i]!.at)).toBe(3_600_000))
    days.forEach((day, d) => {
      const mine = hours.slice(24 * d, 24 * d + 24)
      const temperatures = mine.map((h) => h.temperatureC)
      expect(Math.max(...temperatures)).toBeCloseTo(day.maximumC, 0)
      expect(Math.min(...temperatures)).toBeLessThan(day.minimumC + 1)
      expect(mine.reduce((sum, h) => sum + h.rainMm, 0)).toBeCloseTo(day.rainMm, 0)
    })
  })
  it('have gusts over the wind, and humidity and cloud as shares', () => {
    for (const { wind, gust, humidity, cloud } of hours) {
      expect(gust).toBeGreaterThan(wind)
      expect(humidity >= 0 && humidity <= 1 && cloud >= 0 && cloud <= 1).toBe(true)
    }
  })
})

describe('the probe', () => {
  const probe = createProbe(seededRandom(2))
  afterAll(() => new Promise((done) => probe.close(done)))
  it('speaks its lines, and nears the ground it was told of', async () => {
    await new Promise<void>((ready) => probe.listen(0, '127.0.0.1', ready))
    const socket = connect((probe.address() as AddressInfo).port, '127.0.0.1')
    socket.write('DAY 2026-07-15 38.1\n')
    const lines: ReturnType<typeof parseProbeLine>[] = []
    for await (const line of createInterface({ input: socket })) {
      lines.push(parseProbeLine(line))
      if (lines.length > 40) break
    }
    socket.destroy()
    expect(lines[0]).toMatchObject({ kind: 'hello', name: expect.stringContaining('invented') })
    const samples = lines.flatMap((l) => (l.kind === 'sample' ? [l.sample] : []))
    expect(samples).toHaveLength(40)
    expect(samples.at(-1)!.atS).toBe(80)
    // July soil in a transition valley.
    expect(samples.at(-1)!.temperatureC).toBeGreaterThan(20)
    expect(computeSettling(samples)!.settled).toBe(true)
  }, 20_000)
})

describe('the service', () => {
  const ask = async (path: string) => {
    const response = await fetch(url + path)
    return { status: response.status, body: await response.json() }
  }
  it('gives stations, days and a forecast in the open format', async () => {
    expect((await ask('/stations')).body).toHaveLength(6)
    const { body } = await ask('/stations/merrow/daily?from=2026-02-01&to=2026-02-28')
    expect(body).toMatchObject({ station: 'merrow', simulated: true, units: { rain: 'mm' } })
    expect(body.days).toHaveLength(28)
    expect((await ask('/stations/merrow/forecast?issued=2026-02-28')).body.days[0].day).toBe('2026-03-01')
  })
  it('says what is wrong with a question', async () => {
    for (const [path, status] of [
      ['/stations/nowhere/daily?from=2026-02-01&to=2026-02-28', 404],
      ['/stations/merrow/daily?from=yesterday&to=2026-02-28', 400],
      ['/stations/merrow/forecast', 400],
      ['/elsewhere', 404],
    ] as const)
      expect((await ask(path)).status, path).toBe(status)
  })
})
