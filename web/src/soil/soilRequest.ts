import type { Reading, Sign, Water } from '@jardinero/contract/soil'
import type { YardWeather } from '@jardinero/contract/weather'
import type { Place, Yard } from '@jardinero/contract/yard'
import { dayIn, daysBetween, type Day } from '@jardinero/core/quantity'
import {
  applyWater,
  groundOf,
  pastDays,
  sharedGrounds,
  undated,
  type SimulationRequest,
  type Weed,
} from '@jardinero/core/soil'
import { hemisphereOf } from '@jardinero/core/yard'
import type { SoilQuestion } from '../workers/index.ts'
import { solarHour } from './solarHour.ts'

export interface SoilInputs {
  yard: Yard
  places: Place[]
  weather: YardWeather
  readings: Reading[]
  signs: Sign[]
  waters: Water[]
  weeds: Weed[]
  /** The yard's own today, and the day one stands on. */
  today: Day
  day: Day
}

const daysAhead = 365
const seed = 20_260_228
/** A simulation needs so much of the past to draw from. */
const leastDays = 730

/** What the workers are asked; nothing where there is too little weather or no place. */
export function buildSoilRequest(
  inputs: SoilInputs,
): { simulation: SimulationRequest; question: SoilQuestion } | undefined {
  const { yard, places, weather, readings, signs, waters, weeds, today, day } = inputs
  const upTo = day < today ? day : today
  const dated = weather.observed.filter((d) => d.day <= upTo)
  if (!places.length || dated.length < leastDays) return undefined
  const watered = applyWater(
    dated,
    waters.map(({ kind, day: on, depthMm }) => ({ kind, day: on, depthMm })),
  )
  const last = dated.at(-1)!.day
  const forecast = last === today ? weather.forecast : []
  const named = places.map(({ id, kind, ground }) => ({ id, kind, ground: groundOf(kind, ground) }))
  const { grounds, indexOf } = sharedGrounds(named.map((p) => p.ground))
  return {
    simulation: {
      latitude: yard.latitude,
      grounds,
      observed: watered.map(undated),
      forecast: forecast.map(undated),
      daysAhead,
      seed,
    },
    question: {
      today: last,
      hemisphere: hemisphereOf(yard.latitude),
      places: named,
      groundOf: indexOf,
      forecastDays: forecast.length,
      observedWaterMm: watered.slice(-pastDays).map((d) => d.rainMm + (d.irrigationMm ?? 0)),
      observedAir: dated.slice(-pastDays).map(({ minimumC, maximumC }) => ({ minimumC, maximumC })),
      readings: readings
        .map((r) => ({
          placeId: r.placeId,
          day: dayIn(r.takenAt, yard.timeZone),
          solarHour: solarHour(r.takenAt, yard.longitude),
          depthCm: r.depthCm,
          temperatureC: r.temperatureC,
          id: r.id,
        }))
        .filter((r) => r.day <= last),
      signs: signs.filter((s) => s.day <= last).map(({ kind, day: on }) => ({ kind, day: on })),
      weeds,
      school: yard.timingSchool,
      // A copy of its own: what the stores hold cannot cross to a worker.
      parameters: Object.fromEntries(
        Object.entries(yard.timingParameters ?? {}).map(([id, changed]) => [id, { ...changed }]),
      ),
      seed,
      standing: Math.max(0, daysBetween(last, day)),
    },
  }
}
