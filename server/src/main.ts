import { loadDemo } from './account/index.ts'
import { buildApp } from './app.ts'
import { parseConfig } from './platform/config.ts'
import { createDatabase } from './database.ts'
import { endInWords } from './platform/plainEnd.ts'
import { isPrepared, prepareDatabase } from './prepareDatabase.ts'

await endInWords(async () => {
  const config = parseConfig(process.env)
  const clock = () => new Date()
  const database = createDatabase(config.databaseUrl)
  await database.initialize()
  // Where nobody else has made it ready, the one role there is does.
  if (!(await isPrepared(database))) await prepareDatabase(database, config.databaseUrl)
  if (config.demo) await loadDemo(database, { fresh: process.env['FRESH_DEMO'] === 'true' })

  const app = await buildApp({ database, config, clock, log: true })

  let closing = false
  async function close(): Promise<void> {
    if (closing) return
    closing = true
    await app.close()
    await database.destroy()
    process.exit(0)
  }
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void close())
  // Whoever started it is gone: do not stay behind on the port.
  process.on('disconnect', () => void close())

  await app.listen({ port: config.port, host: config.host })
  process.send?.('listening')
})
