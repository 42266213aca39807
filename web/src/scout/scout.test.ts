// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Find } from '@jardinero/contract/scout'
import { jobOfMark } from '@jardinero/core/job'
import { atHome, homeState, plannedJob, reading } from '../../test/home.ts'
import { useGerminationHills } from '../frame/index.ts'
import ActList from './ActList.vue'
import FindForm from './FindForm.vue'
import FindView from './FindView.vue'
import FindsView from './FindsView.vue'
import KeyView from './KeyView.vue'
import LifeClock from './LifeClock.vue'
import NameView from './NameView.vue'
import VerdictRules from './VerdictRules.vue'
import { useDrill } from './useDrill.ts'
import { useFinds } from './useFinds.ts'
import { useKeyAnswer } from './useKeyAnswer.ts'
import { useKeying } from './useKeying.ts'

const found = (more: Partial<Find> = {}): Find => ({
  id: 'f1',
  version: 1,
  zoneId: 'z',
  placeId: null,
  xFt: 10,
  yFt: 10,
  foundOn: '2026-02-27',
  plant: 'annualBluegrass',
  candidates: [],
  answers: {},
  stage: 'flowering',
  leafCount: null,
  tillerCount: null,
  amount: { kind: 'grid', hits: 9, points: 60 },
  wantedShare: 0.85,
  note: '',
  ...more,
})
const wet = {
  id: 'w',
  version: 1,
  zoneId: 'z',
  name: 'Wet corner',
  kind: 'wet' as const,
  sectionId: null,
  side: null,
}
const home = (finds: Find[] = [], more: object = {}) => ({
  state: { ...homeState(), finds, places: [...homeState().places, wet] },
  ...more,
})
/** Answers the server gives, by method and path. */
function answering(answers: Record<string, unknown>) {
  const asked: { key: string; body: unknown }[] = []
  vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
    const key = `${init.method ?? 'GET'} ${url.split('?')[0]}`
    asked.push({ key, body: init.body ? JSON.parse(String(init.body)) : undefined })
    const answer = answers[key]
    return Promise.resolve(new Response(JSON.stringify(answer ?? {}), { status: answer ? 200 : 404 }))
  })
  return asked
}
afterEach(() => vi.unstubAllGlobals())

describe('keying', () => {
  it('counts the place, its soil and the season before anything is seen', async () => {
    const { use } = await atHome(home([], { readings: [reading('w', '2026-02-27', 44)] }))
    const keying = use(useKeying)
    keying.state.value.placeId = 'w'
    keying.state.value.marks = ['shade']
    expect(keying.where.context.value).toMatchObject({
      day: '2026-02-28',
      hemisphere: 'northern',
      turf: 'tallFescue',
      marks: ['wet', 'shade'],
      soilC: expect.closeTo(6.67, 1),
    })
  })
  it('takes answers, changes them, takes them back, and is kept over a reload', async () => {
    const { use } = await atHome(home())
    const keying = use(useKeying)
    const answerAs = (code: string, seen: string | null) => {
      keying.chosen.value = code
      keying.answer(seen)
    }
    answerAs('kind', 'sedge')
    answerAs('colour', 'lime')
    answerAs('ligule', null)
    expect(keying.state.value.order).toEqual(['kind', 'colour', 'ligule'])
    answerAs('kind', 'grass')
    expect(keying.found.answers.value).toEqual({ kind: 'grass', colour: 'lime', ligule: null })
    keying.back()
    expect(keying.found.answers.value).toEqual({ colour: 'lime', ligule: null })
    await flushPromises()
    expect(use(useKeying).found.answers.value).toEqual({ colour: 'lime', ligule: null })
    keying.restart()
    expect(keying.begun.value).toBe(false)
  })
  it('lets answers of an older almanac fall away', async () => {
    const { use } = await atHome(home())
    const keying = use(useKeying)
    keying.state.value.answers = { kind: 'grass', nose: 'long', ligule: 'purple' }
    expect(keying.found.answers.value).toEqual({ kind: 'grass' })
  })
  it('says what it is, or which two, in words', async () => {
    const { use } = await atHome(home())
    const keying = use(useKeying)
    const answer = use(() => useKeyAnswer(keying))
    expect(answer.value.code).toBe('scout.key.begin')
    for (const [code, seen] of Object.entries({ kind: 'grass', colour: 'lime', leafTip: 'boat' })) {
      keying.chosen.value = code
      keying.answer(seen)
    }
    expect(answer.value).toMatchObject({ code: 'scout.key.two', params: { first: 'annual bluegrass' } })
    for (const [code, seen] of Object.entries({
      hold: 'whole',
      ligule: 'tall',
      leafBack: 'dull',
      runners: 'none',
    })) {
      keying.chosen.value = code
      keying.answer(seen)
    }
    expect(answer.value).toMatchObject({ code: 'scout.key.decided', params: { share: { text: '99 %' } } })
  })
  it('works by letters alone', async () => {
    const { show } = await atHome(home([], { path: '/scout?at=key' }))
    const page = show(KeyView)
    const press = async (key: string) => {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
      await flushPromises()
    }
    expect(page.find('.question h2').text()).toBe('What kind of plant is it?')
    await press('b')
    expect(page.find('.seen').text()).toContain('sedge')
    await press('x')
    expect(page.find('.seen').text()).toContain('can’t see')
    await press('z')
    await press('z')
    expect(page.find('.seen').text()).toContain('Nothing yet.')
    page.unmount()
  })
})

describe('finds', () => {
  it('say what to act on, and open from the list', async () => {
    const { show, router } = await atHome(
      home([found(), found({ id: 'f2', plant: 'henbit', foundOn: '2025-04-01' })]),
    )
    const page = show(FindsView)
    expect(page.find('h1').text()).toContain(
      '2 sightings are kept here. The one to act on is annual bluegrass: treat the whole lawn.',
    )
    expect(page.findAll('.finds li').map((li) => li.find('.act').text())).toEqual([
      'Treat the whole lawn',
      'Leave it',
    ])
    await page.find('.finds .row').trigger('click')
    await flushPromises()
    expect(router.currentRoute.value.query).toEqual({ at: 'find', find: 'f1' })
  })
  it('mean something else on another day', async () => {
    const at = async (path: string) => {
      const { use } = await atHome(home([found()], { path }))
      const { finds, verdictOf } = use(useFinds)
      return verdictOf(finds.value[0]!)?.acts[0]?.because
    }
    expect(await at('/?day=2026-02-28')).toBe('everywhere')
    expect(await at('/?day=2026-04-20')).toBe('diesInSummer')
    expect(await at('/?day=2026-08-01')).toBe('died')
  })
  it('of which two are left wait for another look', async () => {
    const candidates = [
      { code: 'greenKyllinga', share: 0.5 },
      { code: 'falseGreenKyllinga', share: 0.5 },
    ]
    const { show } = await atHome(
      home([found({ plant: null, candidates })], { path: '/scout?at=find&find=f1' }),
    )
    expect(show(FindView).find('h1').text()).toBe(
      'This is green kyllinga or false green kyllinga: look again before you spend anything.',
    )
  })
  it('put the next barrier into the year with one press', async () => {
    const { show, account } = await atHome(home([found()], { path: '/scout?at=find&find=f1' }))
    const mark = {
      id: 'm1',
      zoneId: 'z',
      plant: 'annualBluegrass',
      from: '2026-08-18',
      germinatesFrom: '2026-09-01',
      note: '',
    }
    const job = { ...plannedJob(jobOfMark(mark, 'y')), state: 'proposed' }
    const asked = answering({ 'POST /api/jobs': job })
    const page = show(FindView)
    await page
      .findAll('button')
      .find((b) => b.text().includes('Mark the autumn: pre-emergent from Aug 18'))!
      .trigger('click')
    await flushPromises()
    expect(asked[0]!.body).toMatchObject({
      origin: 'mark',
      proposed: true,
      plants: ['annualBluegrass'],
      when: { kind: 'day', day: '2026-08-18', latest: '2026-09-01' },
    })
    expect(account.state.marks).toHaveLength(1)
    expect(page.text()).toContain('Marked: pre-emergent from Aug 18.')
  })
})

describe('the next barrier in the south', () => {
  it('of a winter annual belongs to the autumn, which is in February and March', async () => {
    const south = {
      ...homeState(),
      yards: [{ ...homeState().yards[0]!, latitude: -34 }],
      finds: [found({ foundOn: '2025-10-01', plant: 'henbit' })],
    }
    const { show } = await atHome({ state: south, path: '/scout?at=find&find=f1&day=2025-10-05' })
    expect(show(FindView).text()).toMatch(/Mark the autumn: pre-emergent from (Feb|Mar)/)
  })
})

describe('the form of a find', () => {
  const start = { plant: 'henbit', candidates: [], answers: {}, zoneId: 'z', placeId: null }
  it('refuses a grid that cannot be, and sends nothing', async () => {
    const { show } = await atHome(home())
    const asked = answering({})
    const form = show(FindForm, { find: found({ amount: { kind: 'grid', hits: 9, points: 4 } }) })
    await form.find('form').trigger('submit')
    expect(form.text()).toContain('between 0 and the 4 of the grid')
    expect(asked).toEqual([])
  })
  it('takes no count for one, and says what is wrong with one that cannot be', async () => {
    const { show } = await atHome(home())
    const form = show(FindForm, { start })
    await form.find('form').trigger('submit')
    expect(form.find('.faulty').exists()).toBe(false)
    await form
      .findAll('.field')
      .find((f) => f.text() === 'Plants')!
      .find('input')
      .setValue('0')
    await form.find('form').trigger('submit')
    expect(form.find('.faulty').text()).toContain('A count is a whole number from 1')
  })
  it('has no tillers for a broadleaf', async () => {
    const { show } = await atHome(home())
    const options = show(FindForm, { start }).findAllComponents({ name: 'Select' })
    const stages = options
      .map((o) => o.props('options') as { value: string }[])
      .find((o) => o.some((s) => s.value === 'seedling'))!
    expect(stages.map((s) => s.value)).not.toContain('tillers')
  })
})

describe('the pictures', () => {
  it('show a year with what lies over its turn in two pieces', async () => {
    const { show } = await atHome(home())
    const clock = show(LifeClock, { clock: { germinates: [244, 90], flowers: [32, 151], seen: [1, 365] } })
    expect(clock.findAll('.germinates rect')).toHaveLength(2)
    expect(clock.findAll('.flowers rect')).toHaveLength(1)
    expect(clock.html()).not.toContain('NaN')
  })
  it('raise hills on the ribbon for the weeds of the yard', async () => {
    const { use } = await atHome(
      home([found(), found({ id: 'f2' }), found({ id: 'f3', plant: 'smoothCrabgrass' })]),
    )
    const { hills } = use(useGerminationHills)
    expect(hills.value.map((h) => h.plant)).toEqual(['annualBluegrass', 'smoothCrabgrass'])
    const [bluegrass, crabgrass] = hills.value
    expect(bluegrass!.heightAt('2026-12-15')).toBeGreaterThan(0.9)
    expect(bluegrass!.heightAt('2026-06-20')).toBe(0)
    expect(crabgrass!.heightAt('2026-06-15')).toBeGreaterThan(0.9)
  })
  it('list what is ruled out below what can be done', async () => {
    const { show, use } = await atHome(home([found()]))
    const { finds, verdictOf } = use(useFinds)
    const list = show(ActList, { verdict: verdictOf(finds.value[0]!)! })
    expect(list.findAll('li').map((li) => li.classes('shut'))).toEqual([
      false,
      false,
      true,
      true,
      true,
      true,
      true,
    ])
    expect(list.text()).toContain(
      '85 % of the ground is wanted grass; a lawn is started over only below 40 %.',
    )
  })
})

describe('names, thresholds, drill', () => {
  it('find a plant by another country’s name', async () => {
    const { show } = await atHome(home())
    const page = show(NameView)
    await page.find('input').setValue('winter grass')
    expect(page.findAll('.plates li')).toHaveLength(1)
    expect(page.text()).toContain('winter grass in AU')
  })
  it('take a threshold only inside its range', async () => {
    const { show, use } = await atHome(home([found()]))
    const { finds, verdictOf } = use(useFinds)
    const yard = { ...homeState().yards[0]!, version: 2, verdictThresholds: { pullUpTo: 60 } }
    const asked = answering({ 'PATCH /api/yard/yards/y': yard })
    const rules = show(VerdictRules, { thresholds: verdictOf(finds.value[0]!)!.thresholds })
    await rules.find('button.link').trigger('click')
    await rules.find('input').setValue('9000')
    await rules.find('form').trigger('submit')
    expect(rules.text()).toContain('Between 5 and 200.')
    expect(asked).toEqual([])
    await rules.find('input').setValue('60')
    await rules.find('form').trigger('submit')
    await flushPromises()
    expect(asked[0]!.body).toEqual({ version: 1, verdictThresholds: { pullUpTo: 60 } })
  })
  it('ask what is due, say what was wrong and what to look at', async () => {
    const { use } = await atHome(home())
    const asked = answering({
      'GET /api/scout/drill': { due: ['annualBluegrass'], learned: [] },
      'POST /api/scout/drill': { right: false, due: '2026-03-01T00:00:00Z' },
    })
    const drill = use(() => useDrill(() => 0.3))
    await flushPromises()
    expect(drill.card.value?.choices).toContain('roughstalkBluegrass')
    await drill.choose('roughstalkBluegrass')
    await drill.choose('annualBluegrass')
    expect(asked.filter((a) => a.key.startsWith('POST'))).toEqual([
      { key: 'POST /api/scout/drill', body: { plant: 'annualBluegrass', chosen: 'roughstalkBluegrass' } },
    ])
    expect(drill.separating.value).toBe('leafBack')
  })
})
