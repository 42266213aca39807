import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Waiting } from './outbox.ts'

/** What the device keeps for itself, so that it outlives the page, the browser and a battery. */
interface Pocket extends DBSchema {
  outbox: { key: number; value: Waiting }
  pocket: { key: string; value: unknown }
}
let opened: Promise<IDBPDatabase<Pocket>> | undefined
const pocket = (): Promise<IDBPDatabase<Pocket>> =>
  (opened ??= openDB<Pocket>('jardinero', 1, {
    upgrade(db) {
      db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true })
      db.createObjectStore('pocket')
    },
  }))

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
