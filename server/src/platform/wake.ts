import type { PoolClient } from 'pg'
import type { YardId } from '@jardinero/core/quantity'
import type { DataSource, EntityManager } from 'typeorm'
import { poolOf } from './pool.ts'

const workChannel = 'jardinero_work'
const answerChannel = 'jardinero_answer'
const againMs = 5000

/** Tells the workers that something waits: they would find it at their next look. */
export const wakeWorkers = async (database: DataSource): Promise<void> => {
  await database.query('SELECT pg_notify($1, $2)', [workChannel, ''])
}

/** Tells the servers that a yard has another answer, once it is there for everybody. */
export const tellAnswer = async (manager: EntityManager, yardId: YardId, restsOn: string): Promise<void> => {
  await manager.query('SELECT pg_notify($1, $2)', [answerChannel, `${yardId} ${restsOn}`])
}

export const listenForWork = (database: DataSource, heard: () => void) => listen(database, workChannel, heard)
export const listenForAnswers = (database: DataSource, heard: (yardId: YardId, restsOn: string) => void) =>
  listen(database, answerChannel, (said) => heard(...(said.split(' ') as [YardId, string])))

/**
 * Listens to a channel, on a connection it keeps; one that is lost is opened again. Without it what waits is found a moment later.
 * @returns ends it
 */
function listen(database: DataSource, channel: string, heard: (said: string) => void): () => Promise<void> {
  let client: PoolClient | undefined
  let over = false
  let timer: NodeJS.Timeout | undefined
  function lost(): void {
    client?.release(true)
    client = undefined
    if (!over) timer = setTimeout(() => void open(), againMs)
  }
  async function open(): Promise<void> {
    try {
      client = await poolOf(database)!.connect()
      client.on('notification', ({ payload }) => heard(payload ?? ''))
      client.once('error', lost)
      await client.query(`LISTEN ${channel}`)
    } catch {
      lost()
    }
  }
  const opening = open()
  return async () => {
    over = true
    clearTimeout(timer)
    await opening
    client?.release(true)
    client = undefined
  }
}
