// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Sprayer, Tank } from '@jardinero/contract/bench'
import { measuringTools } from '@jardinero/core/bench'
import { atHome, button, homeState, input, pick, record, rules, until } from '../../test/home.ts'
import { useSeason } from '../state/index.ts'
import WindPanel from '../outing/field/WindPanel.vue'
import CalibrationForm from './CalibrationForm.vue'
import LabelCautions from './LabelCautions.vue'
import RecordForm from './RecordForm.vue'
import ScalePanel from './ScalePanel.vue'
import SwathFinder from './SwathFinder.vue'
import { useBench } from './useBench.ts'

afterEach(() => {
  vi.unstubAllGlobals()
  Reflect.deleteProperty(navigator, 'serial')
})

const [sprayer] = homeState().sprayers as [Sprayer]
/** What was sent, and the answer made of it. */
function takeAll(answer: (body: Record<string, unknown>) => unknown = (body) => ({ ...body, version: 1 })) {
  const sent: { url: string; body: Record<string, unknown> }[] = []
  vi.stubGlobal('fetch', (url: string, { method = 'GET', body }: { method?: string; body?: string } = {}) => {
    const row = body ? (JSON.parse(body) as Record<string, unknown>) : {}
    // What is asked for again meanwhile stays unanswered.
    if (method === 'GET') return new Promise(() => undefined)
    sent.push({ url, body: row })
    return Promise.resolve(new Response(JSON.stringify(answer(row)), { status: 201 }))
  })
  return sent
}

describe('calibrating', () => {
  async function form(of: Sprayer = sprayer) {
    const home = await atHome({ path: '/bench' })
    const sent = takeAll()
    return { ...home, sent, page: home.show(CalibrationForm, { sprayer: of, wholeSqFt: 6350 }) }
  }
  it('takes runs over known ground, and says the carrier volume with how far they differ', async () => {
    const { page, sent } = await form()
    const waters = page.findAll('fieldset').map((run) => run.findAll('input')[1]!)
    for (const [i, gallons] of ['1.2', '1.25', '1.3'].entries()) await waters[i]!.setValue(gallons)
    expect(page.find('[role=status]').text()).toContain('1.25 gal per 1,000 sq ft')
    await page.find('form').trigger('submit')
    await until(() => page.emitted('done'))
    expect(sent[0]).toMatchObject({
      url: '/api/bench/calibrations',
      body: { sprayerId: 'p', method: 'knownArea', runs: [{ areaSqFt: 1000, volumeGal: 1.2 }, {}, {}] },
    })
  })
  it('counts no empty row as a run, and refuses where there is none', async () => {
    const { page, sent } = await form()
    await page.find('form').trigger('submit')
    expect(page.text()).toMatch(/run/i)
    expect(sent).toEqual([])
    await button(page, 'One more run').trigger('click')
    expect(page.findAll('fieldset')).toHaveLength(4)
  })
  it('takes the whole lawn as one run over its own area', async () => {
    const { page } = await form()
    await pick(page, 'How', 'wholeLawn')
    expect(page.findAll('fieldset')).toHaveLength(1)
    expect((input(page, 'Area').element as HTMLInputElement).value).toBe('6350')
    await input(page, 'Water').setValue('8')
    expect(page.find('[role=status]').text()).toContain('1.26 gal per 1,000 sq ft')
  })
  it('reckons from what a nozzle catches, the pace and the spacing', async () => {
    const { page } = await form()
    await pick(page, 'How', 'catch')
    await input(page, 'Caught, gal a minute').setValue('0.4')
    await input(page, 'Pace, mph').setValue('3')
    await input(page, 'Strip width or nozzle spacing').setValue('20')
    // 5,940 · 0.4 gal/min ÷ (3 mph · 20 in) = 39.6 gal/acre
    expect(page.find('[role=status]').text()).toContain('0.909 gal per 1,000 sq ft')
  })
  it('reads the ounces over a 128th of an acre as gallons an acre', async () => {
    const { page } = await form()
    await pick(page, 'How', 'ounces')
    await input(page, 'Caught').setValue('44')
    expect(page.find('[role=status]').text()).toContain('1.01 gal per 1,000 sq ft')
  })
  it('goes by the usual figure of its kind where nobody measured, and says so', async () => {
    const { page, sent } = await form()
    await pick(page, 'How', 'usual')
    expect(page.find('[role=status]').text()).toMatch(/1 gal per 1,000 sq ft.*Nobody measured this sprayer/s)
    await input(page, 'Water it puts down').setValue('9')
    await page.find('form').trigger('submit')
    expect(page.text()).toContain(
      'A usual figure is between 0.3 gal per 1,000 sq ft and 5 gal per 1,000 sq ft',
    )
    expect(sent).toEqual([])
    await input(page, 'Water it puts down').setValue('0.8')
    await page.find('form').trigger('submit')
    await until(() => page.emitted('done'))
    expect(sent[0]!.body).toMatchObject({ method: 'usual', runs: [], inputs: { usualGalPer1000: 0.8 } })
  })
  it('weighs a spreader back', async () => {
    const { page, sent } = await form({ ...sprayer, kind: 'rotarySpreader' } as Sprayer)
    expect(page.findAll('label').some((l) => l.text() === 'How')).toBe(false)
    await input(page, 'Setting').setValue('M 1/2')
    await input(page, 'Used').setValue('3.2')
    await page.find('form').trigger('submit')
    await until(() => page.emitted('done'))
    expect(sent[0]!.body).toMatchObject({
      method: 'weighBack',
      inputs: { setting: 'M 1/2', weighed: [{ areaSqFt: 1000, lb: 3.2 }] },
      runs: [],
    })
  })
})

describe('trays across a spreader’s pass', () => {
  it('find the swath that lies even, and give it', async () => {
    const { show } = await atHome()
    const page = show(SwathFinder)
    await input(page, 'Caught, tray').setValue('1 3 5 7 9 11 9 7 5 3 1')
    expect(page.find('[role=status]').text()).toContain('6 ft apart')
    await page.find('[role=status] button').trigger('click')
    expect(page.emitted('take')).toEqual([[6]])
  })
  it('take a decimal comma where blanks part the numbers, and say what is no catch', async () => {
    const { show } = await atHome()
    const page = show(SwathFinder)
    await input(page, 'Caught, tray').setValue('0,5 1,5 2,5 1,5 0,5')
    expect(page.find('[role=status]').exists()).toBe(true)
    await input(page, 'Caught, tray').setValue('1 two 3')
    expect(page.find('[role=status]').exists()).toBe(false)
    expect(page.text()).toMatch(/tray|catch|number/i)
  })
})

describe('the cautions beside a label', () => {
  it('always say the law and whom to call, and the gear and the keep-out where the label does', async () => {
    const { show } = await atHome()
    const strict = { ...rules, keepOff: { untilDry: false, hours: 24 }, restrictedUse: true }
    const said = show(LabelCautions, { rules: strict, named: true }).text()
    for (const words of ['Sample 50 WG', 'gloves', '24 hours', 'The label in your hand'])
      expect(said).toContain(words)
    const bare = { ...rules, gear: [], keepOff: { untilDry: false, hours: 0 }, signalWord: 'none' as const }
    expect(show(LabelCautions, { rules: bare }).findAll('li')).toHaveLength(3)
  })
})

describe('writing a tank down', () => {
  async function form() {
    const home = await atHome({ path: '/bench' })
    const bench = home.use(useBench)
    if (!bench.outcome.value?.ok) throw new Error('no mix')
    const tank = { id: 't', request: bench.request.value, result: bench.outcome.value.value, mixIds: ['m'] }
    const sent = takeAll(() => record('2026-02-28', 0.39))
    return { ...home, sent, page: home.show(RecordForm, { tank: tank as Tank }) }
  }
  it('starts from what was mixed, and remembers who signed', async () => {
    const { page, sent, show } = await form()
    expect((input(page, 'Applied by').element as HTMLInputElement).value).toBe('Ada')
    await input(page, 'Applied by').setValue('Bo')
    await input(page, 'Wind').setValue('5')
    await page.find('form').trigger('submit')
    await until(() => page.emitted('done'))
    expect(sent[0]).toMatchObject({
      url: '/api/ledger/records',
      body: { mixId: 'm', applicator: 'Bo', windMph: 5, airC: null, areaSqFt: 6350, product: { unit: 'oz' } },
    })
    expect(useSeason().records).toHaveLength(1)
    const again = show(RecordForm, { tank: page.props('tank' as never) })
    expect((input(again, 'Applied by').element as HTMLInputElement).value).toBe('Bo')
  })
  it.each([
    ['Wind', 'a breeze', 'The wind is a number from 0 to 60 mph.'],
    ['Wind', '75', 'The wind is a number from 0 to 60 mph.'],
    ['Air', 'mild', 'The air is a number between'],
  ])('refuses %s “%s” rather than leave it out', async (label, typed, words) => {
    const { page, sent } = await form()
    await input(page, label).setValue(typed)
    await page.find('form').trigger('submit')
    expect(page.text()).toContain(words)
    expect(sent).toEqual([])
  })
})

/** A stream of lines from the server, which a test speaks. */
function standLines() {
  const lines = {
    say: (_: string) => undefined as void,
    lose: () => undefined as void,
    address: '',
    closed: 0,
  }
  vi.stubGlobal(
    'EventSource',
    class {
      onmessage?: (event: { data: string }) => void
      onerror?: () => void
      constructor(address: string) {
        lines.address = address
        lines.say = (data) => this.onmessage?.({ data })
        lines.lose = () => this.onerror?.()
      }
      addEventListener() {}
      close() {
        lines.closed++
      }
    },
  )
  return lines
}

describe('a scale that speaks', () => {
  const props = {
    amount: { value: 1, unit: 'oz' },
    tool: measuringTools.scaleHundredthOz,
  }
  it('is tared, and says when to pour, slow down and stop', async () => {
    const { show } = await atHome()
    const [sent, lines] = [takeAll(), standLines()]
    const page = show(ScalePanel, props)
    await button(page, 'Weigh on the scale here').trigger('click')
    expect(lines.address).toBe('/api/bench/scale?aimG=28.35')
    lines.say('JARDINERO-SCALE 1 Pan')
    lines.say('W 0.5 4.20 oz S')
    await page.vm.$nextTick()
    expect(page.text()).toContain('Put the empty jug on, then tare.')
    await button(page, 'Tare').trigger('click')
    await until(() => page.find('.bar').exists())
    expect(sent.map((s) => s.url)).toEqual(['/api/bench/scale/tare'])
    for (const [weight, words] of [
      ['0.00', 'tared: pour'],
      ['0.50', 'pour on'],
      ['0.90', 'slowly now'],
      ['1.00', 'stop: that is it'],
      ['1.10', 'Too much: take some out.'],
    ] as const) {
      lines.say(`W 1 ${weight} oz S`)
      await page.vm.$nextTick()
      expect(page.find('[role=status]').text()).toBe(words)
    }
    lines.lose()
    await page.vm.$nextTick()
    expect(page.find('[role=alert]').exists()).toBe(true)
    expect(lines.closed).toBe(1)
  })
  it('speaks over the browser’s own port, line by line however they come, and is told to tare', async () => {
    const told: string[] = []
    let speak: (text: string) => void = () => undefined
    const port = {
      open: () => Promise.resolve(),
      close: () => Promise.resolve(),
      readable: new ReadableStream<Uint8Array>({
        start: (to) => void (speak = (text) => to.enqueue(new TextEncoder().encode(text))),
      }),
      writable: new WritableStream<Uint8Array>({
        write: (bytes) => void told.push(new TextDecoder().decode(bytes)),
      }),
    }
    Object.defineProperty(navigator, 'serial', {
      configurable: true,
      value: { requestPort: () => Promise.resolve(port) },
    })
    const { show } = await atHome()
    const page = show(ScalePanel, props)
    await button(page, 'Plug a scale in here').trigger('click')
    speak('JARDINERO-SCALE 1 Own pan\nW 0.5 4.')
    speak('20 oz S\nW 1.0 4.21 oz S\n')
    await until(() => page.find('.weight').exists() && page.find('.weight').text().startsWith('4.21'))
    expect(page.text()).toContain('Own pan')
    await button(page, 'Tare').trigger('click')
    await until(() => told.length)
    expect(told).toEqual(['TARE\n'])
    speak('E battery low\n')
    await until(() => page.text().includes('The scale says: battery low'))
  })
})

describe('a wind meter that speaks', () => {
  it('gives the mean of its last seconds, and where the wind comes from', async () => {
    const { show } = await atHome()
    const lines = standLines()
    const page = show(WindPanel, { winds: [], now: '2026-02-28T15:00:00Z', mostMph: 10 })
    await page
      .findAll('button.link')
      .find((b) => /meter/i.test(b.text()))!
      .trigger('click')
    lines.say('JARDINERO-METER 1 Vane')
    for (let s = 0; s <= 20; s++) lines.say(`V ${s} ${s % 2 ? 4 : 6} mph 225`)
    await page.vm.$nextTick()
    expect(page.find('output').text()).toMatch(/5 mph/)
    await page
      .findAll('button.link')
      .find((b) => b.text() === 'Use it')!
      .trigger('click')
    expect(page.emitted('add')).toMatchObject([[{ mph: 5, from: 'SW', how: 'meter' }]])
  })
})
