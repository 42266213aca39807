// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { atHome } from '../../test/home.ts'
import { asksForAnswer, notHere } from '../../test/server.ts'
import SectionForm from '../yard/SectionForm.vue'
import ZoneForm from '../yard/ZoneForm.vue'
import SprayerForm from '../bench/SprayerForm.vue'

afterEach(() => void vi.unstubAllGlobals())

/** Answers each request with the next status and body; keeps what was sent. */
function serve(...answers: [status: number, body: object][]) {
  const sent: { method: string; url: string; body: Record<string, unknown> }[] = []
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
    if (asksForAnswer(url)) return notHere()
    sent.push({
      method: init.method!,
      url,
      body: init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : {},
    })
    const [status, body] = answers.shift() ?? [200, {}]
    return Promise.resolve(new Response(status === 204 ? null : JSON.stringify(body), { status }))
  })
  return sent
}
const problem = (more: object) => ({ type: '', title: '', detail: 'No.', faults: [], ...more })

async function zoneForm() {
  const home = await atHome()
  const form = home.show(ZoneForm, { zone: home.account.state.zones[0], yardId: 'y' })
  const save = async () => (await form.find('form').trigger('submit'), await home.settle())
  return { ...home, form, save }
}

describe('editing a row', () => {
  it('sends what changed with the version it started from, and takes the answer', async () => {
    const { form, save, account } = await zoneForm()
    const sent = serve([200, { ...account.state.zones[0], name: 'Back', version: 2 }])
    await form.find('input').setValue('Back')
    await save()
    expect(sent).toMatchObject([
      { method: 'PATCH', url: '/api/yard/zones/z', body: { version: 1, name: 'Back', turf: 'tallFescue' } },
    ])
    expect(account.state.zones[0]).toMatchObject({ name: 'Back', version: 2 })
    expect(form.emitted('done')).toHaveLength(1)
  })
  it('keeps both texts when someone else changed it: mine over theirs, with their version', async () => {
    const { form, save, settle, account } = await zoneForm()
    const theirs = { ...account.state.zones[0], name: 'Theirs', version: 5 }
    const sent = serve(
      [409, problem({ code: 'staleEdit', status: 409, current: theirs })],
      [200, { ...theirs, name: 'Mine', version: 6 }],
    )
    await form.find('input').setValue('Mine')
    await save()
    expect(form.text()).toContain('theirs now reads “Theirs”')
    expect(form.find('input').element.value).toBe('Mine')
    await form
      .findAll('button')
      .find((b) => b.text() === 'Save mine over it')!
      .trigger('click')
    await settle()
    expect(sent[1]!.body).toMatchObject({ version: 5, name: 'Mine' })
    expect(account.state.zones[0]).toMatchObject({ name: 'Mine', version: 6 })
  })
  it('or theirs over mine', async () => {
    const { form, save, settle, account } = await zoneForm()
    serve([
      409,
      problem({
        code: 'staleEdit',
        status: 409,
        current: { ...account.state.zones[0], name: 'Theirs', version: 5 },
      }),
    ])
    await form.find('input').setValue('Mine')
    await save()
    await form
      .findAll('button')
      .find((b) => b.text() === 'Take theirs')!
      .trigger('click')
    await settle()
    expect(account.state.zones[0]?.name).toBe('Theirs')
    expect(form.emitted('done')).toHaveLength(1)
  })
  it('says at the field what the server refuses, and keeps what was typed', async () => {
    const { form, save } = await zoneForm()
    serve([
      422,
      problem({
        code: 'unknownCode',
        status: 422,
        faults: [{ code: 'unknownCode', field: 'turf', params: {}, detail: 'Not a turf.' }],
      }),
    ])
    await form.find('input').setValue('Kept')
    await save()
    expect(form.find('[role=alert]').text()).toBe('Not a turf.')
    expect(form.find('input').element.value).toBe('Kept')
    expect(form.emitted('done')).toBeUndefined()
  })
  it('says why a row cannot be removed', async () => {
    const { form, settle, account } = await zoneForm()
    const sent = serve([409, problem({ code: 'inUse', status: 409, detail: 'Other things rest on this.' })])
    await form
      .findAll('button')
      .find((b) => b.text() === 'Remove')!
      .trigger('click')
    // A taped piece hangs on it: it is asked first.
    expect(sent).toEqual([])
    expect(form.text()).toContain('This cannot be undone.')
    await form
      .findAll('button')
      .find((b) => b.text() === 'Remove it all the same')!
      .trigger('click')
    await settle()
    expect(sent).toMatchObject([{ method: 'DELETE', url: '/api/yard/zones/z?version=1' }])
    expect(form.text()).toContain('Other things rest on this.')
    expect(account.state.zones).toHaveLength(1)
  })
})

describe('adding a row', () => {
  it('saves once however often it is pressed, under one id', async () => {
    const { show, settle } = await atHome()
    const form = show(SprayerForm)
    const inputs = form.findAll('input')
    await inputs[0]!.setValue('New one')
    await inputs[1]!.setValue('3.5')
    const sent = serve([201, { id: 'n', version: 1, name: 'New one', kind: 'backpack', capacityGal: 3.5 }])
    await Promise.all([form.find('form').trigger('submit'), form.find('form').trigger('submit')])
    await settle()
    expect(sent).toHaveLength(1)
    expect(sent[0]!.body).toMatchObject({ name: 'New one', kind: 'backpack', capacityGal: 3.5 })
  })
  it('sends nothing that the core refuses', async () => {
    const { show, settle, account } = await atHome()
    const form = show(SectionForm, { zones: account.state.zones, spot: { xFt: 0, yFt: 0 } })
    const sent = serve()
    const [, length, width] = form.findAll('input:not([type=file])')
    await length!.setValue('12 ft 6 in')
    await width!.setValue('9999')
    await form.find('form').trigger('submit')
    await settle()
    expect(sent).toEqual([])
    expect(form.text()).toContain('The width is 9,999 ft; no tape on a lawn is longer than 2,640 ft.')
    await width!.setValue('8')
    serve([201, {}])
    await form.find('form').trigger('submit')
    await settle()
    expect(form.emitted('done')).toHaveLength(1)
  })
})
