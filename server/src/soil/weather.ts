import * as wire from '@jardinero/contract/weather'
import type { Yard } from '@jardinero/contract/yard'
import type { Day, YardId } from '@jardinero/core/quantity'
import { checkWeather, joinWeather } from '@jardinero/core/soil'
import type { AccountScope } from '../platform/scope.ts'
import type { AskStation, WeatherPlace } from './stations.ts'

/** An own station alone must reach so far. */
const leastOwnDays = 730

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

/** Where a yard’s weather is asked for. */
export const placeOf = ({ climate, latitude, longitude }: Yard): WeatherPlace => ({
  station: climate,
  latitude,
  longitude,
})

/**
 * The weather of a yard: its own station where it has days, else the service's, moved by how they differ. Without the
 * service its own station alone, where it reaches two years. @throws ProblemError weatherAway
 */
export async function readWeather(
  scope: AccountScope,
  stations: AskStation,
  yard: Yard,
  today: Day,
): Promise<wire.YardWeather> {
  const own = await ownDays(scope, yard.id, today)
  const [typical] = await scope.find<wire.TypicalYearRow>('typical_year', { yardId: yard.id })
  const service = await stations(placeOf(yard), today).catch((error: unknown) => {
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
    serviceAway: !service || service.away,
    askedAt: service?.askedAt ?? null,
  }
}
