import { computeSoilForecast, type SoilForecast, type SoilForecastRequest } from '@jardinero/core/soil'
import type { Outcome } from '@jardinero/core/quantity'
import { giveWay } from '../platform/gentle.ts'

giveWay()

/** Runs in a thread of its own: a forecast takes a second or more of one core. */
export const runForecast = (request: SoilForecastRequest): Outcome<SoilForecast> =>
  computeSoilForecast(request)
