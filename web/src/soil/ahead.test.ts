// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { addDays } from '@jardinero/core/quantity'
import type { PlaceForecast, SoilForecastRequest } from '@jardinero/core/soil'
import { atHome, reading } from '../../test/home.ts'
import SoilAhead from './SoilAhead.vue'
import { crossingCode, crossingDensity } from './ahead.ts'
import { solarHour } from './solarHour.ts'
import { useSoilForecast } from './useSoilForecast.ts'

const place = (more: Partial<PlaceForecast['crossing']> = {}): PlaceForecast => ({
  id: 'e',
  observed: [{ day: '2026-02-28', temperatureC: 8 }],
  ahead: Array.from({ length: 30 }, (_, i) => ({ day: addDays('2026-03-01', i), p10C: 7, p50C: 8, p90C: 9 })),
  crossing: {
    p10: '2026-03-08',
    p90: '2026-03-14',
    past: 0,
    notYet: 0,
    byDay: Array.from({ length: 30 }, (_, i) => Math.min(1, Math.max(0, (i - 6) / 8))),
    ...more,
  },
  setAside: [],
})
afterEach(() => vi.unstubAllGlobals())

describe('the crossing in words and as a hill', () => {
  it('is between two days, past, or not for sure', () => {
    expect(crossingCode(place())).toBe('between')
    expect(crossingCode(place({ past: 0.8 }))).toBe('past')
    const { p90: _, ...open } = place().crossing
    expect(crossingCode({ ...place(), crossing: { ...open, notYet: 0.3 } })).toBe('notYet')
  })
  it('is highest where most members cross', () => {
    const hill = crossingDensity(place())
    expect(Math.max(...hill.map((h) => h.share))).toBe(1)
    expect(hill.find((h) => h.share === 1)!.day >= '2026-03-08').toBe(true)
    expect([hill[0]!.share, hill.at(-1)!.share]).toEqual([0, 0])
  })
})

describe('the hour by the sun', () => {
  it('is the clock’s without zone and summer time', () => {
    expect(solarHour('2026-02-28T17:00:00Z', -75)).toBe(12)
    expect(solarHour('2026-07-01T02:30:00Z', -84)).toBeCloseTo(20.9, 5)
    expect(solarHour('2026-07-01T20:00:00Z', 150)).toBe(6)
  })
})

/** Weather up to a day, and a worker that answers at once with what it was asked. */
function stand(status = 200) {
  const asked: SoilForecastRequest[] = []
  const observed = Array.from({ length: 800 }, (_, i) => ({
    day: addDays('2026-02-28', i - 799),
    minimumC: 2,
    maximumC: 12,
    rainMm: 0,
  }))
  const forecast = [{ day: '2026-03-01', minimumC: 3, maximumC: 11, rainMm: 0 }]
  const body =
    status === 200
      ? { station: 'c', simulated: true, observed, forecast }
      : { code: 'weatherAway', detail: 'The weather service does not answer.', faults: [] }
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(body), { status })))
  vi.stubGlobal(
    'Worker',
    class {
      onmessage?: (event: { data: unknown }) => void
      postMessage(request: SoilForecastRequest) {
        asked.push(request)
        for (const p of request.places)
          this.onmessage?.({ data: { kind: 'place', place: { ...place(), id: p.id } } })
        this.onmessage?.({ data: { kind: 'done' } })
      }
      terminate() {}
    },
  )
  return asked
}
const settled = async () => {
  await flushPromises()
  await new Promise((done) => setTimeout(done, 300))
  await flushPromises()
}

describe('the weeks ahead of a yard', () => {
  it('say that the weather is away, and ask again', async () => {
    const { use } = await atHome({ readings: [reading('e', '2026-02-27', 47)] })
    stand(502)
    const soil = use(useSoilForecast)
    await settled()
    expect(soil.problem.value).toContain('does not answer')
    stand()
    await soil.retry()
    await settled()
    expect(soil.problem.value).toBeUndefined()
    expect(soil.forecasts.value.size).toBe(2)
  })
  it('ask for every place with its readings, by the sun, to the day one stands on', async () => {
    const { use } = await atHome({
      path: '/soil?day=2026-02-20',
      readings: [reading('e', '2026-02-17', 45), reading('e', '2026-02-27', 47)],
    })
    const asked = stand()
    use(useSoilForecast)
    await settled()
    const [request] = asked
    expect(request!.observed.at(-1)!.day).toBe('2026-02-20')
    expect(request!.forecast).toEqual([])
    expect(request!.places.map((p) => p.id)).toEqual(['m', 'e'])
    expect(request!.readings).toEqual([
      {
        placeId: 'e',
        day: '2026-02-17',
        hour: expect.closeTo(9.4, 1),
        temperatureC: expect.closeTo(7.22, 2),
      },
    ])
    expect(request!.thresholdC).toBeCloseTo(10, 6)
  })
  it('are not computed again when one comes back', async () => {
    const { use } = await atHome({ readings: [reading('e', '2026-02-27', 47.5)] })
    const asked = stand()
    use(useSoilForecast)
    await settled()
    expect(asked).toHaveLength(1)
    const again = use(useSoilForecast)
    await settled()
    expect(asked).toHaveLength(1)
    expect(again.forecasts.value.size).toBe(2)
  })
  it('are drawn with their dates', async () => {
    const { use, show } = await atHome({ readings: [reading('e', '2026-02-27', 47)] })
    stand()
    const soil = use(useSoilForecast)
    await settled()
    const chart = show(SoilAhead, { soil })
    await settled()
    expect(chart.text()).toContain('60 seasons made of the station’s own years')
    expect(chart.html()).not.toContain('NaN')
  })
})
