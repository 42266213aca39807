// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { almanac } from '@jardinero/almanac'
import type { SeasonPlan } from '@jardinero/contract/season'
import { addDays, seededRandom } from '@jardinero/core/quantity'
import { noWishes, type Optimum, type PlaceJudgement } from '@jardinero/core/season'
import { atHome, homeState, openJobsOf, rules } from '../../test/home.ts'
import { standEngine } from '../../test/seasonEngine.ts'
import { standWorkers } from '../../test/standWorkers.ts'
import { ribbonScale } from '../frame/index.ts'
import RibbonPlan from '../frame/RibbonPlan.vue'
import OutingStation from '../outing/OutingStation.vue'
import { useSoil } from '../soil/index.ts'
import SoilStation from '../soil/SoilStation.vue'
import { useAccount } from '../state/index.ts'
import { useToday } from '../today/index.ts'
import type { SearchOrder } from '../workers/index.ts'
import SeasonStation from './SeasonStation.vue'
import { gapStretches, laneScale, laneSpan } from './laneShapes.ts'
import { usePlanStore } from './planStore.ts'
import { useSeasonJudging as judgeAlone } from './useSeasonJudging.ts'
import { useTellNext } from './useTellNext.ts'

/** As in the frame. */
function useSeasonJudging(): void {
  judgeAlone()
  useTellNext()
}
const shortDay = (day: string) =>
  new Intl.DateTimeFormat('en-US', { month: 'short', day: 'numeric', timeZone: 'UTC' }).format(new Date(day))
const labelOf = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules
const home = {
  labels: [
    { id: 'l', version: 1, rules: labelOf('tarnfold') },
    { id: 'o', version: 1, rules: labelOf('ostrel') },
  ],
}
const plan = (more: Partial<SeasonPlan> = {}): SeasonPlan => ({
  id: 'plan',
  yardId: 'y',
  half: 'rising',
  school: null,
  programme: {
    passes: [
      {
        id: 'only',
        season: 'rising',
        when: { kind: 'day', day: '2026-03-20' },
        labelId: 'l',
        rate: { value: 0.5, unit: 'oz/1000ft2' },
        zones: ['z'],
        edges: 'once',
      },
    ],
    fertiliser: [],
  },
  days: [{ id: 'only', day: '2026-03-20' }],
  escaped: 0.02,
  reason: 'mine',
  takenAt: '2026-02-20T12:00:00.000Z',
  takenBy: 'Ada',
  ...more,
})
afterEach(() => vi.unstubAllGlobals())

/** Three fair days, hour by hour. */
const fairHours = (day: string) =>
  Array.from({ length: 72 }, (_, i) => ({
    at: new Date(Date.parse(`${day}T05:00:00Z`) + i * 3_600_000).toISOString(),
    temperatureC: 14,
    rainMm: 0,
    wind: 2,
    gust: 3,
    humidity: 0.6,
    cloud: 0.6,
  }))

/** Answers every change with what was asked, as the server would. */
function answerChanges() {
  const sent: { method: string; url: string; body: Record<string, unknown> }[] = []
  vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
    const method = init.method ?? 'GET'
    const body = JSON.parse(String(init.body ?? '{}')) as Record<string, unknown>
    if (method !== 'GET') sent.push({ method, url, body })
    const yard = { ...useAccount().state.yards[0], ...body }
    const answer = url.includes('/plans')
      ? { takenAt: '2026-02-28T12:00:00.000Z', takenBy: 'Ada', ...body }
      : url.includes('/feeds')
        ? method === 'GET'
          ? []
          : { ...body, path: '/api/season/feed/x.ics' }
        : yard
    return Promise.resolve(new Response(JSON.stringify(answer), { status: 200 }))
  })
  return sent
}
const until = (is: () => unknown) =>
  vi.waitFor(
    async () => {
      await flushPromises()
      expect(is()).toBeTruthy()
    },
    { timeout: 30_000, interval: 30 },
  )
/** Weather that shuts no hour. */
function giveFairWeather(): void {
  const soil = useSoil()
  soil.weatherOf = 'y 2026-02-28'
  soil.weather = {
    station: 'quarryBend',
    observed: [],
    forecast: [],
    hours: fairHours('2026-03-01'),
  } as never
}
async function openStation(state: Partial<ReturnType<typeof homeState>> = {}, path = '/season') {
  const at = await atHome({ path, state: { ...home, ...state } })
  const store = usePlanStore()
  const sent = answerChanges()
  standEngine()
  at.use(useSeasonJudging)
  const page = at.show(SeasonStation)
  await until(() => store.judged)
  await at.settle()
  return { ...at, page, store, sent }
}

describe('the lanes', () => {
  it('show a season of warming from midwinter, or of cooling, in both hemispheres', () => {
    expect(laneSpan('2026-02-28', 'northern', 'rising')).toEqual(['2026-01-01', '2026-09-28'])
    expect(laneSpan('2026-08-10', 'northern', 'falling')[0]).toBe('2026-07-15')
    expect(laneSpan('2026-08-10', 'southern', 'rising')[0]).toBe('2026-07-01')
    const scale = laneScale(['2026-01-01', '2026-01-11'], 0, 100)
    expect([scale.at('2026-01-06'), scale.dayAt(50), scale.at('2027-01-01')]).toEqual([50, '2026-01-06', 100])
  })
  it('join days of a gap to stretches', () => {
    const place = { gap: [0, 0.5, 0.9, 0.1, 0.4] } as PlaceJudgement
    expect(gapStretches(place, { from: '2026-03-01', everyDays: 3 } as never)).toEqual([
      { from: '2026-03-04', to: '2026-03-09' },
      { from: '2026-03-13', to: '2026-03-15' },
    ])
  })
})

describe('the Season station', () => {
  it('recommends the best school, with the lane of every place and the others beside it', async () => {
    const { page, store } = await openStation()
    expect(store.judged!.rows).toHaveLength(9)
    expect(page.find('h1').text()).toMatch(
      /(One application|Two applications), .* of smooth crabgrass get through\. (It holds|They hold) at/,
    )
    expect(page.findAll('.lane')).toHaveLength(2)
    expect(page.find('details tbody').text()).toMatch(/Drive edge\s*[\d.]+ % \([\d.]+ % – [\d.]+ %\)/)
    expect(page.text()).toContain('Assumes: Tarnfold 50 WG, watered in by sprinkler')
    expect(page.findAll('.share').at(-1)!.text()).toContain('100 in 100')
  })
  it('says what stands in the way: no label, or no weed a barrier stops', async () => {
    const none = await atHome({
      path: '/season',
      state: {
        labels: [
          { id: 'x', version: 1, rules: { ...rules, uses: [{ ...rules.uses[0]!, turf: ['bermudagrass'] }] } },
        ],
      },
    })
    answerChanges()
    expect(none.show(SeasonStation).find('h1').text()).toContain('Look for a product with prodiamine')
  })
  it('takes a plan with its days and a reason, and not without', async () => {
    const { page, sent, settle } = await openStation({}, '/season?school=halvesByTemperature')
    const button = () => page.findAll('button').filter((b) => b.text() === 'Use this plan')
    await button()[0]!.trigger('click')
    const field = page.find('.take input')
    expect((field.element as HTMLInputElement).value).toContain('two halves by temperature')
    await field.setValue(' ')
    await page.find('.take').trigger('submit')
    expect(page.text()).toContain('Say in a few words why')
    await field.setValue('Early edges.')
    await page.find('.take').trigger('submit')
    await until(() => sent.length)
    expect(sent[0]).toMatchObject({
      method: 'POST',
      url: '/api/season/plans',
      body: { yardId: 'y', half: 'rising', school: 'halvesByTemperature', reason: 'Early edges.' },
    })
    const { days, escaped, programme } = sent[0]!.body as unknown as SeasonPlan
    expect(days).toHaveLength(programme.passes.length)
    expect(escaped).toBeLessThan(0.2)
    await settle()
    expect(useAccount().state.plans).toHaveLength(1)
  })
  it('moves a peg by key, judges the draft, and goes back to the plan', async () => {
    const { page, store, settle } = await openStation({ plans: [plan()] })
    await until(() => store.judged!.plan)
    await settle()
    expect(page.text()).toContain('This is your plan since Feb 20')
    expect(page.text()).toContain('Feb 20, Ada: mine')
    const peg = page.find('.peg[role=slider]')
    expect(peg.attributes('aria-valuetext')).toBe('Fri, Mar 20')
    await peg.trigger('keydown', { key: 'PageDown' })
    await until(() => store.judgedDraft)
    await settle()
    expect(store.draft!.programme.passes[0]!.when).toEqual({ kind: 'day', day: '2026-03-13' })
    expect(page.find('.peg[role=slider]').attributes('aria-valuetext')).toBe('Fri, Mar 13')
    await page
      .findAll('button')
      .find((b) => b.text() === 'Drop the change')!
      .trigger('click')
    expect(store.draft).toBeUndefined()
  })
  it('refuses a limit in words where the plan shows it', async () => {
    const { page, store, settle } = await openStation({ plans: [plan()] })
    const over = structuredClone(plan().programme)
    over.passes[0]!.rate.value = 0.7
    store.draft = { yardId: 'y', half: 'rising', programme: over }
    await until(() => store.judgedDraft?.faults.length)
    await settle()
    expect(page.find('h1').text()).toContain('A limit stands against this plan')
    expect(page.find('.rests [role=alert]').text()).toContain('0.7 oz per 1,000 sq ft is over this label')
    expect(page.findAll('button').some((b) => b.text() === 'Take the change')).toBe(false)
  })
  it('edits a pass: label, rate, a second swath, a partner; adds one and leaves one out', async () => {
    const { page, store, settle } = await openStation({ plans: [plan()] })
    await until(() => store.judged!.plan)
    await settle()
    const edit = page.findAll('.rests button').find((b) => b.text() === 'Change')!
    await edit.trigger('click')
    await page.find('.rests form input[inputmode=decimal]').setValue('0.3')
    expect(store.draft!.programme.passes[0]!.rate.value).toBe(0.3)
    await page.find('.rests form input[type=date]').setValue('2026-04-01')
    expect(store.draft!.programme.passes[0]!.when).toEqual({ kind: 'day', day: '2026-04-01' })
    await page
      .findAll('button')
      .find((b) => b.text() === 'Add an application')!
      .trigger('click')
    expect(store.draft!.programme.passes).toHaveLength(2)
    await settle()
    await page
      .findAll('.rests form button')
      .find((b) => b.text() === 'Leave it out')!
      .trigger('click')
    expect(store.draft!.programme.passes).toHaveLength(1)
  })
  it('keeps wishes with the yard, and refuses what is no day', async () => {
    const { page, sent, settle } = await openStation()
    await page
      .findAll('button')
      .find((b) => b.text() === 'Plan seeding')!
      .trigger('click')
    const form = page.findAll('.rests form').at(-1)!
    await form.trigger('submit')
    expect(page.text()).toContain('Choose a day.')
    await form.find('input[type=date]').setValue('2026-09-05')
    await form.trigger('submit')
    await until(() => sent.length)
    expect(sent[0]).toMatchObject({
      method: 'PATCH',
      url: '/api/yard/yards/y',
      body: { seasonWishes: { seeding: [{ zoneId: 'z', day: '2026-09-05' }], sprinkler: true } },
    })
    await settle()
    expect(page.text()).toContain('Front, Sep 5')
  })
  it('adds fertiliser from the bag’s analysis, within reason', async () => {
    const { page, store } = await openStation()
    await page
      .findAll('button')
      .find((b) => b.text() === 'Add fertiliser')!
      .trigger('click')
    const form = page.findAll('.rests form').at(-1)!
    const [percent, wanted] = form.findAll('input[inputmode=decimal]')
    await form.find('input[type=date]').setValue('2026-04-20')
    await percent!.setValue('25')
    await wanted!.setValue('4')
    await form.trigger('submit')
    expect(page.text()).toContain('more burns, or runs off')
    await wanted!.setValue('0.5')
    await form.trigger('submit')
    expect(store.draft!.programme.fertiliser).toMatchObject([
      { day: '2026-04-20', nitrogenPercent: 25, zones: ['z'] },
    ])
  })
})

describe('the search', () => {
  let order: SearchOrder | undefined
  let looked: ((count: number) => Promise<void>) | undefined
  let finds: ((optimum: Optimum | undefined) => void) | undefined
  let breaks: ((reason: Error) => void) | undefined
  const standWorker = () =>
    standWorkers(() => ({
      search: (asked: SearchOrder, tell: (count: number) => Promise<void>) => {
        order = asked
        looked = tell
        return new Promise<Optimum | undefined>((resolve, reject) => {
          finds = resolve
          breaks = reject
        })
      },
    }))
  it('looks, tells how far it is, and shows what it found as a draft', async () => {
    const { page, store, settle } = await openStation()
    const { ended } = standWorker()
    const begin = page.findAll('button').find((b) => b.text().startsWith('Search'))!
    await begin.trigger('click')
    await until(() => looked)
    expect(order!.season.field.members).toBeLessThanOrEqual(28)
    expect(order!.from > '2026-02-28').toBe(true)
    await looked!(40)
    await settle()
    expect(page.text()).toContain('40 boxes so far')
    const { programme } = plan()
    finds!({ programme, escaped: 0.01, value: 0.01, bound: 0.008, proven: true, looked: 60 } as Optimum)
    await until(() => store.judgedDraft)
    await settle()
    expect(store.draft!.programme).toEqual(programme)
    expect(page.text()).toContain('no one or two applications from your shelf would let 0.5 % fewer survive')
    expect(ended()).toBe(1)
  })
  it('says when nothing keeps every limit, when it broke, and can be stopped', async () => {
    const { page } = await openStation()
    vi.spyOn(console, 'error').mockImplementation(() => undefined)
    standWorker()
    const press = async (text: string) => {
      looked = undefined
      await page
        .findAll('button')
        .find((b) => b.text().startsWith(text))!
        .trigger('click')
      if (text === 'Search') await until(() => looked)
    }
    await press('Search')
    finds!(undefined)
    await until(() => page.text().includes('No application'))
    expect(page.text()).toContain('No application on the grid keeps every limit')
    await press('Search')
    breaks!(new Error('x'))
    await until(() => page.text().includes('broke off'))
    expect(page.text()).toContain('The search broke off')
    await press('Search')
    await press('Stop')
    expect(page.text()).not.toContain('so far')
  })
})

describe('a plan elsewhere', () => {
  it('stands on the ribbon as pegs and as hatching, and Today speaks of its next pass', async () => {
    const { use, show, settle } = await atHome({ path: '/', state: { ...home, plans: [plan()] } })
    const store = usePlanStore()
    answerChanges()
    standEngine()
    use(useSeasonJudging)
    await until(() => store.judged?.plan)
    const today = use(useToday)
    expect(today.items.value.map((i) => i.code)).toContain('planWait')
    const scale = ribbonScale(['2026-01-01', '2026-12-31'], 0, 1000)
    const ribbon = show(RibbonPlan, { scale })
    await settle()
    const peg = /translate\(([\d.]+)/.exec(ribbon.find('.peg').attributes('transform')!)![1]
    expect(Number(peg)).toBeCloseTo(scale.x('2026-03-20'), 6)
    expect(ribbon.findAll('path')[0]!.attributes('d')).toMatch(/^M/)
    expect(store.judged!.rows).toBeUndefined()
  })
  it.each(['2026-03-12', '2026-03-20', '2026-04-02'])(
    'says one date, %s, at Today, Soil, Season and Outing',
    async (day) => {
      const taken = plan({ days: [{ id: 'only', day }] })
      taken.programme.passes[0]!.when = { kind: 'day', day }
      const { use, show, settle } = await atHome({ path: '/soil', state: { ...home, plans: [taken] } })
      const store = usePlanStore()
      answerChanges()
      standEngine()
      giveFairWeather()
      use(useSeasonJudging)
      await until(() => store.judged?.plan)
      const said = `${day.slice(5, 7) === '03' ? 'Mar' : 'Apr'} ${Number(day.slice(8))}`
      const item = use(useToday).items.value.find((i) => i.code === 'planWait')!
      expect(item.params['day']).toBe(day)
      for (const station of [SoilStation, OutingStation, SeasonStation]) {
        const page = show(station)
        await settle()
        const [sentence] = page.findAll('h1').map((h) => h.text())
        expect([station.__name, sentence]).toEqual([station.__name, expect.stringContaining(said)])
        const others = [...sentence!.matchAll(/(Feb|Mar|Apr) \d+/g)].map((m) => m[0])
        if (station !== SeasonStation) expect(new Set(others)).toEqual(new Set([said]))
        page.unmount()
      }
    },
  )
  it('says the first pass that still waits, whatever became of the others, at Today, Soil and Outing', async () => {
    const random = seededRandom(20260228)
    const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!
    for (let i = 0; i < 12; i++) {
      const days = [5, 30].map((least) => addDays('2026-03-01', least + Math.floor(random() * 20)))
      const passes = ['first', 'second'].map((id, k) => ({
        ...plan().programme.passes[0]!,
        id,
        ...pick([
          { labelId: 'l', rate: { value: 0.5, unit: 'oz/1000ft2' as const } },
          { labelId: 'o', rate: { value: 0.5, unit: 'floz/1000ft2' as const } },
        ]),
        when: { kind: 'day' as const, day: days[k]! },
      }))
      const taken = plan({
        programme: { passes, fertiliser: [] },
        days: passes.map((q, k) => ({ id: q.id, day: days[k]! })),
      })
      const jobs = openJobsOf(taken).map((j) => ({
        ...j,
        state: pick(['planned', 'planned', 'skipped', 'closed'] as const),
      }))
      const waits = passes.find((q) => jobs.find((j) => j.plan!.passId === q.id)!.state === 'planned')
      const { use, show, settle } = await atHome({ path: '/soil', state: { ...home, plans: [taken], jobs } })
      const store = usePlanStore()
      answerChanges()
      standEngine()
      giveFairWeather()
      use(useSeasonJudging)
      await until(() => store.judged?.plan)
      const codes = ['planWait', 'passDue', 'planWorse', 'windowMoved']
      const item = use(useToday).items.value.find((t) => codes.includes(t.code))
      const label = waits && home.labels.find((l) => l.id === waits.labelId)!.rules.name
      const said = [waits?.when.day, label]
      expect([item?.params['day'], item?.params['label']], String(i)).toEqual(said)
      if (!waits) continue
      for (const station of [SoilStation, OutingStation]) {
        const page = show(station)
        await settle()
        const sentence = page.findAll('h1')[0]!.text()
        expect([station.__name, sentence]).toEqual([station.__name, expect.stringContaining(label!)])
        expect(sentence).toContain(shortDay(waits.when.day))
        page.unmount()
      }
    }
  })
  it.each(['edgeLed', 'oneFullPass', 'byBlossom', 'halvesByTemperature'] as const)(
    'without a plan, by %s, is proposed with one date, product and rate at every station',
    async (timingSchool) => {
      const yards = [{ ...homeState().yards[0]!, timingSchool }]
      const { use, show, settle } = await atHome({ path: '/soil', state: { ...home, yards } })
      const store = usePlanStore()
      answerChanges()
      standEngine()
      giveFairWeather()
      use(useSeasonJudging)
      await until(() => store.usual?.rows)
      const item = use(useToday).items.value.find((i) => i.code.startsWith('proposed'))!
      const row = store.usual!.rows!.find((r) => r.school === item.params['school'])!
      const [pass] = row.programme.passes
      expect([item.params['day'], item.params['rate']]).toEqual([row.passes[0]!.day, pass!.rate])
      const day = String(item.params['day'])
      const said = shortDay(day)
      for (const station of [SoilStation, OutingStation, SeasonStation]) {
        const page = show(station)
        await settle()
        const sentence = page.findAll('h1')[0]!.text()
        expect([station.__name, sentence]).toEqual([station.__name, expect.stringContaining(said)])
        if (station !== SeasonStation) expect(sentence).toContain(String(item.params['label']))
        page.unmount()
      }
    },
  )
  it('is none at every station where nothing may go down, and no hour is looked for', async () => {
    const restrictions = [{ kind: 'group' as const, name: '3', mostLbPerAcre: 0, note: '' }]
    const yards = [{ ...homeState().yards[0]!, seasonWishes: { ...noWishes, restrictions } }]
    const state = { labels: home.labels.slice(0, 1), yards }
    const { use, show, settle } = await atHome({ path: '/soil', state })
    const store = usePlanStore()
    answerChanges()
    standEngine()
    giveFairWeather()
    use(useSeasonJudging)
    await until(() => store.usual?.rows)
    expect(use(useToday).items.value.map((i) => i.code)).toContain('limits')
    for (const station of [SoilStation, SeasonStation, OutingStation]) {
      const page = show(station)
      await settle()
      const sentence = page.findAll('h1')[0]!.text()
      if (station === OutingStation) expect(sentence).not.toContain('Tarnfold')
      else
        expect([station.__name, sentence]).toEqual([station.__name, 'No pre-emergent can be proposed here.'])
      page.unmount()
    }
  })
  it('is told when the weather has moved its rule', async () => {
    const moved = plan({ days: [{ id: 'only', day: '2026-02-25' }] })
    moved.programme.passes[0]!.when = { kind: 'rule', school: 'oneFullPass', pass: 'only' }
    const { use } = await atHome({ path: '/', state: { ...home, plans: [moved] } })
    const store = usePlanStore()
    standEngine()
    use(useSeasonJudging)
    await until(() => store.judged?.plan)
    const item = use(useToday).items.value.find((i) => i.code === 'windowMoved')!
    expect(item.params).toMatchObject({ was: '2026-02-25', later: true })
  })
  it('shares the year with the plan of the other half', async () => {
    const autumn = plan({ id: 'a', half: 'falling' })
    autumn.programme.passes[0]!.when = { kind: 'day', day: '2026-09-10' }
    const { use } = await atHome({ path: '/season', state: { ...home, plans: [plan(), autumn] } })
    const store = usePlanStore()
    answerChanges()
    standEngine()
    use(useSeasonJudging)
    await until(() => store.judged?.plan)
    // 0.5 in spring and 0.5 in autumn of 1.1 a year.
    expect(store.judged!.plan!.annual!.value).toBeCloseTo(1 / 1.1, 6)
  })
})
