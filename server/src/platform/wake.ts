import type { PoolClient } from 'pg'
import type { DataSource } from 'typeorm'
import { poolOf } from './pool.ts'

const channel = 'jardinero_work'
const againMs = 5000

/** Tells the workers that something waits: they would find it at their next look. */
export const wakeWorkers = async (database: DataSource): Promise<void> => {
  await database.query('SELECT pg_notify($1, $2)', [channel, ''])
}

/**
 * Listens for what waits, on a connection it keeps; one that is lost is opened again. Without it work is found a moment later.
 * @returns ends it
 */
export function listenForWork(database: DataSource, heard: () => void): () => Promise<void> {
  let client: PoolClient | undefined
  let over = false
  let timer: NodeJS.Timeout | undefined
  function lost(): void {
    client?.release(true)
    client = undefined
    if (!over) timer = setTimeout(() => void listen(), againMs)
  }
  async function listen(): Promise<void> {
    try {
      client = await poolOf(database)!.connect()
      client.on('notification', heard)
      client.once('error', lost)
      await client.query(`LISTEN ${channel}`)
    } catch {
      lost()
    }
  }
  const opening = listen()
  return async () => {
    over = true
    clearTimeout(timer)
    await opening
    client?.release(true)
    client = undefined
  }
}
