import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { randomUUID } from 'node:crypto'
import { describe, expect, it, vi } from 'vitest'
import type { Person } from '@jardinero/contract/person'
import { seededRandom } from '@jardinero/core/quantity'
import type { Tried } from '../kit/api.ts'
import { createOutbox, type OutboxStore, type Waiting } from '../kit/outbox.ts'
import { useOutbox } from './outboxStore.ts'
import { emptyPocket, keepInPocket, outboxOnDevice, readPocket } from '../kit/pocket.ts'
import { useSession } from '../kit/session.ts'

const entry = (n: number, personId = 'p') => ({
  personId,
  url: '/api/outing/outings',
  body: { id: `e${n}`, n },
  says: { code: 'outing.sends', params: { zones: 'Front' } },
  at: '2026-02-28T12:00:00Z',
})
const inMemory = (): OutboxStore & { rows: Waiting[] } => {
  const rows: Waiting[] = []
  let next = 1
  return {
    rows,
    all: () => Promise.resolve([...rows]),
    put: (e) => {
      const at = rows.findIndex((r) => r.seq === e.seq)
      if (at < 0) rows.push({ ...e, seq: next++ })
      else rows[at] = e as Waiting
      return Promise.resolve()
    },
    remove: (seq) => {
      rows.splice(
        rows.findIndex((r) => r.seq === seq),
        1,
      )
      return Promise.resolve()
    },
  }
}
/** A server that counts an id once, behind a network that loses requests and answers. */
function flappingServer(random: () => number, lost = 0.45) {
  const taken: string[] = []
  const send = (_: string, body: unknown): Promise<Tried<unknown>> => {
    const { id } = body as { id: string }
    const [goes, comesBack] = [random() > lost, random() > lost]
    if (goes && !taken.includes(id)) taken.push(id)
    return Promise.resolve(goes && comesBack ? { kind: 'sent', data: { id } } : { kind: 'away' })
  }
  return { taken, send }
}

describe('what waits on the device', () => {
  it.each([1, 2, 3, 4, 5])(
    'fifty entries arrive once each and in order through a flapping network (%i)',
    async (seed) => {
      const store = inMemory()
      const server = flappingServer(seededRandom(seed))
      const answered: unknown[] = []
      const box = createOutbox({
        store,
        send: server.send,
        sent: (e) => answered.push(e.body),
        changed: () => undefined,
      })
      for (let i = 0; i < 50; i++) await box.add(entry(i))
      let tries = 0
      while ((await box.flush('p')) !== 'empty') expect(tries++).toBeLessThan(2000)
      expect(server.taken).toEqual(Array.from({ length: 50 }, (_, i) => `e${i}`))
      expect(answered).toHaveLength(50)
      expect(store.rows).toEqual([])
    },
  )
  it('survives the page: another one goes on with the same disk', async () => {
    const server = flappingServer(seededRandom(9), 0.7)
    const open = () =>
      createOutbox({
        store: outboxOnDevice,
        send: server.send,
        sent: () => undefined,
        changed: () => undefined,
      })
    for (let i = 0; i < 10; i++) await open().add(entry(i))
    let done = false
    for (let i = 0; i < 2000 && !done; i++) done = (await open().flush('p')) === 'empty'
    expect(done).toBe(true)
    expect(server.taken).toEqual(Array.from({ length: 10 }, (_, i) => `e${i}`))
  })
  it('keeps a picture byte for byte, and tells whose list its answer goes to', async () => {
    setActivePinia(createPinia())
    useSession().person = { id: 'p' } as Person
    const sent: { url: string; body: Blob; type: string }[] = []
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')))
    const outbox = useOutbox()
    const taken = vi.fn()
    outbox.onAnswer('/api/ledger/records/:id/photos', taken)
    const picture = new Blob([new Uint8Array([255, 216, 0, 7])], { type: 'image/jpeg' })
    const url = `/api/ledger/records/${randomUUID()}/photos?id=${randomUUID()}&kind=before`
    const says = { code: 'outing.note.photo', params: { of: 'Front' } }
    expect(await outbox.tell(url, picture, says)).toBeUndefined()
    vi.stubGlobal(
      'fetch',
      (to: string, { body, headers }: { body: Blob; headers: Record<string, string> }) => {
        sent.push({ url: to, body, type: headers['content-type']! })
        return Promise.resolve(new Response('{"id":"f"}', { status: 201 }))
      },
    )
    await outbox.flush()
    vi.unstubAllGlobals()
    expect(sent).toMatchObject([{ url, type: 'image/jpeg' }])
    expect([...new Uint8Array(await sent[0]!.body.arrayBuffer())]).toEqual([255, 216, 0, 7])
    expect(taken).toHaveBeenCalledWith({ id: 'f' })
  })
  it('puts aside what the server refuses, goes on with the rest, and sends it as the person settles it', async () => {
    const store = inMemory()
    const got: unknown[] = []
    const send = (_: string, body: unknown): Promise<Tried<unknown>> => {
      const { n, again } = body as { n: number; again?: boolean }
      if (n === 1 && !again)
        return Promise.resolve({
          kind: 'problem',
          problem: { code: 'tankRecorded', detail: 'x', faults: [] } as never,
        })
      got.push(n)
      return Promise.resolve({ kind: 'sent', data: {} })
    }
    let seen: Waiting[] = []
    const box = createOutbox({ store, send, sent: () => undefined, changed: (all) => (seen = all) })
    for (let i = 0; i < 3; i++) await box.add(entry(i))
    expect(await box.flush('p')).toBe('empty')
    expect(got).toEqual([0, 2])
    expect(seen).toHaveLength(1)
    expect(seen[0]!.conflict?.code).toBe('tankRecorded')
    await box.settle(seen[0]!, { ...(seen[0]!.body as object), again: true })
    expect(await box.flush('p')).toBe('empty')
    expect(got).toEqual([0, 2, 1])
    expect(store.rows).toEqual([])
  })
  it('sends nothing of another person, stops where one is signed out, and lets go of what is dropped', async () => {
    const store = inMemory()
    const signedOut = (): Promise<Tried<unknown>> =>
      Promise.resolve({ kind: 'problem', problem: { code: 'notSignedIn' } as never })
    const box = createOutbox({ store, send: signedOut, sent: () => undefined, changed: () => undefined })
    await box.add(entry(1))
    expect(await box.flush('somebody else')).toBe('empty')
    expect(await box.flush('p')).toBe('signedOut')
    expect(store.rows).toHaveLength(1)
    await box.drop(store.rows[0]!)
    expect(store.rows).toEqual([])
  })
})

describe('the pocket', () => {
  it('keeps, gives back and forgets', async () => {
    await keepInPocket('outing p', { load: 2 })
    expect(await readPocket('outing p')).toEqual({ load: 2 })
    await emptyPocket('outing p')
    expect(await readPocket('outing p')).toBeUndefined()
  })
})
