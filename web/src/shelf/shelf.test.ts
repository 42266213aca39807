// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { almanac } from '@jardinero/almanac'
import type { AccountState } from '@jardinero/contract/account'
import type { LabelRules } from '@jardinero/core/shelf'
import { atHome, homeState, record, until } from '../../test/home.ts'
import { useSoil } from '../soil/index.ts'
import ChoiceView from './ChoiceView.vue'
import LabelsView from './LabelsView.vue'
import SheetView from './SheetView.vue'
import StockForm from './StockForm.vue'
import TurfCheckRest from './TurfCheckRest.vue'
import WayCosts from './WayCosts.vue'
import LabelEditor from './editor/LabelEditor.vue'
import { trackOf } from './gridTrack.ts'
import { keys, useHeld } from '../state/index.ts'
import { useShelf } from './shelfStore.ts'
import { useChoice } from './useChoice.ts'

afterEach(() => void vi.unstubAllGlobals())

const labelOf = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules
const labels = ['tressock', 'rushollow', 'quarlock', 'dorrick', 'voidmarsh', 'tarnfold', 'wetholm'].map(
  (code) => ({
    id: code,
    version: 1,
    rules: labelOf(code),
  }),
)
const find = (plant: string, more: object = {}): AccountState['finds'][number] => ({
  id: plant,
  version: 1,
  zoneId: 'z',
  placeId: null,
  xFt: null,
  yFt: null,
  foundOn: '2026-05-10',
  plant,
  candidates: [],
  answers: {},
  stage: 'mature',
  leafCount: null,
  tillerCount: null,
  amount: { kind: 'notCounted' },
  wantedShare: null,
  note: '',
  ...more,
})
const box = (labelId: string, value: number, unit: 'oz' | 'floz') => ({
  id: `box ${labelId}`,
  version: 1,
  labelId,
  amount: { value, unit },
  boughtOn: '2026-01-10',
  openedOn: null,
  counted: null,
  priceCents: null,
})
const may = () => ({
  path: '/shelf?day=2026-05-12',
  state: {
    account: { id: 'a', name: 'Home', demoDay: '2026-05-12' },
    labels: [...labels],
    finds: [find('dandelion'), find('yellowNutsedge', { stage: 'leaves' })],
    stock: [box('tressock', 32, 'floz')],
  },
})
const week = (...highF: number[]) =>
  highF.map((high, i) => ({
    day: `2026-05-${12 + i}`,
    maximumC: (high - 32) / 1.8,
    minimumC: 8,
    rainMm: 0,
  }))
async function choice(home: Parameters<typeof atHome>[0] = may()) {
  const { use, ...rest } = await atHome(home)
  return { shelf: use(useChoice), ...rest }
}

describe('the question', () => {
  it('is made of the finds of the lawn, the labels and what is left of them', async () => {
    const { shelf } = await choice()
    const request = shelf.request.value!
    expect(request.weeds.map((w) => w.plant)).toEqual(['dandelion', 'yellowNutsedge'])
    expect(request.products.find((p) => p.id === 'tressock')).toMatchObject({
      source: 'owned',
      left: { value: 32, unit: 'floz' },
    })
    expect(request.products.find((p) => p.id === 'rushollow')?.source).toBe('copied')
    // Samples stand behind what was copied, under their own names once.
    expect(request.products.filter((p) => p.rules.name === 'Tressock SL')).toHaveLength(1)
    expect(request.products.filter((p) => p.source === 'sample').length).toBeGreaterThan(40)
  })
  it('of the whole yard is of its lawns: no label for a lawn is shut by a bed', async () => {
    const home = may()
    const [lawn] = homeState().zones
    const bed = { ...lawn!, id: 'bed', name: 'Roses', turf: 'bed' }
    const { shelf } = await choice({
      ...home,
      path: `${home.path}&lawn=all`,
      state: { ...home.state, zones: [lawn!, bed] },
    })
    expect(shelf.request.value!.grounds.map((g) => g.turf)).toEqual(['tallFescue'])
    expect(shelf.request.value!.neighbours.map((n) => n.name)).toEqual(['Roses'])
  })
  it('takes what mixes have used off the shelf', async () => {
    const { shelf } = await choice()
    const held = useHeld()
    held.client.setQueryData(keys.taken('i'), {
      tressock: [{ day: '2026-05-01', amount: { value: 32, unit: 'floz' } }],
    })
    useShelf().loadTaken()
    expect(shelf.request.value!.products.find((p) => p.id === 'tressock')?.source).toBe('copied')
  })
  it('asks about a weed nobody found, which stands for an older find of it', async () => {
    const { shelf, router } = await choice()
    await shelf.ask('whiteClover', 'flowering')
    await shelf.ask('dandelion', 'seedling')
    expect(router.currentRoute.value.query['ask']).toBe('whiteClover.flowering,dandelion.seedling')
    expect(shelf.weeds.value.map((w) => `${w.plant} ${w.stage}`)).toEqual([
      'yellowNutsedge leaves',
      'whiteClover flowering',
      'dandelion seedling',
    ])
    await shelf.unask('dandelion')
    expect(shelf.weeds.value.find((w) => w.plant === 'dandelion')?.stage).toBe('mature')
  })
  it('knows seed that is to follow, passes that were made, and the weather as far as it goes', async () => {
    const { shelf, account } = await choice({
      ...may(),
      records: [record('2026-04-20', 0.4)],
    })
    const seasonWishes = { seeding: [{ zoneId: 'z', day: '2026-09-05' }] } as never
    await account.put('yards', { ...account.state.yards[0]!, seasonWishes })
    useSoil().weatherOf = 'y 2026-05-12'
    useSoil().weather = {
      observed: week(70, 75),
      forecast: week(80, 84, 90).map((d, i) => ({ ...d, day: `2026-05-${14 + i}` })),
    } as never
    const [ground] = shelf.request.value!.grounds
    expect(ground).toMatchObject({ seedingDay: '2026-09-05', passes: [{ day: '2026-04-20' }] })
    expect(shelf.outlook.value.map((d) => Math.round(d.highC * 1.8 + 32))).toEqual([70, 75, 80, 84, 90])
  })
})

describe('the answer', () => {
  it('names the tank, what it takes to buy, and why each label is not in it', async () => {
    const { show, settle } = await atHome(may())
    const page = show(ChoiceView)
    await settle()
    expect(page.find('h1').text()).toBe(
      'Tressock SL and Rushollow 62 WG in one tank clear dandelion and yellow nutsedge from Front, with 4 actives. To buy: Rushollow 62 WG.',
    )
    const cell = page.find('button[aria-label="Dorrick 40 WG, tall fescue: not on its label"]')
    await cell.trigger('click')
    expect(page.find('.why').text()).toContain('Dorrick 40 WG is not for tall fescue.')
    // 1.6 fl oz per 1,000 sq ft over 6,350 sq ft.
    expect(page.text()).toContain('The whole of Front takes 10.16 fl oz')
    expect(page.text()).toContain('On the shelf: 32 fl oz; after this application 21.84 fl oz')
    expect(page.text()).toContain('It needs nonionic surfactant: Wetholm is on the shelf.')
    page.unmount()
  })
  it('says how sure a grade is, and on what it rests', async () => {
    const { show, settle } = await atHome({
      ...may(),
      state: { ...may().state, finds: [find('yellowNutsedge', { stage: 'leaves' })] },
    })
    const page = show(ChoiceView)
    await settle()
    await page.find('button[aria-label^="Rushollow 62 WG, yellow nutsedge"]').trigger('click')
    const why = page.find('.why')
    expect(why.text()).toContain(
      'halosulfuron-methyl is excellent on yellow nutsedge as it stands, perhaps only good.',
    )
    expect(why.find('summary').text()).toBe('What this is based on')
    expect(why.find('details').text()).toContain('They differ, and the lower is relied on.')
    expect(why.find('details').text()).toContain('halosulfuron-methyl: US extension turf weed control guides')
    page.unmount()
  })
  it('of a real account names no sample; asked, it tells the kind of product by its active and strength', async () => {
    const home = {
      ...may(),
      state: {
        ...may().state,
        account: { id: 'a', name: 'Home', demoDay: null },
        labels: [],
        finds: [find('yellowNutsedge', { stage: 'leaves' })],
      },
    }
    const { show, settle } = await atHome(home)
    const page = show(ChoiceView)
    await settle()
    expect(page.text()).toContain('No label of yours is copied yet.')
    for (const { rules } of almanac.sampleLabels) expect(page.text()).not.toContain(rules.name)
    await page
      .findAll('button')
      .find((b) => b.text() === 'What kind of product would do?')!
      .trigger('click')
    await settle()
    expect(page.find('h1').text()).toContain('Product with halosulfuron-methyl 62 %')
    for (const { rules } of almanac.sampleLabels) expect(page.text()).not.toContain(rules.name)
    page.unmount()
  })
  it('clears a thin lawn first, and begins the chain that seeds it after', async () => {
    const august = '2026-08-18'
    const { show, settle } = await atHome({
      ...may(),
      path: `/shelf?day=${august}`,
      state: {
        ...may().state,
        account: { id: 'a', name: 'Home', demoDay: august },
        finds: [find('dandelion', { foundOn: '2026-08-17', wantedShare: 0.6 })],
      },
    })
    const page = show(ChoiceView)
    await settle()
    expect(page.text()).toContain('clear the weeds first, then core and seed from Sep 15 on')
    const link = page.findAll('a').find((a) => a.text() === 'Begin the chain: clean up, then seed')!
    expect(link.attributes('href')).toContain('chain=overseeding')
    page.unmount()
  })
  it('waits for the weather where that is what shuts it', async () => {
    const { shelf } = await choice()
    useSoil().weatherOf = 'y 2026-05-12'
    useSoil().weather = { observed: [], forecast: week(93, 92, 91, 90, 78, 77, 76) } as never
    expect(shelf.sentence.value).toMatchObject({ code: 'shelf.answer.later', params: { day: '2026-05-16' } })
  })
  it('sprays nothing where a hand does it', async () => {
    const { shelf } = await choice({
      ...may(),
      state: { ...may().state, finds: [find('dandelion', { amount: { kind: 'count', count: 6 } })] },
    })
    expect(shelf.sentence.value).toMatchObject({
      code: 'shelf.answer.noSpray',
      params: { acts: 'dandelion: pull it' },
    })
    await shelf.toggleAnyway('dandelion')
    expect(shelf.sentence.value.code).toBe('shelf.answer.tank')
  })
  it('says what to do first where nothing is found, and for the whole yard takes what every turf stands', async () => {
    expect((await choice({ ...may(), state: { ...may().state, finds: [] } })).shelf.sentence.value.code).toBe(
      'shelf.answer.nothingFound',
    )
    const strip = {
      id: 's',
      version: 1,
      yardId: 'y',
      name: 'Strip',
      turf: 'stAugustinegrass',
      state: 'growing' as const,
    }
    const { shelf, account } = await choice()
    await account.put('zones', strip)
    await shelf.set({ lawn: 'all' })
    expect(shelf.where.value).toBe('Front and Strip')
    const tressock = shelf.choice.value!.judged.find((j) => j.product.id === 'tressock')!
    expect([...tressock.turf]).toEqual([
      ['tallFescue', 'safe'],
      ['stAugustinegrass', 'caution'],
    ])
    // Two directions, one tank: the rate stays inside the lower of them.
    const [low] = [...tressock.uses.values()].map((u) => u.rate.max).sort((a, b) => a - b)
    expect(shelf.choice.value!.tank!.rates.get('tressock')!.value).toBeLessThanOrEqual(low!)
  })
})

describe('the line through the chosen cells', () => {
  const columns = ['a', 'b', 'c'].map((id) => ({ product: { id } })) as never[]
  it('goes from weed to weed, and is none where nothing is chosen', () => {
    const track = trackOf([columns[2], undefined, columns[0]], columns, 1)!
    expect(track.points).toEqual([
      [168 + 2.5 * 46, 118 + 1.5 * 39],
      [168 + 0.5 * 46, 118 + 3.5 * 39],
    ])
    expect(track.path).toMatch(/^M283 157V176.5V\d+(\.\d+)?H191V254.5$/)
    expect(trackOf([undefined], columns, 1)).toBeUndefined()
  })
})

it('says what each product that works costs, and where a package outlasts its strength', async () => {
  const { shelf, show, settle } = await (async () => {
    const home = await atHome(may())
    return { ...home, shelf: home.use(useChoice) }
  })()
  await until(() => shelf.choice.value)
  const page = show(WayCosts, { shelf })
  await settle()
  const row = page.findAll('li').find((li) => li.text().startsWith('Tressock SL'))!
  expect(row.text()).toMatch(
    /\$\d+\.\d\d per 1,000 sq ft, \$\d+\.\d\d a treatment of this lawn\. A year of it is 1 × /,
  )
  // Cheapest for this lawn first.
  const once = page.findAll('li').map((li) => Number(/\$([\d.]+) a treatment/.exec(li.text())![1]))
  expect(once).toEqual(once.toSorted((a, b) => a - b))

  // The price of a sample is invented: a real account is not told it, even where it asks what kind would do.
  const real = await atHome({
    ...may(),
    path: '/shelf?day=2026-05-12&kinds=yes',
    state: { ...may().state, account: { id: 'a', name: 'Home', demoDay: null } },
  })
  const shown = real.show(WayCosts, { shelf: real.use(useChoice) })
  await until(() => shown.findAll('li').length)
  const own = labels.map((l) => l.rules.name)
  for (const li of shown.findAll('li')) expect(own).toContain(li.find('b').text())
})

describe('copying a label', () => {
  const editor = async (props: object = {}) => {
    const home = await atHome(may())
    const page = home.show(LabelEditor, { turf: ['tallFescue'], lawnSqFt: 6350, ...props })
    await home.settle()
    const field = (label: string) =>
      page
        .findAll('.field')
        .find((f) => f.find('label').text().startsWith(label))!
        .find('input')
    return { ...home, page, field }
  }
  it('takes what was read over what was typed, and keeps the rest', async () => {
    const { page, field, settle } = await editor()
    await field('Name on the label').setValue('By hand')
    await field('Most a year').setValue('2.5')
    const read = async (rules: object, purpose?: string) => {
      await page.setProps({ read: { rules, purpose } })
      await settle()
    }
    await read({})
    expect(field('Name on the label').element.value).toBe('By hand')
    await read(
      { name: 'As printed', actives: labelOf('tarnfold').actives, formulation: 'WG' },
      'postEmergent',
    )
    expect(field('Name on the label').element.value).toBe('As printed')
    expect(field('Active ingredient').element.value).toBe('prodiamine')
    expect(field('Most a year').element.value).toBe('2.5')
  })
  it('says nothing of what is not typed yet, and says contradictions as they are typed', async () => {
    const { page, field } = await editor()
    expect(page.find('.findings').exists()).toBe(false)
    await field('Name on the label').setValue('Mittel 60 WG')
    await field('Active ingredient').setValue('quinclorac')
    const basis = page.findAll('details').find((d) => d.find('summary').text() === 'What this is based on')!
    expect(basis.text()).toContain('Usual most: 0.75 lb per acre in one application')
    await field('Strength').setValue('60')
    await field('Least rate').setValue('0.6')
    await field('Most per application').setValue('0.4')
    expect(page.find('.findings').text()).toContain(
      'The least rate (0.6 oz per 1,000 sq ft) is over the most',
    )
    expect(page.find('.findings').text()).toContain('if the two were swapped')
    await field('Least rate').setValue('0.4')
    expect(page.find('.findings').exists()).toBe(false)
  })
  it('asks about an active that is not known, and says which figure of a known one is meant', async () => {
    const { page, field } = await editor()
    await field('Active ingredient').setValue('quincloracc')
    expect(page.text()).toContain('“quincloracc” is not known here. Is it spelled as on the label?')
    await field('Active ingredient').setValue('Diquat')
    expect(page.text()).toContain('Labels give diquat as the cation too: copy that figure.')
    await field('Active ingredient').setValue('MCPP')
    expect(page.text()).not.toContain('is not known here')
  })
  it('is not sent with a contradiction or a blank, and is sent whole', async () => {
    const { page, field, settle, account } = await editor()
    const sent: { rules: { name: string } }[] = []
    vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
      sent.push(JSON.parse(String(init.body)) as never)
      return Promise.resolve(new Response(JSON.stringify({ version: 1, ...sent.at(-1)! }), { status: 201 }))
    })
    await page.find('form').trigger('submit')
    expect(page.findAll('.fault').length).toBeGreaterThan(3)
    await field('Name on the label').setValue('Mein Mittel 60 WG')
    await field('Active ingredient').setValue('quinclorac')
    await field('Strength').setValue('60')
    await field('Least rate').setValue('0.4')
    await field('Most per application').setValue('0.45')
    await page.find('form').trigger('submit')
    await settle()
    expect(sent).toMatchObject([
      {
        rules: {
          name: 'Mein Mittel 60 WG',
          // The name brought its class along, the known active its group.
          formulation: 'WG',
          actives: [{ name: 'quinclorac', group: '4', strength: { unit: 'percent' } }],
          uses: [{ turf: ['tallFescue'], purpose: 'postEmergent' }],
        },
      },
    ])
    expect(account.state.labels.some((l) => l.rules.name === 'Mein Mittel 60 WG')).toBe(true)
  })
  it('takes “41 % by weight” of what is poured, says how wide its weight is, and knows what it is for', async () => {
    const { page, field, settle } = await editor()
    await field('Name on the label').setValue('Hofmittel')
    await field('Active ingredient').setValue('glyphosate')
    await settle()
    const [unit] = page.findAllComponents({ name: 'ChoiceField' }).filter((c) => c.props('label') === 'Unit')
    unit!.vm.$emit('update:modelValue', 'percent')
    await settle()
    await field('Strength').setValue('41')
    await field('Most per application').setValue('1.5')
    expect(page.text()).toContain('Then it is taken as 8.35 to 10.4 lb per gal: an estimate')
    const sent: { rules: LabelRules }[] = []
    vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
      sent.push(JSON.parse(String(init.body)) as never)
      return Promise.resolve(new Response(JSON.stringify({ version: 1, ...sent.at(-1)! }), { status: 201 }))
    })
    await page.find('form').trigger('submit')
    await settle()
    const { rules } = sent[0]!
    expect(rules.actives[0]!.strength).toEqual({ value: 41, unit: 'percent', basis: 'ae' })
    // Its active kills what is up: it is no barrier. One rate was printed, no range.
    expect(rules.uses[0]).toMatchObject({ purpose: 'postEmergent', rate: { min: 1.5, max: 1.5 } })
    expect(rules).not.toHaveProperty('density')
  })
  it('changes nothing of a label that is only looked at', async () => {
    const { page, settle } = await editor({ label: labels[0] })
    let body: { rules?: object } = {}
    vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
      body = JSON.parse(String(init.body)) as never
      return Promise.resolve(new Response(JSON.stringify({ id: 'tressock', ...body }), { status: 200 }))
    })
    await page.find('form').trigger('submit')
    await settle()
    expect(body.rules).toEqual(labels[0]!.rules)
  })
})

describe('stock and turf', () => {
  it('refuses a package opened before it was bought, at its field', async () => {
    const { show } = await atHome(may())
    const form = show(StockForm, { label: labels[0] })
    const field = (label: string) =>
      form
        .findAll('.field')
        .find((f) => f.find('label').text().startsWith(label))!
        .find('input')
    await field('Opened').setValue('2026-01-01')
    await form.find('form').trigger('submit')
    expect(form.find('.fault').text()).toBe('It was opened on Jan 1, before it was bought on May 12.')
  })
  it('keeps the look at the crowns with the day one stands on', async () => {
    const { show, account, settle } = await atHome(may())
    const zone = { ...account.state.zones[0]!, state: 'dormant' as const }
    let body = {}
    vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
      body = JSON.parse(String(init.body)) as object
      return Promise.resolve(new Response(JSON.stringify({ ...zone, ...body }), { status: 200 }))
    })
    const rest = show(TurfCheckRest, { zone })
    await rest.findAll('button')[0]!.trigger('click')
    await settle()
    expect(body).toEqual({ version: 1, turfCheck: { crown: { day: '2026-05-12', green: false } } })
  })
  it('lists what is owned first, and says what stands on the shelf', async () => {
    const { show } = await atHome(may())
    const list = show(LabelsView)
    expect(list.find('h1').text()).toBe('7 labels are copied; one of them stands on the shelf.')
    expect(list.findAll('tbody tr')[0]!.text()).toContain('Tressock SL')
    expect(list.findAll('tbody tr')[1]!.text()).toContain('not on the shelf')
  })
})

describe('the sheet', () => {
  it('has the turf of the yard, and metric figures as they are whatever the reader’s units', async () => {
    const { show } = await atHome(may())
    const sheet = show(SheetView)
    const row = sheet.findAll('tbody tr').find((r) => r.text().includes('Rushollow'))!
    expect(row.text()).toContain('oz per acre')
    expect(row.text()).toContain('g per 100 m²')
    expect(sheet.find('thead').text()).toContain('tall fescue')
    const basis = sheet.findAll('details').find((d) => d.find('summary').text() === 'What this is based on')!
    for (const active of ['halosulfuron-methyl', 'glyphosate', 'metsulfuron-methyl'])
      expect(basis.text()).toContain(`${active}: `)
    expect(sheet.findAll('tbody tr').some((r) => r.text().includes('Wetholm'))).toBe(false)
    expect(sheet.findAll('tbody tr').some((r) => r.text().includes('Dorrick'))).toBe(false)
  })
})
