import { wordsFor } from '@jardinero/words/whole'
import { webPushSender } from './outing/index.ts'
import { parseWorkerConfig } from './platform/config.ts'
import { createDatabase } from './database.ts'
import { endInWords } from './platform/plainEnd.ts'
import { isPrepared } from './prepareDatabase.ts'
import { startWorker } from './work/index.ts'

const againMs = 2000
const pause = () => new Promise((done) => setTimeout(done, againMs))

/** Long work, beside the server and its database: any number of these may run. */
await endInWords(async () => {
  const config = parseWorkerConfig(process.env)
  const database = createDatabase(config.databaseUrl)
  await database.initialize()
  // The server, or whoever owns the database, makes it ready; a worker waits for that.
  while (!(await isPrepared(database))) await pause()
  const stop = await startWorker({
    database,
    config,
    clock: () => new Date(),
    wordsFor,
    send: config.push && webPushSender(config.push),
    log: (fault) => console.error(JSON.stringify({ time: new Date().toISOString(), ...fault })),
  })

  let closing = false
  async function close(): Promise<void> {
    if (closing) return
    closing = true
    await stop()
    await database.destroy()
    process.exit(0)
  }
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void close())
  process.on('disconnect', () => void close())
  process.send?.('working')
})
