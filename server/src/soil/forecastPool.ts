import type { Outcome } from '@jardinero/core/quantity'
import type { SoilForecast, SoilForecastRequest } from '@jardinero/core/soil'
import type { App } from '../platform/app.ts'
import { createThreads, workerAt } from '../platform/threads.ts'

/** Threads for forecasts: a second or more of one core each. */
export const createForecastPool = (app: App) =>
  createThreads<SoilForecastRequest, Outcome<SoilForecast>>((close) => app.addHook('onClose', close), {
    filename: workerAt('forecastWorker', import.meta.url),
    name: 'runForecast',
    threads: 2,
    waiting: 20,
    mostMs: 60_000,
  })
