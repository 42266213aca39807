// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { atHome, button, homeState, until } from '../../test/home.ts'
import { standServer } from '../../test/server.ts'
import TermText from '../kit/TermText.vue'
import { openTerm } from '../kit/terms.ts'
import FindAnything from './FindAnything.vue'
import FirstNeeds from './FirstNeeds.vue'
import FirstTour from './FirstTour.vue'
import SharedPage from './SharedPage.vue'
import StationTrail from './StationTrail.vue'
import TermCard from './TermCard.vue'
import WelcomePage from './WelcomePage.vue'
import WordsPage from './WordsPage.vue'
import { needsAt } from './stations.ts'

afterEach(() => {
  vi.unstubAllGlobals()
  localStorage.clear()
  openTerm.term = undefined
})
const somewhere = {
  latitude: 40.7,
  longitude: -74,
  timeZone: 'America/New_York',
  hemisphere: 'northern',
  climate: 'quarryBend',
  distanceKm: 900,
  town: 'New York City, New York',
  country: 'US',
  region: 'New York',
  elevationM: 10,
}

describe('what brings one here', () => {
  it.each([
    ['A weed I see', 'scout', { at: 'key' }],
    ['When to apply my pre-emergent', 'soil', {}],
    ['A product I bought', 'shelf', { at: 'label' }],
    ['My whole lawn’s year', 'season', { begin: 'year' }],
  ])('“%s” leads straight to its station, in a yard guessed by the clock', async (way, name, query) => {
    const { show, router } = await atHome({ path: '/welcome' })
    const sent = standServer({
      'GET /api/yard/whereabouts': [200, somewhere],
      'POST /api/yard/yards': [201, { ...homeState().yards[0]!, version: 1 }],
    })
    const page = show(WelcomePage)
    await page
      .findAll('button')
      .find((b) => b.text().startsWith(way))!
      .trigger('click')
    await until(() => router.currentRoute.value.name === name)
    expect(router.currentRoute.value.query).toMatchObject(query)
    const made = sent.find((s) => s.method === 'POST')!.body
    expect(made).toMatchObject({ placeFrom: 'clock', town: 'New York City, New York', country: 'US' })
  })
})

describe('what a station must know first', () => {
  const at = (name: string, query = {}) => needsAt({ name, query } as never)
  it('is asked where it matters, and nowhere else', () => {
    expect(at('soil')).toEqual(['where', 'grass'])
    expect(at('bench')).toEqual(['grass'])
    expect(at('season', { begin: 'year' })).toEqual(['where', 'grass', 'size'])
    for (const [name, query] of [
      ['today'],
      ['you'],
      ['ledger'],
      ['shelf', { at: 'label' }],
      ['scout', { at: 'key' }],
    ] as const)
      expect(at(name, query)).toEqual([])
  })
  it('asks for one thing, says why, and can be left for another day', async () => {
    const { show, router } = await atHome({ path: '/soil', state: { zones: [], sections: [], places: [] } })
    const page = show(FirstNeeds, { lacking: ['grass'] })
    await until(() => page.text().includes('tall fescue'))
    expect(page.find('h1').text()).toBe('Which grass grows there?')
    expect(page.text()).toContain('safe on one grass kills another')
    expect(page.text()).toContain('I don’t know my grass')
    await page
      .findAll('a')
      .find((a) => a.text() === 'Not now')!
      .trigger('click')
    await until(() => router.currentRoute.value.name === 'today')
  })
  it('makes the first lawn of the grass that is pressed, with its open middle', async () => {
    const { show } = await atHome({ path: '/soil', state: { zones: [], sections: [], places: [] } })
    const sent = standServer({
      'POST /api/yard/zones': [201, { id: 'z9', version: 1 }],
      'POST /api/yard/places': [201, { id: 'p9', version: 1 }],
    })
    const page = show(FirstNeeds, { lacking: ['grass'] })
    await until(() => page.text().includes('tall fescue'))
    await page
      .findAll('button')
      .find((b) => b.text().startsWith('tall fescue'))!
      .trigger('click')
    await until(() => sent.filter((s) => s.method === 'POST').length === 2)
    expect(sent[0]!.body).toMatchObject({ turf: 'tallFescue', name: 'Lawn', state: 'growing' })
    expect(sent[1]!.body).toMatchObject({ kind: 'middle', zoneId: (sent[0]!.body as { id: string }).id })
  })
})

describe('a word of the trade', () => {
  it('is marked where it stands first in a text, the longer before the shorter', async () => {
    const { show } = await atHome({ path: '/' })
    const text = show(TermText, {
      text: 'A pre-emergent makes a barrier; the barrier wears out. Its year’s maximum holds.',
    })
    expect(text.findAll('.term').map((t) => t.text())).toEqual(['pre-emergent', 'barrier', 'year’s maximum'])
    expect(text.element.parentElement!.textContent).toBe(
      'A pre-emergent makes a barrier; the barrier wears out. Its year’s maximum holds.',
    )
    await text.find('.term').trigger('click')
    expect(openTerm.term).toBe('preEmergent')
  })
  it('is explained in a sentence, and all of them can be searched', async () => {
    const { show } = await atHome({ path: '/' })
    const card = show(TermCard, { term: 'barrier' })
    expect(card.find('h2').text()).toBe('barrier')
    expect(card.text()).toContain('top of the soil')
    const page = show(WordsPage)
    expect(page.findAll('.word strong').length).toBeGreaterThanOrEqual(60)
    await page.find('input').setValue('ligul')
    expect(page.findAll('.word strong').map((t) => t.text())).toEqual(['ligule'])
    await page.find('input').setValue('xyzzy')
    expect(page.text()).toContain('No such word here.')
  })
})

describe('the search over everything', () => {
  async function open() {
    const home = await atHome({ path: '/' })
    HTMLDialogElement.prototype.showModal = () => undefined
    HTMLDialogElement.prototype.close = () => undefined
    return { ...home, page: home.show(FindAnything) }
  }
  const titles = (page: Awaited<ReturnType<typeof open>>['page']) =>
    page.findAll('[role=option]').map((o) => `${o.find('.title').text()} · ${o.find('.kind').text()}`)
  it('finds stations, weeds, labels and words, despite a slip', async () => {
    const { page } = await open()
    expect(titles(page)).toContain('Bench · go to')
    await page.find('input').setValue('dandelon')
    expect(titles(page)[0]).toBe('dandelion · weed')
    await page.find('input').setValue('rhizome')
    expect(titles(page)[0]).toBe('rhizome · word')
    await page.find('input').setValue('settings')
    expect(titles(page)[0]).toContain('Settings')
    await page.find('input').setValue('qqqq')
    expect(page.text()).toContain('Nothing is called “qqqq” here.')
  })
  it('is gone through with the arrows and opened with Enter', async () => {
    const { page, router } = await open()
    await page.find('input').setValue('identify')
    await page.find('input').trigger('keydown', { key: 'ArrowDown' })
    await page.find('input').trigger('keydown', { key: 'ArrowUp' })
    await page.find('input').trigger('keydown', { key: 'Enter' })
    await until(() => router.currentRoute.value.query['at'] === 'key')
  })
})

describe('the tour', () => {
  it('has five steps at most, can be skipped, and never comes again', async () => {
    const { show } = await atHome({ path: '/' })
    const page = show(FirstTour)
    for (let step = 0; step < 3; step++) await button(page, 'Next').trigger('click')
    await button(page, 'Got it').trigger('click')
    expect(page.find('.tour').exists()).toBe(false)
    expect(show(FirstTour).find('.tour').exists()).toBe(false)
    localStorage.clear()
    const again = show(FirstTour)
    await button(again, 'Skip').trigger('click')
    expect(again.find('.tour').exists()).toBe(false)
  })
})

describe('the trail', () => {
  it('says on a phone where one is and how many wait, and opens all stations', async () => {
    const { show } = await atHome({ path: '/soil' })
    const page = show(StationTrail)
    const path = page.find('.path')
    expect(path.text()).toBe('Soil')
    expect(path.attributes('aria-label')).toMatch(/^Stations: Soil is open\. (Nothing|Something) waits/)
    expect(path.attributes('aria-expanded')).toBe('false')
    await path.trigger('click')
    expect(path.attributes('aria-expanded')).toBe('true')
    expect(
      page
        .findAll('.all a')
        .map((a) => a.text().replace(/^\d/, '').replace('something waits here', '').trim()),
    ).toEqual([
      'Today',
      'Yard',
      'Scout',
      'Soil',
      'Season',
      'Shelf',
      'Bench',
      'Outing',
      'Ledger',
      'Settings',
      'Words',
    ])
  })
})

describe('a plan that is shared', () => {
  const plan = {
    yard: 'Home',
    locale: 'es-MX',
    units: 'metric',
    temperature: 'C',
    today: '2026-03-01',
    days: [
      { from: '2026-03-10', to: '2026-03-10', what: 'Aplique Tarnfold', says: 'A la dosis de la etiqueta.' },
    ],
    lawns: [{ name: 'Front', what: 'festuca alta', areaSqFt: 1000 }],
    sections: [
      { name: 'Lawn', kind: 'rectangle', lengthsFt: [40, 25], deduction: false, xFt: 0, yFt: 0, turnDeg: 0 },
    ],
  }
  it('is read with its days and its drawing', async () => {
    const { show } = await atHome({ path: '/shared/secret' })
    standServer({ 'GET /api/season/shared/undefined': [200, plan] })
    const page = show(SharedPage)
    await until(() => page.text().includes('Aplique Tarnfold'))
    expect(page.find('h1').text()).toBe('Home: one day is planned.')
    expect(page.text()).toContain('1,000 sq ft')
    expect(page.find('svg path').exists()).toBe(true)
    expect(page.findAll('form, input, select').length).toBe(0)
  })
  it('that is taken back is said', async () => {
    const { show } = await atHome({ path: '/shared/secret' })
    standServer({ 'GET /api/season/shared/undefined': [404, { code: 'notFound', detail: '', faults: [] }] })
    const page = show(SharedPage)
    await until(() => page.text().includes('not shared any more'))
  })
})
