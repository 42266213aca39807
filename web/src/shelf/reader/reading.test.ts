// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { readLabel, type LabelRules, type Page } from '@jardinero/core/shelf'
import { atHome, button, input, until } from '../../../test/home.ts'
import { standWorkers } from '../../../test/standWorkers.ts'
import LabelsDiffering from '../LabelsDiffering.vue'
import ReadLabel from './ReadLabel.vue'
import { FileNotRead, type ReadPage } from './pagePicture.ts'

const read = vi.hoisted(() => vi.fn())
vi.mock('./readFiles.ts', () => ({ readFiles: read, keepReaders: () => Promise.resolve() }))

/** A page typed here: its words with their places, its picture blank. */
function pageOf(text: string): ReadPage {
  const words = text.split('\n').flatMap((line, row) =>
    [...line.replace('#', '').matchAll(/\S+/g)].map((m) => ({
      text: m[0],
      page: 0,
      x0: m.index * 6,
      x1: (m.index + m[0].length) * 6,
      y0: row * 16,
      y1: row * 16 + (line.startsWith('#') ? 22 : 11),
      sure: 1,
    })),
  )
  const page: Page = { width: 600, height: 800, words, isPicture: false }
  const canvas = document.createElement('canvas')
  return { page, picture: { width: 600, height: 800, paint: () => Promise.resolve(canvas) } }
}
const label = `#Velmere 2.4 SL

For postemergence control of weeds in turf
Active ingredient:
2,4-D dimethylammonium . . . . 26.4%
Other ingredients . . . . . . . 73.6%
Contains 2.4 lb 2,4-D acid equivalent per gallon.
KEEP OUT OF REACH OF CHILDREN
Net contents: 1 quart
Apply 0.73 to 1.1 oz per 1,000 sq ft to tall fescue.
Do not apply more than 0.5 fl oz per 1,000 sq ft per year.`

beforeEach(() => void standWorkers(() => ({ read: readLabel })))
afterEach(() => void vi.unstubAllGlobals())

async function open() {
  const home = await atHome({ path: '/shelf?at=label' })
  const page = home.show(ReadLabel, { going: false })
  await home.settle()
  const choose = page.find('input[type=file]')
  const give = async (...files: File[]) => {
    Object.defineProperty(choose.element, 'files', { value: files, configurable: true })
    await choose.trigger('change')
  }
  const press = async () => {
    await page.find('.look form').trigger('submit')
    await home.settle()
  }
  const figure = () => page.find('.look form').text()
  return { ...home, page, give, press, figure }
}
const file = new File(['%PDF-'], 'velmere.pdf', { type: 'application/pdf' })

describe('a label that is read', () => {
  it('is gone through figure by figure; only what was said to be right is in the form', async () => {
    read.mockResolvedValue([pageOf(label)])
    const { page, give, press, figure } = await open()
    await give(file)
    await until(() => page.find('.look').exists())
    expect(figure()).toContain('“Velmere 2.4 SL”')
    await input(page, 'Name').setValue('Velmere')
    await press()
    const asked: string[] = []
    while (page.find('.look').exists()) {
      asked.push(figure())
      // Of the package nothing is taken.
      if (figure().includes('In the package')) await button(page, 'Leave it out').trigger('click')
      else await press()
    }
    expect(asked.find((t) => t.includes('Rate, line 1'))).toContain('The label says “oz” alone')
    const told =
      page.emitted<[{ rules: Partial<LabelRules>; contents?: object; files: File[] }]>('read')?.[0]?.[0]
    expect(told!.rules).toMatchObject({
      name: 'Velmere',
      actives: [{ name: '2,4-D dimethylammonium', strength: { value: 2.4, unit: 'lb/gal', basis: 'ae' } }],
      uses: [{ turf: ['tallFescue'], rate: { min: 0.73, max: 1.1, unit: 'floz/1000ft2' } }],
    })
    expect(told!.contents).toBeUndefined()
    expect(told!.files).toEqual([file])
  })
  it('says a contradiction as soon as both figures are taken', async () => {
    read.mockResolvedValue([pageOf(label)])
    const { page, give, press, figure } = await open()
    await give(file)
    await until(() => page.find('.look').exists())
    while (!figure().includes('Applications') && !figure().includes('In the package')) await press()
    expect(page.find('.findings').text()).toContain('is below one application at the least rate')
  })
  it('does not take what is no such figure', async () => {
    read.mockResolvedValue([pageOf(label)])
    const { page, give, press, figure } = await open()
    await give(file)
    await until(() => page.find('.look').exists())
    while (!figure().includes('Rate, line 1')) await press()
    await input(page, 'Rate').setValue('plenty')
    await press()
    expect(figure()).toContain('can’t be read as such a figure')
    await input(page, 'Rate').setValue('0.2 to 0.4')
    await press()
    await button(page, 'One back').trigger('click')
    expect((input(page, 'Rate').element as HTMLInputElement).value).toBe('0.2–0.4')
  })
  it('can be broken off while it is read, and says why it could not be', async () => {
    read.mockImplementation(
      (_: File[], { signal }: { signal: AbortSignal }) =>
        new Promise((_done, failed) =>
          signal.addEventListener('abort', () => failed(new Error('broken off'))),
        ),
    )
    const { page, give, settle } = await open()
    await give(file)
    await settle()
    await button(page, 'Stop reading').trigger('click')
    expect(page.find('progress').exists()).toBe(false)
    read.mockRejectedValue(new FileNotRead('locked'))
    await give(file)
    await until(() => page.find('[role=alert]').exists())
    expect(page.find('[role=alert]').text()).toContain('locked with a password')
    // A file that is read after one that was gone through half does not leave the figures of that one.
    read.mockResolvedValue([pageOf(label)])
    await give(file)
    await until(() => page.find('.look').exists())
    read.mockRejectedValue(new FileNotRead('tooDark'))
    await button(page, 'To the form, with nothing of it').trigger('click')
    await give(file)
    await until(() => page.find('[role=alert]').exists())
    expect(page.find('.look').exists()).toBe(false)
  })
})

it('labels of a file that differ are shown figure by figure, and one is chosen', async () => {
  const rules = almanac.sampleLabels.find((l) => l.code === 'tarnfold')!.rules
  const other = structuredClone(rules)
  other.uses[0]!.rate.max = 0.5
  const home = await atHome({
    path: '/shelf?at=labels',
    state: { labels: [{ id: 'l' as never, version: 1, rules }] },
  })
  const differing = [{ id: 'l', rules: other }]
  const page = home.show(LabelsDiffering, {
    modelValue: differing,
    'onUpdate:modelValue': (modelValue: unknown) => page.setProps({ modelValue }),
  })
  expect(page.text()).toContain('Directions, line 1 most per application: 0.55 → 0.5')
  const sent = vi.fn((..._: unknown[]) =>
    Promise.resolve(Response.json({ id: 'l', version: 2, rules: other })),
  )
  vi.stubGlobal('fetch', sent)
  await button(page, 'Take the file’s').trigger('click')
  await until(() => !page.text().includes('Tarnfold'))
  expect(sent.mock.calls[0]![0]).toContain('/api/shelf/labels/l')
  expect(home.account.state.labels[0]!.rules.uses[0]!.rate.max).toBe(0.5)
})
