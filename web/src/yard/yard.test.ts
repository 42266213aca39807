// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Section } from '@jardinero/contract/yard'
import { atHome, button, choice, homeState, input, pick, until } from '../../test/home.ts'
import { asksForAnswer, notHere } from '../../test/server.ts'
import { useRemoved } from '../state/index.ts'
import PlaceForm from './PlaceForm.vue'
import SectionForm from './SectionForm.vue'
import YardPlan from './YardPlan.vue'
import YardStation from './YardStation.vue'
import ZoneForm from './ZoneForm.vue'

afterEach(() => vi.unstubAllGlobals())

/** A server that takes every row as it is. */
function takeAll() {
  const sent: { method: string; url: string; body: Record<string, unknown> }[] = []
  vi.stubGlobal('fetch', (url: string, { method, body }: { method: string; body?: string }) => {
    if (asksForAnswer(url)) return notHere()
    const row = body ? (JSON.parse(body) as Record<string, unknown>) : {}
    sent.push({ method, url, body: row })
    if (method === 'DELETE') return Promise.resolve(new Response(null, { status: 204 }))
    const whole = { ...row, id: row['id'] ?? url.split('/').at(-1), version: 2 }
    return Promise.resolve(new Response(JSON.stringify(whole), { status: 200 }))
  })
  return sent
}
const [lawn] = homeState().sections as [Section]
const spot = { xFt: 133, yFt: 0 }

describe('the Yard station', () => {
  it('says the area with its uncertainty, and what rounding it up would do', async () => {
    const { show } = await atHome({ path: '/yard' })
    const page = show(YardStation)
    expect(page.find('h1').text()).toMatch(/Home .*6,350 sq ft.* ± .*\d+ sq ft/)
    expect(page.text()).toContain('7,000 sq ft')
    expect(page.text()).toMatch(/10\.\d %/)
  })
  it('adds the lawns, each with its own', async () => {
    const state = homeState()
    const { show } = await atHome({
      path: '/yard',
      state: {
        zones: [...state.zones, { ...state.zones[0]!, id: 'z2', name: 'Side strip' }],
        sections: [lawn, { ...lawn, id: 's2', zoneId: 'z2', name: 'Strip', lengthsFt: [100, 10] }],
      },
    })
    const page = show(YardStation)
    expect(page.find('h1').text()).toContain('7,350 sq ft')
    expect(page.find('.rests').text()).toMatch(/Front\s*6,350 sq ft[^]*Side strip\s*1,000 sq ft/)
  })
  it('tells beds and paths apart from the lawn, with what a strip along an edge measures', async () => {
    const state = homeState()
    const { show } = await atHome({
      path: '/yard',
      state: {
        zones: [...state.zones, { ...state.zones[0]!, id: 'b', name: 'Roses', turf: 'bed' }],
        sections: [lawn, { ...lawn, id: 's2', zoneId: 'b', name: 'Bed', lengthsFt: [20, 4] }],
        places: [{ ...state.places[1]!, name: 'Drive edge', sectionId: 's', side: 0, widthFt: 1.5 }],
      },
    })
    const page = show(YardStation)
    expect(page.find('h1').text()).toMatch(/6,350 sq ft.* in one lawn, and .*80 sq ft.* of beds/)
    expect(page.find('.rests').text()).toMatch(/Roses\s*80 sq ft\s*planted bed; ±/)
    expect(page.find('.rests').text()).toMatch(/Drive edge[^]*191 sq ft/)
  })
  it('says so where nothing is measured yet', async () => {
    const { show } = await atHome({ path: '/yard', state: { sections: [] } })
    expect(show(YardStation).find('h1').text()).not.toContain('sq ft')
  })
  it('opens what is pressed, and goes back when it is done with', async () => {
    const { show } = await atHome({ path: '/yard' })
    const page = show(YardStation)
    page.findComponent(YardPlan).vm.$emit('choose', 's')
    await page.vm.$nextTick()
    expect((input(page, 'Name').element as HTMLInputElement).value).toBe('Lawn')
    await button(page, 'Cancel').trigger('click')
    expect(page.findComponent(SectionForm).exists()).toBe(false)
    await button(page, 'Add a lawn, a bed or a path').trigger('click')
    expect(page.findComponent(ZoneForm).exists()).toBe(true)
  })
  it('moves a section where it is dropped', async () => {
    const { show, account } = await atHome({ path: '/yard' })
    const sent = takeAll()
    show(YardStation).findComponent(YardPlan).vm.$emit('move', lawn, 12, 30)
    await until(() => account.state.sections[0]!.version === 2)
    expect(sent).toEqual([
      { method: 'PATCH', url: '/api/yard/sections/s', body: { version: 1, xFt: 12, yFt: 30 } },
    ])
  })
})

describe('a taped piece', () => {
  async function form(section?: Section) {
    const home = await atHome({ path: '/yard' })
    const sent = takeAll()
    const page = home.show(SectionForm, { section, zones: homeState().zones, spot })
    const tapes = () => page.findAll('.tapes input')
    return { ...home, sent, page, tapes }
  }
  it('is added beside what lies there, in feet and inches', async () => {
    const { page, tapes, sent, account } = await form()
    await input(page, 'Name').setValue('Beside the shed')
    await tapes()[0]!.setValue('20 ft 6 in')
    await tapes()[1]!.setValue('10')
    expect(page.find('svg').exists()).toBe(true)
    await page.find('form').trigger('submit')
    await until(() => page.emitted('done'))
    expect(sent[0]).toMatchObject({
      method: 'POST',
      url: '/api/yard/sections',
      body: { name: 'Beside the shed', kind: 'rectangle', lengthsFt: [20.5, 10], xFt: 133, yFt: 0 },
    })
    expect(account.state.sections).toHaveLength(2)
  })
  it('is refused at the tape that cannot be, before anything is sent', async () => {
    const { page, tapes, sent } = await form()
    await tapes()[0]!.setValue('20')
    await tapes()[1]!.setValue('-3')
    await page.find('form').trigger('submit')
    expect(page.findAll('.tapes [role=alert], .tapes .fault, .tapes .stop').length).toBeGreaterThan(0)
    expect(sent).toEqual([])
  })
  it('asks for the tapes of its shape, and keeps those it had', async () => {
    const { page, tapes } = await form(lawn)
    await pick(page, 'Shape', 'trapezoid')
    expect(tapes()).toHaveLength(3)
    expect((tapes()[0]!.element as HTMLInputElement).value).toContain('127')
    await pick(page, 'Shape', 'circle')
    expect(tapes()).toHaveLength(1)
  })
  it('gets more tapes where its shape has no end, and fewer again', async () => {
    const { page, tapes } = await form(lawn)
    await pick(page, 'Shape', 'polygon')
    const before = tapes().length
    const [more] = page.findAll('.more button')
    await more!.trigger('click')
    expect(tapes()).toHaveLength(before + 2)
    await page.findAll('.more button')[1]!.trigger('click')
    expect(tapes()).toHaveLength(before)
  })
  it('is removed', async () => {
    const { page, sent, account } = await form(lawn)
    await button(page, 'Remove').trigger('click')
    expect(page.text()).toMatch(/On it hang one edge.*You can bring it back for 30 days/s)
    await button(page, 'Keep it').trigger('click')
    expect(sent).toEqual([])
    await button(page, 'Remove').trigger('click')
    await button(page, 'Remove it all the same').trigger('click')
    await until(() => page.emitted('done'))
    expect(sent).toMatchObject([{ method: 'DELETE', url: '/api/yard/sections/s?version=1' }])
    expect(account.state.sections).toEqual([])
    expect(useRemoved().last).toEqual({ part: 'sections', id: 's' })
  })
})

describe('ground that is not turf', () => {
  it('is asked for what must not be hit, and not for the state of a turf', async () => {
    const { show } = await atHome({ path: '/yard' })
    const sent = takeAll()
    const page = show(ZoneForm, { yardId: 'y' as never })
    await input(page, 'What you call it').setValue('Under the oak')
    await pick(page, 'Turf, or what is there', 'treeRing')
    expect(page.text()).not.toContain('It is now')
    await page.find('input[value="trees"]').setValue(true)
    await page.find('form').trigger('submit')
    await until(() => page.emitted('done'))
    expect(sent[0]!.body).toMatchObject({ name: 'Under the oak', turf: 'treeRing', spared: ['trees'] })
  })
})

describe('a place', () => {
  it('lies on a side, named by its length', async () => {
    const { show } = await atHome({ path: '/yard' })
    const sent = takeAll()
    const page = show(PlaceForm, { zones: homeState().zones })
    const { options } = choice(page, 'Along which side').vm
    expect(options).toHaveLength(4)
    expect(options[0]!.label).toMatch(/Lawn.*127 ft/)
    await input(page, 'What you call it').setValue('South wall')
    await pick(page, 'Along which side', 's/2')
    await input(page, 'Width of the strip').setValue('2')
    expect(page.text()).toContain('The strip is 254 sq ft.')
    await page.find('form').trigger('submit')
    await until(() => page.emitted('done'))
    expect(sent[0]!.body).toMatchObject({
      name: 'South wall',
      zoneId: 'z',
      kind: 'edge',
      sectionId: 's',
      side: 2,
      widthFt: 2,
    })
  })
  it('lies on none where it is no edge', async () => {
    const { show } = await atHome({ path: '/yard' })
    const sent = takeAll()
    const place = { ...homeState().places[1]!, name: 'Drive edge' }
    const page = show(PlaceForm, { zones: homeState().zones, place })
    await pick(page, 'Kind of place', 'shade')
    await page.find('form').trigger('submit')
    await until(() => page.emitted('done'))
    expect(sent[0]).toMatchObject({ method: 'PATCH', body: { kind: 'shade', sectionId: null, side: null } })
  })
})
