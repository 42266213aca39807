// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { addDays } from '@jardinero/core/quantity'
import type { PlaceCrossing } from '@jardinero/core/soil'
import { atHome, homeState, reading } from '../../test/home.ts'
import { asksForAnswer, notHere } from '../../test/server.ts'
import { giveAnswer, homeAnswer } from '../../test/soilAnswer.ts'
import RibbonYear from '../frame/RibbonYear.vue'
import { useToday } from '../today/index.ts'
import GerminationView from './GerminationView.vue'
import SchoolsView from './SchoolsView.vue'
import SoilStation from './SoilStation.vue'
import { crossingCode, crossingDensity, seriesColumns, seriesRows } from './ahead.ts'
import { temperatureColour } from './groundColours.ts'
import { isotherm, profileAt } from './groundPicture.ts'
import { useSoilTiming } from './useSoilTiming.ts'

const today = '2026-02-28'
const crossing = (days: Partial<PlaceCrossing['days']>): PlaceCrossing => ({
  parameter: 'edgeOpens',
  thresholdC: 10,
  trend: 'rising',
  days: { come: 0, ...days },
  never: 0,
  shareBy: Array.from({ length: 40 }, (_, i) => Math.min(1, Math.max(0, (i - 6) / 8))),
})
afterEach(() => vi.unstubAllGlobals())

describe('the crossing in words and as a hill', () => {
  it('is between two days, past, open-ended, or not for sure', () => {
    expect(crossingCode(crossing({ p10: 6, p50: 9, p90: 14 }))).toBe('between')
    expect(crossingCode(crossing({ p10: -9, p50: -3, p90: 4 }))).toBe('past')
    expect(crossingCode(crossing({ p10: 6, p50: 20 }))).toBe('from')
    expect(crossingCode(crossing({ p10: 6 }))).toBe('notYet')
  })
  it('is highest where most members cross', () => {
    const hill = crossingDensity(crossing({ p10: 6 }), today)
    expect(Math.max(...hill.map((h) => h.share))).toBe(1)
    expect(hill.find((h) => h.share === 1)!.day >= '2026-03-06').toBe(true)
    expect([hill[0]!.share, hill.at(-1)!.share]).toEqual([0, 0])
  })
})

describe('the ground cut open', () => {
  const profile = { depthsM: [0.01, 0.05, 0.3], past: 1, ahead: 1, temperatureC: [12, 10, 5, 4, 4, 4] }
  it('is straight between what is noted, and as the nearest beyond', () => {
    expect(profileAt(profile, 0, 0.03)).toBeCloseTo(11, 9)
    expect([profileAt(profile, 0, 0), profileAt(profile, 0, 0.5)]).toEqual([12, 5])
  })
  it('finds the depth of a temperature, or that it is nowhere', () => {
    const [first, second] = isotherm(profile, 10, 0.3)
    expect(first).toBeCloseTo(0.05, 3)
    expect(second).toBeUndefined()
  })
  it('goes from frost over wheat to ember', () => {
    const colour = temperatureColour(
      (name) => ({ frost: '#000000', wheat: '#808080', ember: '#ffffff' })[name]!,
    )
    expect([-5, 0, 12, 24].map(colour)).toEqual([
      'rgb(0, 0, 0)',
      'rgb(0, 0, 0)',
      'rgb(128, 128, 128)',
      'rgb(255, 255, 255)',
    ])
  })
})

describe('the station with an answer', () => {
  const readings = [reading('e', '2026-02-26', 45), reading('e', '2026-02-10', 95)]
  const answer = () =>
    homeAnswer({
      readings: readings.map((r) => ({
        placeId: 'e',
        day: r.takenAt.slice(0, 10),
        solarHour: 9.4,
        depthCm: 5.08,
        temperatureC: r.temperatureC,
      })),
    })
  const ids = readings.map((r) => r.id)

  it('says when, with figures that open, tells the reading left out, and draws without a gap', async () => {
    const { show, settle } = await atHome({ path: '/soil', readings })
    giveAnswer(answer(), ids)
    const page = show(SoilStation)
    await settle()
    expect(page.find('h1').text()).toMatch(/Drive edge is at \d/)
    expect(page.findAll('h1 .figure').length).toBeGreaterThan(1)
    expect(page.text()).toContain('One reading left out')
    expect(page.text()).toMatch(/about \d+(\.\d)? °F was expected/i)
    expect(page.text()).toContain('20 seasons made of the station’s own years')
    expect(page.findAll('tbody tr')).toHaveLength(2)
    expect(page.html()).not.toContain('NaN')
  })
  it('falls back to the readings while another day is being worked out', async () => {
    const { use, show, settle } = await atHome({ path: '/soil?day=2026-02-20', readings })
    giveAnswer(answer(), ids)
    const page = show(SoilStation)
    await settle()
    expect(page.find('h1').text()).toContain('Late')
    expect(use(useSoilTiming).timing.value!.window).toBeUndefined()
  })
  it('gives Today and the ribbon the same answer', async () => {
    const { use, show, settle } = await atHome({ readings })
    giveAnswer(answer(), ids)
    const { timing } = use(useSoilTiming)
    const pass = answer().schools[0]!.passes[0]!
    expect(timing.value!.window).toMatchObject({
      from: addDays(today, pass.from!),
      to: addDays(today, pass.to!),
    })
    const wait = use(useToday).items.value.find((i) => i.code === 'passWait' || i.code === 'passNow')!
    expect(wait.params['window']).toBe(true)
    const ribbon = show(RibbonYear)
    await settle()
    expect(ribbon.html()).not.toContain('NaN')
  })
  it('shows nine schools and takes one', async () => {
    const { show, settle } = await atHome({ path: '/soil?at=schools', readings })
    giveAnswer(answer(), ids)
    const asked: string[] = []
    vi.stubGlobal('fetch', (url: string, { body }: { body: string }) => {
      if (asksForAnswer(url)) return notHere()
      asked.push(body)
      return Promise.resolve(
        new Response(JSON.stringify({ ...homeState().yards[0], version: 2, timingSchool: 'byBlossom' })),
      )
    })
    const page = show(SchoolsView)
    await settle()
    expect(page.findAll('article')).toHaveLength(9)
    const blossom = page.findAll('article').find((a) => a.text().startsWith('by blossom'))!
    await blossom.find('button').trigger('click')
    await settle()
    expect(asked).toEqual([JSON.stringify({ version: 1, timingSchool: 'byBlossom' })])
    expect(blossom.text()).toContain('taken')
  })
  it('draws how much of a weed is up', async () => {
    const { show, settle } = await atHome({ path: '/soil?at=germination', readings })
    const emergence = { trend: 'rising', soilC: [12, 14], baseC: 12 } as never
    giveAnswer(homeAnswer({ weeds: [{ code: 'smoothCrabgrass', emergence }] }))
    const page = show(GerminationView)
    await settle()
    expect(page.text()).toContain('smooth crabgrass')
    expect(page.text()).toMatch(/None is up yet\. A tenth by \w{3} \d+, half by/)
  })
  it('goes out as rows of a file', () => {
    const rows = seriesRows([{ place: 'Drive edge', outlook: answer().places[1]! }], today)
    expect(rows[0]).toHaveLength(seriesColumns.length)
    expect(rows.find((r) => r[1] === today)!.slice(0, 4)).toEqual(['Drive edge', today, 'observed', ''])
    expect(rows.at(-1)![2]).toBe('simulated')
  })
})
