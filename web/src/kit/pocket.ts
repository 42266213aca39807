import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Waiting } from './outbox.ts'

/** What the device keeps for itself, so that it outlives the page, the browser and a battery. */
interface Pocket extends DBSchema {
  outbox: { key: number; value: Waiting }
  pocket: { key: string; value: unknown }
  answers: { key: string; value: unknown }
}
export const pocketName = 'jardinero'
let opened: Promise<IDBPDatabase<Pocket>> | undefined
/** No answer is kept any more by this page: its person has left, and one may still be on its way. */
let closed = false
const pocket = (): Promise<IDBPDatabase<Pocket>> =>
  (opened ??= openDB<Pocket>(pocketName, 2, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true })
        db.createObjectStore('pocket')
      }
      db.createObjectStore('answers')
    },
  }))

/** Lets go of it, so that it can be thrown away. */
export async function closePocket(): Promise<void> {
  closed = true
  const db = await opened
  opened = undefined
  db?.close()
}

/** On the disk before it answers: what is acknowledged survives a kill. */
const lasting = { durability: 'strict' as const }

export async function keepInPocket(key: string, value: unknown): Promise<void> {
  const tx = (await pocket()).transaction('pocket', 'readwrite', lasting)
  await Promise.all([tx.store.put(value, key), tx.done])
}
export const readPocket = async <T>(key: string): Promise<T | undefined> =>
  (await (await pocket()).get('pocket', key)) as T | undefined
export async function emptyPocket(key: string): Promise<void> {
  const tx = (await pocket()).transaction('pocket', 'readwrite', lasting)
  await Promise.all([tx.store.delete(key), tx.done])
}

/** Answers of the server, as they were given last. A device that cannot keep them asks again. */
export const answersOnDevice = {
  async read(name: string): Promise<unknown> {
    if (!globalThis.indexedDB) return undefined
    return pocket()
      .then((db) => db.get('answers', name))
      .catch(() => undefined)
  },
  async write(name: string, answer: unknown): Promise<void> {
    if (!globalThis.indexedDB || closed) return
    await pocket()
      .then((db) => db.put('answers', answer, name))
      .catch(() => undefined)
  },
}

/** What waits to be sent, in the order it was entered. */
export const outboxOnDevice = {
  all: async (): Promise<Waiting[]> => (await pocket()).getAll('outbox'),
  async put(entry: Omit<Waiting, 'seq'> & { seq?: number }): Promise<void> {
    const tx = (await pocket()).transaction('outbox', 'readwrite', lasting)
    await Promise.all([tx.store.put(entry as Waiting), tx.done])
  },
  async remove(seq: number): Promise<void> {
    const tx = (await pocket()).transaction('outbox', 'readwrite', lasting)
    await Promise.all([tx.store.delete(seq), tx.done])
  },
}
