import { loadDemo } from './account/demo.ts'
import { wordsFor } from '@jardinero/words/whole'
import { buildApp } from './app.ts'
import { remindDevices, webPushSender } from './outing/push.ts'
import { parseConfig } from './platform/config.ts'
import { createDatabase } from './platform/database.ts'
import { describeFault } from './platform/faultLog.ts'
import { endInWords } from './platform/plainEnd.ts'
import { isPrepared, prepareDatabase } from './platform/prepare.ts'
import { sweepExpired } from './platform/sessionStore.ts'
import { sweepTasks } from './tasks/sweepTasks.ts'

await endInWords(async () => {
  const config = parseConfig(process.env)
  const clock = () => new Date()
  const database = createDatabase(config.databaseUrl)
  await database.initialize()
  // Where nobody else has made it ready, the one role there is does.
  if (!(await isPrepared(database))) await prepareDatabase(database, config.databaseUrl)
  if (config.demo) await loadDemo(database, { fresh: process.env['FRESH_DEMO'] === 'true' })

  const app = await buildApp({ database, config, clock, log: true })
  const { push } = config
  const reminding =
    push &&
    setInterval(() => {
      const parts = { database, clock, wordsFor, send: webPushSender(push) }
      void remindDevices(parts).catch((error: unknown) => app.log.error(describeFault(error)))
    }, 15 * 60_000)
  const sweep = async () => {
    await sweepExpired(database)
    await sweepTasks(database)
  }
  const sweeping = setInterval(() => void sweep().catch(() => undefined), 3_600_000)

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
})
