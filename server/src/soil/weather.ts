import * as wire from '@jardinero/contract/weather'
import type { Yard } from '@jardinero/contract/yard'
import { addDays, type Day, type YardId } from '@jardinero/core/quantity'
import { checkWeather, joinWeather, type DatedWeather } from '@jardinero/core/soil'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

/** So much of the past: the days ahead are drawn from it. */
const pastDays = 10 * 365
/** An own station alone must reach so far. */
const leastOwnDays = 730
const patienceMs = 5000

interface Answer {
  simulated: boolean
  days: DatedWeather[]
  hours: wire.ForecastHour[]
}

/** One answer of the service, held to the open format and to what weather can be. @throws ProblemError weatherAway */
async function ask(url: string): Promise<Answer> {
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(patienceMs) })
    if (!response.ok) throw new Error(`weather service: ${response.status}`)
    const { value, error } = wire.stationAnswer.validate(await response.json(), { stripUnknown: true })
    if (error) throw error
    if (checkWeather(value.days, 'days').length) throw new Error('weather service: days that cannot be')
    return value as Answer
  } catch {
    throw new ProblemError('weatherAway')
  }
}

/** The weather of a station up to a day, and what was forecast then. @throws ProblemError weatherAway */
export async function fetchStation(
  base: string | undefined,
  station: string,
  today: Day,
): Promise<{ past: Answer; ahead: Answer }> {
  if (!base) throw new ProblemError('weatherAway')
  const root = `${base.replace(/\/$/, '')}/stations/${encodeURIComponent(station)}`
  const [past, ahead] = await Promise.all([
    ask(`${root}/daily?from=${addDays(today, -pastDays)}&to=${today}`),
    ask(`${root}/forecast?issued=${today}`),
  ])
  return { past, ahead }
}

/** Null is how the database says missing; weather leaves it out. */
const ofRow = ({ day, minimumC, maximumC, rainMm, wind, solarMJ, filled }: wire.OwnDay) => ({
  day,
  minimumC,
  maximumC,
  rainMm,
  filled,
  ...(typeof wind === 'number' && { wind }),
  ...(typeof solarMJ === 'number' && { solarMJ }),
})

async function ownDays(scope: AccountScope, yardId: YardId, to: Day) {
  const rows = await scope.find<wire.OwnDay>('station_day', { yardId }, { order: { day: 'ASC' } })
  return rows.filter((r) => r.day <= to).map(ofRow)
}

/**
 * The weather of a yard: its own station where it has days, else the service's, moved by how they differ. Without the
 * service its own station alone, where it reaches two years. @throws ProblemError weatherAway
 */
export async function readWeather(
  scope: AccountScope,
  base: string | undefined,
  yard: Yard,
  today: Day,
): Promise<wire.YardWeather> {
  const own = await ownDays(scope, yard.id, today)
  const [typical] = await scope.find<wire.TypicalYearRow>('typical_year', { yardId: yard.id })
  const service = await fetchStation(base, yard.climate, today).catch((error: unknown) => {
    if (own.length >= leastOwnDays && !checkWeather(own, 'own').length) return undefined
    throw error
  })
  const { observed, shift } = joinWeather(service?.past.days ?? [], own, typical?.days)
  return {
    station: yard.climate,
    simulated: Boolean(service && (service.past.simulated || service.ahead.simulated)),
    observed,
    forecast: (service?.ahead.days ?? []).filter((d) => d.day > today).map(shift),
    hours: service?.ahead.hours ?? [],
    own:
      own.length || typical
        ? {
            days: own.length,
            filled: own.filter((d) => d.filled).length,
            from: own[0]?.day ?? null,
            to: own.at(-1)?.day ?? null,
            typical: Boolean(typical),
          }
        : null,
    serviceAway: !service,
  }
}
