import * as wire from '@jardinero/contract/soil'
import { addDays, type Day } from '@jardinero/core/quantity'
import { checkWeather, type DatedWeather } from '@jardinero/core/soil'
import { ProblemError } from '../platform/problem.ts'

/** So much of the past: the days ahead are drawn from it. */
const pastDays = 10 * 365
const patienceMs = 5000

/** One answer of the service, held to the open format and to what weather can be. @throws ProblemError weatherAway */
async function ask(url: string): Promise<{ simulated: boolean; days: DatedWeather[] }> {
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(patienceMs) })
    if (!response.ok) throw new Error(`weather service: ${response.status}`)
    const { value, error } = wire.stationAnswer.validate(await response.json())
    if (error) throw error
    if (checkWeather(value.days, 'days').length) throw new Error('weather service: days that cannot be')
    return value as { simulated: boolean; days: DatedWeather[] }
  } catch {
    throw new ProblemError('weatherAway')
  }
}

/** The weather of a station up to a day, and what was forecast then. @throws ProblemError weatherAway */
export async function fetchWeather(
  base: string | undefined,
  station: string,
  today: Day,
): Promise<wire.YardWeather> {
  if (!base) throw new ProblemError('weatherAway')
  const root = `${base.replace(/\/$/, '')}/stations/${encodeURIComponent(station)}`
  const [past, ahead] = await Promise.all([
    ask(`${root}/daily?from=${addDays(today, -pastDays)}&to=${today}`),
    ask(`${root}/forecast?issued=${today}`),
  ])
  return {
    station,
    simulated: past.simulated || ahead.simulated,
    observed: past.days,
    forecast: ahead.days.filter((d) => d.day > today),
  }
}
