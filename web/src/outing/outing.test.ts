// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { noOutingWishes } from '@jardinero/contract/constants'
import type { YardWeather } from '@jardinero/contract/weather'
import { causeCodes } from '@jardinero/core/ledger'
import { computeWindows, passOfLabels, shutCodes, type HourAhead } from '@jardinero/core/outing'
import { addDays } from '@jardinero/core/quantity'
import { atHome, homeState } from '../../test/home.ts'
import { useWords } from '../kit/session.ts'
import { useSoil } from '../soil/index.ts'
import HoursPicture from './HoursPicture.vue'
import OutingStation from './OutingStation.vue'
import { useField } from './field/fieldStore.ts'
import { commonest, lanesOf, placeWindow } from './hourLanes.ts'

const label = almanac.sampleLabels.find((l) => l.code === 'tarnfold')!.rules
const hours = (change: (i: number) => Partial<HourAhead> = () => ({})): HourAhead[] =>
  Array.from({ length: 72 }, (_, i) => ({
    at: new Date(Date.parse('2026-03-01T05:00:00Z') + i * 3_600_000).toISOString(),
    day: addDays('2026-03-01', Math.floor(i / 24)),
    hour: i % 24,
    temperatureC: 12,
    rainMm: 0,
    wind: 2,
    gust: 3,
    humidity: 0.6,
    cloud: 0.6,
    ...change(i),
  }))
const judged = (change?: (i: number) => Partial<HourAhead>) => {
  const outcome = computeWindows({
    hours: hours(change),
    latitude: 38,
    longitude: -84,
    pass: passOfLabels([label], ['tallFescue'], { hours: 1, states: ['growing'] }),
  })
  if (!outcome.ok) throw new Error('refused')
  return outcome.value
}

describe('lanes', () => {
  it('put hours that say the same together, a lane a day', () => {
    const lanes = lanesOf(judged((i) => (i >= 12 && i < 15 ? { wind: 9 } : {})).hours)
    expect(lanes.map((l) => l.day)).toEqual(['2026-03-01', '2026-03-02', '2026-03-03'])
    expect(lanes[0]!.stretches.map((s) => s.shut ?? 'open')).toEqual(['dark', 'open', 'wind', 'open', 'dark'])
    expect(lanes[0]!.stretches[2]).toMatchObject({ begins: 12, ends: 15 })
    expect(lanes.flatMap((l) => l.stretches).every((s) => s.ends > s.begins)).toBe(true)
  })
  it('place the best hours of a window, and name what shuts most of the daylight', () => {
    const answer = judged()
    const { day, begins, ends } = placeWindow(answer.hours, answer.best[0]!)
    expect(answer.hours[answer.best[0]!.best.from]).toMatchObject({ day, hour: begins })
    expect(ends).toBeGreaterThan(begins)
    expect(commonest(judged(() => ({ wind: 12 })).hours)).toBe('wind')
    expect(commonest([])).toBeUndefined()
  })
})

describe('words', () => {
  it('are there for every limit and every cause', async () => {
    const { use } = await atHome()
    const { has } = use(useWords)
    for (const code of shutCodes)
      for (const key of [`shut.${code}`, `shut.${code}.short`]) expect(has(key), key).toBe(true)
    for (const code of causeCodes)
      for (const key of [`cause.${code}`, `nextYear.${code}`]) expect(has(key), key).toBe(true)
  })
})

/** The station with the hours of above; the shelf has the label on the lawn's turf. */
async function station(change?: (i: number) => Partial<HourAhead>, wishes = noOutingWishes) {
  const state = homeState()
  const home = await atHome({
    path: '/outing',
    state: {
      labels: [{ id: 'l', version: 1, rules: label }],
      yards: [{ ...state.yards[0]!, outingWishes: wishes }],
    },
  })
  const soil = useSoil()
  soil.weatherOf = 'y 2026-02-28'
  soil.weather = { hours: hours(change), observed: [], forecast: [] } as unknown as YardWeather
  return { ...home, page: home.show(OutingStation) }
}

describe('the station', () => {
  it('says when to go, and why not later', async () => {
    const { page, settle } = await station((i) => (i % 24 >= 14 ? { wind: 9 } : {}))
    await settle()
    expect(page.find('h1').text()).toMatch(
      /^Apply Tarnfold 50 WG Sun, Mar 1, \d.*: wind .* mph, .*°F\. After 2:00\sPM it is closed: wind\.$/,
    )
    // Of the third day the forecast does not reach far enough.
    expect(page.findAll('.best li')).toHaveLength(2)
  })
  it('tells no hours of weather that is invented, but in the demo', async () => {
    const state = homeState()
    const { show, settle } = await atHome({
      path: '/outing',
      state: {
        account: { ...state.account, demoDay: null },
        labels: [{ id: 'l', version: 1, rules: label }],
      },
    })
    const soil = useSoil()
    soil.weatherOf = 'y now'
    soil.weather = { simulated: true, hours: hours(), observed: [], forecast: [] } as unknown as YardWeather
    const page = show(OutingStation)
    await settle()
    expect(page.find('h1').text()).toContain('No hours are told for Tarnfold 50 WG')
    expect(page.text()).toContain('a typical year: it says nothing of the hours ahead')
    expect(page.findComponent(HoursPicture).exists()).toBe(false)
  })
  it('reads a stretch when it is chosen, each limit with who set it', async () => {
    const { page, settle } = await station((i) => (i === 12 ? { wind: 9, rainMm: 2 } : {}))
    page.findComponent(HoursPicture).vm.$emit('update:modelValue', 12)
    await settle()
    expect(page.find('.hour').text()).toContain('Wind 20 mph is over 10 mph, by what is usual.')
    expect(page.find('.hour').text()).toContain('It rains')
  })
  it('says what shuts the days where nothing is open, and that a kept window is lost', async () => {
    const held = { label: 'Tarnfold 50 WG', from: '2026-03-01T15:00:00Z', to: '2026-03-01T17:00:00Z' }
    const { page, settle } = await station(() => ({ wind: 9 }), { ...noOutingWishes, held })
    await settle()
    expect(page.find('h1').text()).toContain(
      'No hour of the 3 days ahead keeps every limit for Tarnfold 50 WG',
    )
    expect(page.text()).toContain('lost. Wind 20 mph is over 10 mph')
  })
  it('holds one’s own limits and the family’s time against the hours', async () => {
    const own = { ...noOutingWishes, limits: { wind: 1 } }
    const { page, settle } = await station(undefined, own)
    await settle()
    expect(page.find('h1').text()).toContain('No hour')
    expect(page.text()).toContain('your own')
  })
  it('says what to do first where nothing waits', async () => {
    const { show } = await atHome({ path: '/outing', state: { labels: [] } })
    expect(show(OutingStation).find('h1').text()).toContain('Nothing waits to be applied')
  })
})

describe('the outing at hand', () => {
  const tank = {
    id: 't',
    request: { grounds: [{ id: 'z', name: 'Front', areaSqFt: 6350, mode: 'broadcast' }], products: [] },
    result: { loads: [{}, {}] },
  } as never
  const about = { pace: 235, swathFt: 4, applicator: 'Ada', licence: 'X1' }
  it('goes through its loads, counts only the walking, and lies on the disk at every step', async () => {
    await atHome()
    const field = useField()
    await field.open('i')
    await field.take(tank, about)
    await field.mix()
    await field.tick(0)
    await field.walk('2026-03-01T15:00:00Z')
    expect(field.walkedAt('2026-03-01T15:01:00Z')).toBe(60)
    await field.pause('2026-03-01T15:02:00Z')
    expect(field.walkedAt('2026-03-01T15:30:00Z')).toBe(120)
    await field.walk('2026-03-01T15:30:00Z')
    await field.nextLoad('2026-03-01T15:31:00Z')
    expect(field.loadsLeft).toBe(0)
    // Another page on the same device.
    await atHome()
    const again = useField()
    expect(again.outing).toBeUndefined()
    await again.open('i')
    expect(again.outing).toMatchObject({
      stage: 'mixing',
      load: 1,
      ticked: [],
      walkedS: 180,
      startedAt: '2026-03-01T15:00:00Z',
      pauses: [{ from: '2026-03-01T15:02:00Z', to: '2026-03-01T15:30:00Z' }],
    })
    await again.walk('2026-03-01T15:40:00Z')
    await again.end('2026-03-01T15:45:00Z')
    expect(again.outing).toMatchObject({ stage: 'ending', endedAt: '2026-03-01T15:45:00Z', walkedS: 480 })
    await again.leave()
    await atHome()
    await useField().open('i')
    expect(useField().outing).toBeUndefined()
  })
})
