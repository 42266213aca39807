import type { Problem } from '@jardinero/contract/problem'
import type { Params, PersonId } from '@jardinero/core/quantity'
import type { Tried } from './api.ts'

/** What an entry is, as a message of the catalogue. */
export interface Says {
  code: string
  params: Params
}
/** Something entered that is not at the server yet. The server knows it by an id of its own: sent twice, it counts once. */
export interface Waiting {
  seq: number
  /** Who entered it: it is sent only as them. */
  personId: PersonId
  url: string
  body: unknown
  says: Says
  at: string
  /** The server would not have it, and why; it waits for the person. */
  conflict?: Problem
}

export interface OutboxStore {
  all: () => Promise<Waiting[]>
  /** A new entry goes to the end; one with a number replaces itself. */
  put: (entry: Omit<Waiting, 'seq'> & { seq?: number }) => Promise<void>
  remove: (seq: number) => Promise<void>
}

export interface OutboxParts {
  store: OutboxStore
  send: (url: string, body: unknown) => Promise<Tried<unknown>>
  /** The server has it. */
  sent: (entry: Waiting, answer: unknown) => void
  changed: (entries: Waiting[]) => void
}

/**
 * Sends what waits, in the order it was entered, one at a time. An entry is taken out only once the server has answered for
 * it; while nothing answers, all of it stays. What the server refuses is put aside for the person, and the rest goes on.
 */
export function createOutbox({ store, send, sent, changed }: OutboxParts) {
  let running: Promise<'empty' | 'away' | 'signedOut'> | undefined
  const tell = async () => changed(await store.all())

  async function run(personId: PersonId): Promise<'empty' | 'away' | 'signedOut'> {
    for (;;) {
      const entry = (await store.all())
        .filter((e) => e.personId === personId && !e.conflict)
        .sort((a, b) => a.seq - b.seq)[0]
      if (!entry) return 'empty'
      const tried = await send(entry.url, entry.body)
      if (tried.kind === 'away') return 'away'
      if (tried.kind === 'problem' && tried.problem.code === 'notSignedIn') return 'signedOut'
      if (tried.kind === 'problem') await store.put({ ...entry, conflict: tried.problem })
      else {
        await store.remove(entry.seq)
        sent(entry, tried.data)
      }
      await tell()
    }
  }
  /** One run at a time: who asks meanwhile is answered by it. */
  const flush = (personId: PersonId) => (running ??= run(personId).finally(() => (running = undefined)))

  async function add(entry: Omit<Waiting, 'seq' | 'conflict'>): Promise<void> {
    await store.put(entry)
    await tell()
  }
  /** Sent again, as the person settled it. */
  async function settle({ conflict: _, ...entry }: Waiting, body: unknown = entry.body): Promise<void> {
    await store.put({ ...entry, body })
    await tell()
  }
  async function drop({ seq }: Waiting): Promise<void> {
    await store.remove(seq)
    await tell()
  }
  return { add, flush, settle, drop, tell }
}
