// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Tank } from '@jardinero/contract/bench'
import { noOutingWishes } from '@jardinero/contract/constants'
import { atHome, button, homeState, input, rules, until } from '../../../test/home.ts'
import { useBench } from '../../bench/index.ts'
import { useOutbox } from '../../state/index.ts'
import { emptyPocket, outboxOnDevice } from '../../kit/pocket.ts'
import FieldEnd from './FieldEnd.vue'
import FieldPage from './FieldPage.vue'
import FieldWalk from './FieldWalk.vue'
import KeepOutClock from './KeepOutClock.vue'
import { useField, type FieldOuting } from './fieldStore.ts'

beforeEach(async () => {
  await emptyPocket('outing i')
  for (const { seq } of await outboxOnDevice.all()) await outboxOnDevice.remove(seq)
})
afterEach(() => vi.unstubAllGlobals())

const about = { pace: 235, swathFt: 4, applicator: 'Ada', licence: 'X1' }
/** At home with the tank the bench makes for the lawn: two loads. */
async function inField(wishes = noOutingWishes) {
  const home = await atHome({
    path: '/field',
    state: { yards: [{ ...homeState().yards[0]!, outingWishes: wishes }] },
  })
  const bench = home.use(useBench)
  const mixed = bench.outcome.value
  if (!mixed?.ok) throw new Error('no mix')
  const tank = { id: 't', request: bench.request.value, result: mixed.value, mixIds: ['m'] } as Tank
  const field = useField()
  await field.open('i')
  await field.take(tank, about)
  return { ...home, tank, field, loads: mixed.value.loads }
}
describe('the page in the field', () => {
  it('says where to begin when no tank is out', async () => {
    const { show, settle } = await atHome({ path: '/field' })
    await useField().open('i')
    const page = show(FieldPage)
    await settle()
    expect(page.find('a').attributes('href')).toBe('/outing')
  })
  it('has the cautions, the wind and the way to walk before one goes', async () => {
    const { show, settle } = await inField()
    const page = show(FieldPage)
    await settle()
    expect(page.find('h1').text()).toBe('Before you go: Front')
    expect(page.text()).toContain('gloves')
    expect(page.find('svg[role=img]').attributes('aria-label')).toMatch(
      /^How Front is walked: a strip round the edge/,
    )
    await input(page, 'Wind').setValue('a breeze')
    await page.find('.wind form').trigger('submit')
    expect(page.text()).toContain('The wind is a number from 0 to 60 mph.')
    await input(page, 'Wind').setValue('12')
    await page.find('.wind form').trigger('submit')
    await until(() => page.text().includes('Wind 12 mph'))
    expect(page.find('.wind .stop').text()).toContain('over the limit of 10 mph')
  })
  it('holds the wind against one’s own stricter limit', async () => {
    const { show, field, settle } = await inField({ ...noOutingWishes, limits: { wind: 2 } })
    await field.addWind({ at: '2026-02-28T15:00:00Z', mph: 6, from: '', how: 'hand' })
    const page = show(FieldPage)
    await settle()
    expect(page.find('.wind .stop').text()).toMatch(/over the limit of 4 mph/)
  })
  it('goes from the first step of the first load to the ledger’s entry, which waits without a network', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')))
    const { show, tank, loads, settle } = await inField()
    const page = show(FieldPage)
    await settle()
    await button(page, 'Start mixing').trigger('click')
    for (const [i, load] of loads.entries()) {
      expect(page.findAll('.steps li')).toHaveLength(load.filling.length)
      expect(button(page, 'Start spraying').attributes('disabled')).toBeDefined()
      for (const box of page.findAll('.steps input')) await box.trigger('change')
      await button(page, 'Start spraying').trigger('click')
      await settle()
      if (i === 0) await button(page, 'Pause').trigger('click')
      if (i === 0) await button(page, 'Go on').trigger('click')
      if (i < loads.length - 1) await button(page, 'Tank empty: next load').trigger('click')
    }
    expect(button(page, 'Tank empty: next load')).toBeUndefined()
    await button(page, 'Finished').trigger('click')
    await page.find('form.end').trigger('submit')
    await until(() => page.find('.keep').exists())
    expect(page.find('.sent').text()).toContain('Kept on this device.')
    const [entry] = useOutbox().waiting
    expect(entry).toMatchObject({
      url: '/api/outing/outings',
      says: { code: 'outing.sends', params: { zones: 'Front' } },
      body: {
        tankId: tank.id,
        loadsMixed: loads.length,
        leftoverGal: 0,
        zones: [{ zoneId: 'z', areaSqFt: 6350 }],
        applicator: 'Ada',
        licence: 'X1',
        again: false,
      },
    })
    const { pauses, startedAt, endedAt } = entry!.body as FieldOuting
    expect(pauses).toHaveLength(1)
    expect(Date.parse(endedAt!)).toBeGreaterThanOrEqual(Date.parse(startedAt!))
  })
  it('is laid aside with its tank still open', async () => {
    const { show, router, field, settle } = await inField()
    const page = show(FieldPage)
    await settle()
    await page.findAll('button.link').at(-1)!.trigger('click')
    await until(() => router.currentRoute.value.name === 'outing')
    expect(field.outing).toBeUndefined()
  })
})

describe('walking', () => {
  it.each([
    [0, '0:00', '6,350 sq ft'],
    [150, '2:30', '5,712 sq ft'],
    [3600, '60:00', '0 sq ft'],
  ])('after %i s says the time and the ground left by the pace', async (walkedS, clock, left) => {
    const { show, field } = await inField()
    const walk = show(FieldWalk, { outing: { ...field.outing!, stage: 'walking' }, walkedS, loadsLeft: 1 })
    expect(walk.find('.clock').text()).toBe(clock)
    expect(walk.findAll('dd').map((d) => d.text())).toEqual([left, '1 of 2'])
    expect(walk.find('.beat').text()).toContain('100 sq ft every 23.5 s')
  })
})

describe('the end of an outing', () => {
  async function ended() {
    const home = await inField()
    await home.field.nextLoad('2026-02-28T15:10:00Z')
    await home.field.end('2026-02-28T15:40:00Z')
    return { ...home, end: home.show(FieldEnd, { outing: home.field.outing }) }
  }
  it('says what was really used, less what was left', async () => {
    const { end } = await ended()
    const all = end.find('.used').text()
    await input(end, 'Left in the tank').setValue('1')
    const less = end.find('.used').text()
    const gallons = (text: string) => Number(/([\d.]+) gal/.exec(text)![1])
    expect(gallons(all) - gallons(less)).toBeCloseTo(1, 1)
  })
  it.each([
    ['Left in the tank', '99', '99 gal cannot be left'],
    ['Air', 'mild', 'The air is a number between'],
    ['Applied by', ' ', 'Who applied it?'],
  ])('refuses at its field: %s as “%s”', async (label, typed, words) => {
    const { end } = await ended()
    await input(end, label).setValue(typed)
    await end.find('form').trigger('submit')
    expect(end.text()).toContain(words)
    expect(end.emitted('send')).toBeUndefined()
  })
})

describe('the keep-out clock', () => {
  const clock = async (keepOff: { untilDry: boolean; hours: number }, now: string) =>
    (await atHome()).show(KeepOutClock, {
      labels: [{ ...rules, keepOff }],
      endedAt: '2026-02-28T15:00:00Z',
      now,
    })
  it.each([
    [{ untilDry: false, hours: 12 }, '2026-02-28T15:00:00Z', '12:00:00'],
    [{ untilDry: false, hours: 12 }, '2026-02-28T20:29:59.5Z', '6:30:01'],
    // Until it is dry: the usual hours, where the label gives fewer.
    [{ untilDry: true, hours: 0 }, '2026-02-28T15:00:01Z', '2:59:59'],
    [{ untilDry: true, hours: 24 }, '2026-02-28T15:00:00Z', '24:00:00'],
  ])('%o at %s', async (keepOff, now, shown) => {
    expect((await clock(keepOff, now)).find('.clock').text()).toBe(shown)
  })
  it('is over in words when the time has passed', async () => {
    const over = await clock({ untilDry: false, hours: 2 }, '2026-02-28T17:00:00Z')
    expect(over.find('.keep').classes()).toContain('over')
    expect(over.find('.clock').text()).not.toContain(':')
  })
})
