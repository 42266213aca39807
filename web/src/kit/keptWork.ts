import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb'

/** What a worker made of a question, large and slow to make again. */
interface KeptWork extends DBSchema {
  runs: { key: string; value: object & { at: number }; indexes: { at: number } }
}

/** Named on its own: it is thrown away whole, and nothing is lost with it. */
const databaseName = 'jardinero-soil'
/** Two workers, and some grounds, yards and days: about 2 MB each. */
const mostKept = 12

/** Nothing where the browser keeps nothing, or has no room: then it is worked out again. */
async function withKept<T>(use: (db: IDBPDatabase<KeptWork>) => Promise<T>): Promise<T | undefined> {
  try {
    const db = await openDB<KeptWork>(databaseName, 1, {
      upgrade: (made) => void made.createObjectStore('runs').createIndex('at', 'at'),
      // Whoever wants to throw it away is not kept waiting.
      blocking: (_from, _to, { target }) => (target as IDBDatabase).close(),
    })
    try {
      return await use(db)
    } finally {
      db.close()
    }
  } catch {
    return undefined
  }
}

/** The same question to the same programme, in few letters; nothing where the browser has no digests (plain HTTP). */
export async function keyOf(question: unknown, programme: string): Promise<string | undefined> {
  const { subtle } = globalThis.crypto as { subtle?: SubtleCrypto }
  if (!subtle) return undefined
  const text = new TextEncoder().encode(JSON.stringify([programme, question]))
  const digest = new Uint8Array(await subtle.digest('SHA-256', text))
  return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('')
}

export const readWork = async <T extends object>(key: string): Promise<T | undefined> =>
  (await withKept((db) => db.get('runs', key))) as T | undefined

/** Keeps it beside the latest few. @param at now, ms */
export async function keepWork(key: string, made: object, at: number): Promise<void> {
  await withKept(async (db) => {
    const tx = db.transaction('runs', 'readwrite')
    await tx.store.put({ ...made, at }, key)
    let tooMany = (await tx.store.count()) - mostKept
    for (let old = await tx.store.index('at').openCursor(); old && tooMany-- > 0; old = await old.continue())
      await old.delete()
    await tx.done
  })
}

/** At sign-out: what was worked out is its person's. A browser that keeps nothing has nothing to forget. */
export const forgetWork = async (): Promise<void> => {
  if ('indexedDB' in globalThis) await deleteDB(databaseName).catch(() => undefined)
}
