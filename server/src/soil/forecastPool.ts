import type { FastifyInstance } from 'fastify'
import { Piscina } from 'piscina'
import type { Outcome } from '@jardinero/core/quantity'
import type { SoilForecast, SoilForecastRequest } from '@jardinero/core/soil'

/** Built, the worker lies beside the server as JavaScript; from source it is TypeScript. */
const fromSource = import.meta.url.endsWith('.ts')
const worker = new URL(fromSource ? './forecastWorker.ts' : './forecastWorker.js', import.meta.url)
const mostThreads = 2
const mostWaiting = 20

/** Threads for forecasts; started when the first is asked for, ended with the server. */
export function createForecastPool(app: FastifyInstance) {
  let pool: Piscina | undefined
  app.addHook('onClose', async () => pool?.destroy())
  return (request: SoilForecastRequest): Promise<Outcome<SoilForecast>> => {
    pool ??= new Piscina({
      filename: worker.href,
      name: 'runForecast',
      minThreads: 0,
      maxThreads: mostThreads,
      maxQueue: mostWaiting,
      idleTimeout: 30_000,
      ...(fromSource && { execArgv: ['--import', 'tsx'] }),
    })
    return pool.run(request) as Promise<Outcome<SoilForecast>>
  }
}
