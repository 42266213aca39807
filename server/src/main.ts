import { loadDemo } from './account/demo.ts'
import { buildApp, createWordsFor } from './app.ts'
import { remindDevices, webPushSender } from './outing/push.ts'
import { parseConfig } from './platform/config.ts'
import { createDatabase, migrate } from './platform/database.ts'
import { sweepExpired } from './platform/sessionStore.ts'

const config = parseConfig(process.env)
const clock = () => new Date()
const database = createDatabase(config.databaseUrl)
await database.initialize()
await migrate(database)
if (config.demo) await loadDemo(database, { fresh: process.env['FRESH_DEMO'] === 'true' })

const app = await buildApp({ database, config, clock, log: true })
const { push } = config
const wordsFor = await createWordsFor()
const reminding =
  push &&
  setInterval(() => {
    const parts = { database, clock, wordsFor, send: webPushSender(push) }
    void remindDevices(parts).catch((error: unknown) => app.log.error(error))
  }, 15 * 60_000)
const sweeping = setInterval(() => void sweepExpired(database).catch(() => undefined), 3_600_000)

let closing = false
async function close(): Promise<void> {
  if (closing) return
  closing = true
  clearInterval(sweeping)
  clearInterval(reminding)
  await app.close()
  await database.destroy()
  process.exit(0)
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void close())
// Whoever started it is gone: do not stay behind on the port.
process.on('disconnect', () => void close())

await app.listen({ port: config.port, host: config.host })
process.send?.('listening')
