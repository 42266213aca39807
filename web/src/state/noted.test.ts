// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { AccountState } from '@jardinero/contract/account'
import { atHome, record, until } from '../../test/home.ts'
import RatingForm from '../ledger/RatingForm.vue'
import OutboxPanel from '../outing/OutboxPanel.vue'
import ReadingForm from '../soil/ReadingForm.vue'
import SignsRest from '../soil/SignsRest.vue'
import WaterRest from '../soil/WaterRest.vue'
import { useFindForm } from '../scout/index.ts'
import { useOutbox } from './outboxStore.ts'
import { outboxOnDevice } from '../kit/pocket.ts'
import { useSeason } from './season.ts'
import { useWords } from '../kit/session.ts'

/** A server that takes rows once each, and can be away or refuse. */
function standServer() {
  const server = {
    away: false,
    refuses: false,
    taken: [] as { url: string; body: Record<string, unknown> }[],
  }
  vi.stubGlobal('fetch', (url: string, { body }: { body: string }) => {
    if (server.away) return Promise.reject(new TypeError('no network'))
    const row = JSON.parse(body) as Record<string, unknown>
    if (server.refuses) {
      const problem = { code: 'refused', detail: 'That place is no longer there.', faults: [] }
      return Promise.resolve(new Response(JSON.stringify(problem), { status: 422 }))
    }
    server.taken.push({ url, body: row })
    return Promise.resolve(new Response(JSON.stringify({ ...row, version: 1 }), { status: 201 }))
  })
  return server
}
async function outdoors(away: boolean, state: Partial<AccountState> = {}) {
  const home = await atHome({ path: '/soil', state, records: [record('2026-02-10', 0.4)] })
  const server = standServer()
  server.away = away
  const outbox = useOutbox()
  return { ...home, server, outbox, panel: home.show(OutboxPanel) }
}
const reading = (temperatureC: number) => ({
  placeId: 'e',
  takenAt: '2026-02-28T15:00:00Z',
  depthCm: 5,
  temperatureC,
  note: '',
})

beforeEach(async () => {
  for (const { seq } of await outboxOnDevice.all()) await outboxOnDevice.remove(seq)
})
afterEach(() => vi.unstubAllGlobals())

describe('what is noted where there is no network', () => {
  it('is kept from the form, said what it is, and stands in its list once it has arrived', async () => {
    const { show, server, outbox, panel } = await outdoors(true)
    const form = show(ReadingForm)
    await form.find('input').setValue('47')
    await form.find('form').trigger('submit')
    await until(() => form.emitted('done'))
    expect(useSeason().readings).toEqual([])
    await until(() => panel.text().includes('One entry waits to be sent.'))
    expect(panel.text()).toContain('A reading of 47 °F at Drive edge')
    server.away = false
    await panel.find('button').trigger('click')
    await until(() => !outbox.waiting.length)
    expect(useSeason().readings).toMatchObject([{ placeId: 'e', temperatureC: expect.closeTo(8.33, 2) }])
    expect(server.taken).toHaveLength(1)
    expect(panel.text()).toBe('')
  })
  it('goes at once where the server answers, and then waits nowhere', async () => {
    const { server, outbox } = await outdoors(false)
    await useSeason().addReading(reading(8), 'Drive edge')
    expect(server.taken).toHaveLength(1)
    expect(useSeason().readings).toHaveLength(1)
    expect(outbox.waiting).toEqual([])
    expect(await outboxOnDevice.all()).toEqual([])
  })
  it('goes in the order it was noted: what comes later waits behind what waits', async () => {
    const { account, server, outbox } = await outdoors(true)
    await useSeason().addReading(reading(8), 'Drive edge')
    server.away = false
    const sign = { yardId: 'y', kind: 'blossom' as const, day: '2026-02-28', note: '' }
    const says = { code: 'outing.note.sign', params: { sign: 'forsythia' } }
    expect(await account.note('signs', sign, says, 's1')).toBeUndefined()
    await until(() => !outbox.waiting.length)
    expect(server.taken.map((t) => t.url)).toEqual(['/api/soil/readings', '/api/soil/signs'])
    expect(account.state.signs).toMatchObject([{ id: 's1', kind: 'blossom' }])
  })
  it('is put before the person where the server will not have it, and lets go of it when told', async () => {
    const { server, outbox, panel, settle } = await outdoors(true)
    await useSeason().addReading(reading(8), 'Drive edge')
    Object.assign(server, { away: false, refuses: true })
    await outbox.flush()
    await settle()
    expect(panel.text()).toContain('A reading of 46.4 °F at Drive edge')
    expect(panel.text()).toContain('That place is no longer there.')
    const [again, drop] = panel.findAll('.conflict button')
    server.refuses = false
    await again!.trigger('click')
    await until(() => server.taken.length === 1)
    expect(drop!.text()).toBe('Drop mine')
    await until(() => !outbox.conflicts.length)
  })
  it('is refused at its field when the server answers at once', async () => {
    const { show, server, outbox } = await outdoors(false)
    server.refuses = true
    const form = show(ReadingForm)
    await form.find('input').setValue('47')
    await form.find('form').trigger('submit')
    await until(() => form.text().includes('That place is no longer there.'))
    expect(form.emitted('done')).toBeUndefined()
    expect(outbox.waiting).toEqual([])
  })
  it('is a sign, water given, a find and a rating as well', async () => {
    const rated = {
      ...{ id: 'g', version: 1, recordId: 'r2026-02-10', plant: 'henbit', day: '2026-02-20' },
      ...{ treated: { hits: 20, points: 100 }, treatedBefore: null, check: null, checkBefore: null },
      ...{ injury: 0, why: null, note: '' },
    }
    const { account, show, use, server, outbox } = await outdoors(true, { ratings: [rated] })
    const signs = show(SignsRest)
    await signs.find('button').trigger('click')
    await signs.find('form').trigger('submit')
    await until(() => outbox.waiting.length === 1)
    const water = show(WaterRest)
    await water.find('button.link').trigger('click')
    await water.find('input[inputmode]').setValue('0.5')
    await water.find('form').trigger('submit')
    const done = vi.fn()
    const start = { plant: 'henbit', candidates: [], answers: {}, zoneId: 'z', placeId: null }
    const find = use(() => useFindForm(start, undefined, done))
    Object.assign(find.typed, { kind: 'notCounted', leafCount: 3 })
    await find.row.submit()
    await until(() => outbox.waiting.length === 3)
    expect(done).toHaveBeenCalledWith(undefined)
    const rating = show(RatingForm, { record: { ...record('2026-02-10', 0.4), zone: undefined } })
    await rating.findAll('input[inputmode]')[1]!.setValue('4')
    await rating.find('form').trigger('submit')
    await until(() => rating.emitted('done'))
    expect(outbox.waiting.map((w) => useWords().say(w.says.code, w.says.params))).toEqual([
      'A sign: Yellow shrubs in bloom',
      'Water: 0.5 in',
      'A sighting: henbit',
      'A rating of henbit',
    ])
    server.away = false
    await outbox.flush()
    expect(account.state.signs).toMatchObject([{ kind: 'blossom' }])
    expect(account.state.waters).toMatchObject([{ depthMm: 12.7 }])
    expect(account.state.finds).toMatchObject([{ plant: 'henbit', zoneId: 'z' }])
    expect(account.state.ratings.map((r) => r.treated.hits)).toEqual([20, 4])
    expect(server.taken).toHaveLength(4)
  })
})
