// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { computeMeasuredDose, computeTank, usualTools, type TankRequest } from '@jardinero/core/bench'
import { computeTiming } from '@jardinero/core/soil'
import { atHome, homeState, reading, record, rules } from '../../test/home.ts'
import LoadTable from '../bench/LoadTable.vue'
import MeasureDrawing from '../bench/MeasureDrawing.vue'
import TankDrawing from '../bench/TankDrawing.vue'
import { useYearLimits } from '../ledger/index.ts'
import LimitBar from '../ledger/LimitBar.vue'
import RecordSheet from '../ledger/RecordSheet.vue'
import { useSoilAnswer } from '../soil/index.ts'
import SoilStation from '../soil/SoilStation.vue'
import WorkingDrawer from '../kit/WorkingDrawer.vue'
import { useYard } from './useYard.ts'
import { showWorking } from '../kit/working.ts'

const request: TankRequest = {
  day: '2026-03-10',
  grounds: [
    {
      id: 'z',
      name: 'Front',
      turf: 'tallFescue',
      state: 'growing',
      areaSqFt: 6350,
      mode: 'broadcast',
      passes: [],
    },
  ],
  products: [
    {
      rules,
      rate: { value: 0.4, unit: 'oz/1000ft2' },
      tool: usualTools.find((t) => t.id === 'scaleHundredthOz')!,
    },
  ],
  carrierVolume: { value: 1.25, unit: 'gal/1000ft2' },
  capacityGal: 4,
  loadPlan: 'fullThenRemainder',
  tools: usualTools,
}
const mixed = computeTank(request)
if (!mixed.ok) throw new Error('no mix')
const mix = mixed.value

describe('the tank in section', () => {
  const tank = async (step: number, units: 'us' | 'metric' = 'us') =>
    (await atHome({ preferences: { units } })).show(TankDrawing, {
      load: mix.loads[1],
      capacityGal: 4,
      step,
      names: ['Sample'],
    })
  it('says the steps in order, what is in, and what is due', async () => {
    const drawing = await tank(1)
    expect(drawing.findAll('li').map((li) => li.classes()[0])).toEqual([
      'done',
      'now',
      'later',
      'later',
      'later',
    ])
    expect(drawing.find('.now').text()).toContain('1.26 oz of Sample, fully dispersed')
    expect(drawing.find('svg').attributes('aria-label')).toBe('The tank, filled to 1.97 gal')
  })
  it('shows the product only once it is in, and marks of the reader’s own', async () => {
    expect((await tank(1)).find('rect.product').exists()).toBe(false)
    expect((await tank(2)).find('rect.product').exists()).toBe(true)
    expect((await tank(0)).findAll('.mark')).toHaveLength(8)
    expect((await tank(0, 'metric')).findAll('.mark text').at(-1)?.text()).toBe('14')
  })
})

describe('the measure', () => {
  it('stops a cup at its mark, and says how far off that is', async () => {
    const dose = computeMeasuredDose({ planned: 2.6, min: 2, max: 2.9, unit: 'floz' }, 'cupHalfFloz')
    if (!dose.ok) throw new Error('no dose')
    const cup = (await atHome()).show(MeasureDrawing, { dose: dose.value })
    expect(cup.find('.stop-word').text()).toBe('stop')
    expect(cup.find('.amount').text()).toBe('2.5 fl oz')
    expect(cup.text()).toContain('Planned 2.6 fl oz: this is 3.8 % under the rate.')
  })
  it('shows a scale its reading', async () => {
    const scale = (await atHome()).show(MeasureDrawing, { dose: mix.loads[0]!.doses[0]!.measured })
    expect(scale.find('.digits').text()).toBe('1.28 oz')
    expect(scale.text()).toContain('this is it exactly')
  })
  it('lists all loads and their sums', async () => {
    const table = (await atHome()).show(LoadTable, { mix, current: 1 })
    expect(table.findAll('tbody tr')).toHaveLength(2)
    expect(table.find('tfoot').text()).toContain('2.54 oz')
    expect(table.find('.current td').text()).toBe('2')
  })
})

describe('the ledger', () => {
  it('counts the year by zone and label, over several passes', async () => {
    const { use, show } = await atHome({
      records: [record('2026-01-02', 0.3), record('2026-02-20', 0.4), record('2025-03-01', 0.5)],
    })
    const [limit, ...others] = use(useYearLimits).value
    expect(others).toEqual([])
    expect(limit!.share?.value).toBeCloseTo(0.7 / 1.1, 9)
    const bar = show(LimitBar, { limit })
    expect(bar.text()).toContain('0.7 oz per 1,000 sq ft of 1.1 oz per 1,000 sq ft')
    expect(bar.text()).toContain('63.6 % of the year’s maximum')
  })
  it('shows a record as it reads now, and says when it is over the label', async () => {
    const { use, show } = await atHome({
      records: [
        record('2026-02-20', 0.6, {
          amendments: [
            {
              id: 'q',
              reason: 'weighed again',
              changes: { windMph: 5 },
              madeAt: '2026-02-21T15:00:00Z',
              madeBy: 'Ada',
            },
          ],
        }),
      ],
    })
    const [open] = use(useYard).records.value
    const sheet = show(RecordSheet, { record: open })
    expect(sheet.find('[role=alert]').text()).toContain(
      'is over this label’s maximum of 0.55 oz per 1,000 sq ft',
    )
    expect(sheet.find('.amendments').text()).toContain('weighed again (wind)')
    expect(sheet.text()).toContain('February 20, 2026')
    expect(sheet.find('.figure').text()).toBe('0.6 oz per 1,000 sq ft')
  })
})

describe('the soil', () => {
  const readings = ['2026-02-24', '2026-02-26', '2026-02-27'].flatMap((day, i) => [
    reading('m', day, 44 + i),
    reading('e', day, 47 + i),
  ])
  it('answers in a sentence whose figures open', async () => {
    const { use } = await atHome({ path: '/soil', readings })
    const { code, params } = use(useSoilAnswer).sentence.value
    expect(code).toBe('soil.answer.wait')
    expect(params).toMatchObject({ place: 'Drive edge', hasAhead: 'true', hasWindow: 'true' })
    expect(params['mean']).toHaveProperty('working')
  })
  it('says there is nothing to go by before the first reading', async () => {
    const { show } = await atHome({ path: '/soil' })
    const page = show(SoilStation)
    expect(page.find('h1').text()).toContain('Take a soil reading')
    expect(page.find('[role=status]').text()).toContain('of 200 seasons')
  })
})

describe('a working', () => {
  it('shows each step in names and in numbers of the reader, with its source', async () => {
    const home = await atHome({ preferences: { temperature: 'C' } })
    const timing = computeTiming({
      day: '2026-02-28',
      hemisphere: 'northern',
      school: 'edgeLed',
      places: homeState().places,
      readings: [
        { placeId: 'm', day: '2026-02-27', hour: 10, depthCm: 5, temperatureC: 8 },
        { placeId: 'm', day: '2026-02-28', hour: 10, depthCm: 5, temperatureC: 9 },
      ],
    })
    if (!timing.ok) throw new Error('no timing')
    showWorking(timing.value.places[0]!.fiveDayMean!, 'Open middle')
    home.show(WorkingDrawer)
    await home.settle()
    const text = document.body.textContent ?? ''
    expect(text).toContain('Five-day mean at 2 in')
    expect(text).toContain('(Feb 27 + Feb 28) ÷ 2')
    expect(text).toContain('(8 °C + 9 °C) ÷ 2')
    expect(text).toContain('= 8.5 °C')
    expect(text).toContain('Source: your probe.')
  })
})
