// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { atHome, button, choice, pick, until } from '../../test/home.ts'
import { refused, standServer } from '../../test/server.ts'
import LawnsFile from './LawnsFile.vue'
import { readText } from './readText.ts'

afterEach(() => vi.unstubAllGlobals())
const bytes = (text: string) => new Blob([Uint8Array.from(text, (c) => c.charCodeAt(0))])
const told = {
  heading: ['Client', 'Address', 'Sq ft'],
  columns: { client: 0, name: 1, area: 2 },
  lawns: 2,
  properties: 1,
  doubles: 1,
  added: 0,
}

describe('a list of lawns', () => {
  it('is read in UTF-8, and as Windows writes it where it is none', async () => {
    expect(await readText(new Blob(['Córdoba 4']))).toBe('Córdoba 4')
    expect(await readText(bytes('C\u00f3rdoba 4'))).toBe('Córdoba 4')
  })
  async function chosen(answer: Parameters<typeof standServer>[0]) {
    const { show, settle } = await atHome({ path: '/you' })
    const sent = standServer(answer)
    const page = show(LawnsFile, { nearYardId: 'y' })
    const field = page.find('input[type=file]')
    Object.defineProperty(field.element, 'files', {
      value: [new Blob(['Client,"Address",Sq ft\nA,1 Row,900'])],
    })
    await field.trigger('change')
    await until(() => sent.length)
    await settle()
    return { page, sent, settle }
  }
  it('says first what it would come to, and is imported on the word', async () => {
    const { page, sent, settle } = await chosen({ 'POST /api/yard/lawns': [200, told] })
    expect(sent[0]!.body).toMatchObject({
      nearYardId: 'y',
      dryRun: true,
      columns: told.columns,
      usualTurf: null,
    })
    expect(page.text()).toContain('2 lawns of one property; one line says the same lawn again.')
    await button(page, 'Import these lawns').trigger('click')
    await until(() => sent.length === 2)
    await settle()
    expect(sent[1]!.body).toMatchObject({ dryRun: false, columns: told.columns })
    expect(page.text()).toContain('Nothing new in it.')
  })
  it('names each line that is wrong; a grass for those without one is asked again with it', async () => {
    const { page, sent } = await chosen({
      'POST /api/yard/lawns': refused('2.turf', 'Line 2: no grass.'),
    })
    expect(page.text()).toContain('Line 2: no grass.')
    // What was guessed stands also where the list is refused.
    expect(choice(page, 'Address or name').text()).toContain('Address')
    await pick(page, 'Where no grass is told', 'tallFescue')
    await until(() => sent.length === 2)
    expect(sent[1]!.body).toMatchObject({ usualTurf: 'tallFescue', dryRun: true })
    await pick(page, 'Client', -1)
    await until(() => sent.length === 3)
    expect(sent[2]!.body).toMatchObject({ columns: { name: 1, area: 2 } })
  })
})
