import type { AddressInfo } from 'node:net'
import { createWeatherServer } from './weatherServer.ts'

const server = createWeatherServer()
server.listen(Number(process.env['WEATHER_PORT'] ?? 0), '127.0.0.1', () =>
  process.send?.({ url: `http://127.0.0.1:${(server.address() as AddressInfo).port}` }),
)
// Whoever started it is gone: do not stay behind.
process.on('disconnect', () => process.exit(0))
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
