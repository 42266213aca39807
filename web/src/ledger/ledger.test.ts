// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { AccountState } from '@jardinero/contract/account'
import type { ApplicationRecord, RatingRow } from '@jardinero/contract/ledger'
import type { YardWeather } from '@jardinero/contract/weather'
import { addDays } from '@jardinero/core/quantity'
import { atHome, homeState, input, pick, record, rules, until } from '../../test/home.ts'
import { useSeason, useYard } from '../state/index.ts'
import { useSoil } from '../soil/index.ts'
import AfterPass from './AfterPass.vue'
import AmendForm from './AmendForm.vue'
import LedgerStation from './LedgerStation.vue'
import RatingPart from './RatingPart.vue'
import RecordSheet from './RecordSheet.vue'
import { useAfter } from './useAfter.ts'
import { useLessons } from './useLessons.ts'
import { useYearLimits } from './useYearLimits.ts'

afterEach(() => vi.unstubAllGlobals())

const on = '2026-02-10'
const rating = (more: Partial<RatingRow> = {}): RatingRow => ({
  id: 'g',
  version: 1,
  recordId: `r${on}`,
  plant: 'smoothCrabgrass',
  day: '2026-02-24',
  treated: { hits: 4, points: 100 },
  treatedBefore: null,
  check: { hits: 40, points: 100 },
  checkBefore: null,
  injury: 0,
  why: null,
  note: '',
  ...more,
})
/** Rain of so much on some days, none on the others. */
const weather = (rain: Record<string, number>): YardWeather =>
  ({
    station: 'quarryBend',
    observed: Array.from({ length: 60 }, (_, i) => {
      const day = addDays('2026-01-01', i)
      return { day, minimumC: 2, maximumC: 12, rainMm: rain[day] ?? 0, origin: 'service' }
    }),
    forecast: [],
    hours: [],
  }) as unknown as YardWeather

interface There {
  records?: ApplicationRecord[]
  state?: Partial<AccountState>
  rain?: Record<string, number>
  path?: string
}
async function ledger({ records = [record(on, 0.4)], state = {}, rain, path = '/ledger' }: There = {}) {
  const home = await atHome({ path, records, state })
  if (rain) {
    useSoil().weather = weather(rain)
    useSoil().weatherOf = 'y 2026-02-28'
  }
  const open = (id: string) => home.use(() => useYard()).records.value.find((r) => r.id === id)!
  return { ...home, open, first: () => open(records[0]!.id) }
}

describe('the Ledger station', () => {
  it('says that nothing is written down, and leads to the bench', async () => {
    const { show } = await ledger({ records: [] })
    const page = show(LedgerStation)
    expect(page.text()).toContain('Nothing is recorded for 2026 yet.')
    expect(page.findAll('.records li')).toHaveLength(0)
  })
  it('asks for the water first while it is due', async () => {
    const { show } = await ledger({ records: [record('2026-02-20', 0.4)] })
    const page = show(LedgerStation)
    expect(page.find('h1').text()).toMatch(/Water Sample 50 WG in on Front by .*Mar 6.*0\.25 in/)
    await page.findAll('button')[0]!.trigger('click')
    expect(page.find('.sheet').text()).toContain('tall fescue')
  })
  it('says how much of the year’s maximum is used, a bar for each lawn and label', async () => {
    const records = [
      record('2026-01-10', 0.4, { wateredInOn: '2026-01-11' }),
      record(on, 0.5, { wateredInOn: on }),
    ]
    const { show, use } = await ledger({ records })
    const page = show(LedgerStation)
    expect(page.find('h1').text()).toContain(
      'Applied 2 times in 2026. Front has used 81.8 % of its year’s maximum.',
    )
    expect(page.find('.limit').text()).toContain('81.8 %')
    expect(Number(page.find('.limit rect.used').attributes('width'))).toBeCloseTo(327.3, 1)
    const [limit] = use(useYearLimits).value
    expect(limit!.share!.value).toBeCloseTo(0.9 / 1.1, 6)
  })
  it('shows a bar over the maximum as over', async () => {
    const over = ['2026-01-01', '2026-01-20', on].map((d) => record(d, 0.5, { wateredInOn: d }))
    const page = (await ledger({ records: over })).show(LedgerStation)
    expect(page.find('.limit rect.over').exists()).toBe(true)
    expect(page.find('.limit rect.over').attributes('width')).toBe('400')
  })
  it('puts the year beside the last, and stands in another when asked', async () => {
    const records = [record('2025-03-12', 0.4), record(on, 0.4, { areaSqFt: 3000 })]
    const { show, router, settle } = await ledger({ records, state: { ratings: [rating()] } })
    const page = show(LedgerStation)
    const rows = page.findAll('table tbody tr').map((r) => r.text())
    expect(rows[0]).toMatch(/Days of applications\s*1\s*1/)
    expect(rows[2]).toMatch(/3,000 sq ft\s*6,350 sq ft/)
    expect(rows[4]).toMatch(/90 %\s*–/)
    const other = page.findAll('.rests button').find((b) => b.text() === 'Show')!
    await other.trigger('click')
    await settle()
    expect(router.currentRoute.value.query).toEqual({ day: '2025-12-31' })
    expect(page.findAll('.records li')).toHaveLength(1)
    expect(page.find('a[download]').attributes('href')).toBe(
      '/api/ledger/records.csv?from=2025-01-01&to=2025-12-31',
    )
  })
})

describe('a record’s sheet', () => {
  it('has what is asked for, with dashes where nothing was said', async () => {
    const written = record(on, 0.4, {
      windMph: 4,
      windFrom: 'SW',
      endedAt: `${on}T15:40:00.000Z`,
      licence: 'CA-1234',
    })
    const { show, first } = await ledger({ records: [written] })
    const sheet = show(RecordSheet, { record: first() })
    const said = Object.fromEntries(
      sheet.findAll('dt').map((dt, i) => [dt.text(), sheet.findAll('dd')[i]!.text()]),
    )
    expect(said).toMatchObject({
      Turf: 'tall fescue',
      Product: 'Sample 50 WG',
      'Active ingredient': 'prodiamine',
      Registration: '–',
      Wind: '4 mph south-west',
      Air: '53.6 °F',
      'Applied by': 'Ada',
    })
    expect(said['When']).toMatch(/February 10, 2026 at 10:00.AM to 10:40/)
    expect(sheet.find('a[href$="/sheet.pdf"]').exists()).toBe(true)
  })
  it('says a rate over the label’s, and every amendment with its reason', async () => {
    const amendments = [
      {
        ...{ id: 'a', reason: 'Half a load was left', madeAt: `${on}T20:00:00Z`, madeBy: 'Ada' },
        changes: { product: { value: 3, unit: 'oz' as const } },
      },
    ]
    const { show, first } = await ledger({ records: [record(on, 0.6, { amendments })] })
    const sheet = show(RecordSheet, { record: first() })
    expect(sheet.find('[role=alert]').text()).toMatch(/0\.6 oz per 1,000 sq ft.*0\.55 oz per 1,000 sq ft/)
    expect(sheet.find('.amendments').text()).toContain('Half a load was left (Product used)')
  })
})

describe('a pass on the wrong lawn', () => {
  it('is moved, and what its label says of the other one is said first', async () => {
    const state = homeState()
    const back = { ...state.zones[0]!, id: 'back', name: 'Back', turf: 'fineFescue' }
    const on = await ledger({
      records: [record('2026-02-20', 0.5)],
      state: { zones: [...state.zones, back] },
    })
    const sent: { url: string; body: Record<string, unknown> }[] = []
    vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
      sent.push({ url, body: JSON.parse(String(init.body ?? '{}')) as Record<string, unknown> })
      return Promise.resolve(new Response(JSON.stringify({ ...on.first(), zoneId: 'back' }), { status: 201 }))
    })
    const form = on.show(AmendForm, { record: on.first() })
    expect(form.find('.against').exists()).toBe(false)
    await pick(form, 'Lawn it was applied on', 'back')
    expect(form.find('.against').text()).toContain('fine fescue')
    await input(form, 'Why it is amended').setValue('It was the back lawn')
    await form.find('form').trigger('submit')
    await until(() => form.emitted('done'))
    const amended = sent.find((s) => s.url.includes('amendments'))
    expect(amended?.body).toMatchObject({ zoneId: 'back', changes: {} })
  })
})

describe('amending', () => {
  async function amend() {
    const home = await ledger()
    const sent: unknown[] = []
    vi.stubGlobal('fetch', (_: string, { body }: { body: string }) => {
      sent.push(JSON.parse(body))
      return Promise.resolve(new Response(JSON.stringify(record(on, 0.3)), { status: 201 }))
    })
    const form = home.show(AmendForm, { record: home.first() })
    const field = (label: string) => input(form, label)
    return { ...home, form, field, sent }
  }
  it('sends what was changed and nothing else', async () => {
    const { form, field, sent, settle } = await amend()
    await field('Product used').setValue('2')
    await field('Why it is amended').setValue('Spilled')
    await form.find('form').trigger('submit')
    await settle()
    expect(sent).toMatchObject([{ reason: 'Spilled', changes: { product: { value: 2, unit: 'oz' } } }])
    expect(Object.keys((sent[0] as { changes: object }).changes)).toEqual(['product'])
    expect(form.emitted('done')).toHaveLength(1)
    expect(useSeason().records[0]!.product.value).toBeCloseTo(0.3 * 6.35, 6)
  })
  it('refuses where nothing was changed, and a wind that is none, before anything is sent', async () => {
    const { form, field, sent } = await amend()
    await form.find('form').trigger('submit')
    expect(form.find('[role=alert]').exists()).toBe(true)
    await field('Wind').setValue('a breeze')
    await form.find('form').trigger('submit')
    expect(form.text()).toContain('The wind is a number from 0 to 60 mph.')
    expect(sent).toEqual([])
  })
})

describe('after a pass', () => {
  it('counts the rain since, says what is missing, and when it was enough', async () => {
    const dry = await ledger({ rain: { [addDays(on, 2)]: 2.54 } })
    expect(dry.show(AfterPass, { record: dry.first() }).text()).toMatch(
      /Watering in was due by .*Feb 24.* and 0\.15 in are missing/,
    )
    const wet = await ledger({ rain: { [addDays(on, 2)]: 2.54, [addDays(on, 5)]: 5.08 } })
    expect(wet.show(AfterPass, { record: wet.first() }).text()).toMatch(/It had enough water on .*Feb 15/)
  })
  it('says what went otherwise than planned, or that nothing did', async () => {
    const planned = {
      ...{ day: '2026-02-08', rate: { value: 0.4, unit: 'oz/1000ft2' as const }, areaSqFt: 6350 },
      ...{ product: { value: 2.54, unit: 'oz' as const }, waterGal: 7.9 },
    }
    const other = await ledger({ records: [record(on, 0.5, { planned } as Partial<ApplicationRecord>)] })
    const told = other.show(AfterPass, { record: other.first() }).text()
    expect(told).toMatch(/Product: 3\.1\d* oz in place of 2\.54 oz, 25 % more\./)
    expect(told).toMatch(/Day: .*Feb 10.* in place of .*Feb 8.*, 2 days later\./)
    const same = await ledger({
      records: [record(on, 0.4, { planned: { ...planned, day: on } } as Partial<ApplicationRecord>)],
    })
    expect(same.show(AfterPass, { record: same.first() }).text()).toContain('It went as it was mixed for.')
  })
})

describe('how it was rated', () => {
  async function rated(ratings: RatingRow[], there: There = {}) {
    const home = await ledger({ ...there, state: { ratings, ...there.state } })
    const after = home.use(() => useAfter(home.use(() => ({ value: home.first() }) as never)))
    return { ...home, after, part: home.show(RatingPart, { record: home.first(), after }) }
  }
  it('says the control with its interval, and that it worked', async () => {
    const { part } = await rated([rating()])
    expect(part.text()).toContain('It worked on smooth crabgrass.')
    expect(part.text()).toMatch(
      /control \(Abbott\)\s*90 %\s*\(\d+(\.\d)? %–\d+(\.\d)? %, four times in five\)/,
    )
    expect(part.findAll('.causes li')).toHaveLength(0)
  })
  it('has nothing to compare with without a patch or a count before', async () => {
    const { part } = await rated([rating({ check: null })])
    expect(part.text()).toContain('Nothing to compare with')
    expect(part.find('.verdict').exists()).toBe(false)
  })
  it('names what speaks for why it failed, and the person settles one', async () => {
    const failed = rating({ treated: { hits: 36, points: 100 } })
    const { part, settle, account } = await rated([failed], {
      records: [record(on, 0.2)],
      rain: { [addDays(on, 2)]: 1 },
    })
    expect(part.find('.verdict').text()).toBe('It failed on smooth crabgrass.')
    const causes = part.findAll('.causes li').map((c) => c.text())
    expect(causes.some((c) => /0\.2 oz per 1,000 sq ft is under the label’s least/.test(c))).toBe(true)
    expect(causes.some((c) => /had come by/.test(c))).toBe(true)
    const sent: Record<string, unknown>[] = []
    vi.stubGlobal('fetch', (_: string, { body }: { body: string }) => {
      sent.push(JSON.parse(body))
      return Promise.resolve(
        new Response(JSON.stringify({ ...failed, version: 2, why: sent[0]!['why'] }), { status: 200 }),
      )
    })
    await part.find('.causes button').trigger('click')
    await settle()
    expect(sent).toMatchObject([{ version: 1, why: expect.any(String) }])
    expect(account.state.ratings[0]!.why).toBe(sent[0]!['why'])
    expect(part.find('.causes button').text()).toBe('Settled')
  })
  it('feeds the next plan with what was settled, newest first, and not with what worked', async () => {
    const records = [record('2025-03-12', 0.4), record(on, 0.4)]
    const ratings = [
      rating({
        id: 'old',
        recordId: 'r2025-03-12',
        day: '2025-04-10',
        treated: { hits: 36, points: 100 },
        why: 'late',
      }),
      rating({ id: 'good' }),
      rating({ id: 'new', day: '2026-02-26', plant: 'henbit', treated: { hits: 30, points: 100 } }),
    ]
    const { use } = await ledger({ records, state: { ratings } })
    expect(use(useLessons).value.map((l) => [l.id, l.why, l.zone, l.label, l.group])).toEqual([
      ['new', null, 'Front', 'Sample 50 WG', rules.actives[0]!.group],
      ['old', 'late', 'Front', 'Sample 50 WG', rules.actives[0]!.group],
    ])
  })
})

describe('a long year', () => {
  it('is drawn sixty records at a time', async () => {
    const records = Array.from({ length: 75 }, (_, i) =>
      record(addDays('2026-01-01', i % 58), 0.01, { id: `long${i}`, mixId: `m${i}` }),
    )
    const { show } = await atHome({ path: '/ledger', records })
    const page = show(LedgerStation)
    expect(page.findAll('.records > li')).toHaveLength(60)
    const more = page.findAll('button').find((b) => b.text() === 'Show more (15 left)')!
    await more.trigger('click')
    expect(page.findAll('.records > li')).toHaveLength(75)
    expect(page.text()).not.toContain('Show more')
  })
})
