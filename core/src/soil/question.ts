import { dayIn, daysBetween, type Day, type PlaceId } from '../quantity/index.ts'
import { hemisphereOf, type PlaceKind } from '../yard/index.ts'
import type { Weed } from './germination/germination.ts'
import { groundOf, type GroundChoices } from './ground.ts'
import type { SoilAnswerRequest } from './outlook/answerShapes.ts'
import type { SunReading } from './outlook/readings.ts'
import type { TimingSchoolId } from './schools/index.ts'
import type { SignKind } from './signs.ts'
import { pastDays, sharedGrounds, type SimulationRequest } from './simulate/simulate.ts'
import { solarHour } from './solarHour.ts'
import type { YardDay } from './weather/ownStation.ts'
import { applyWater, type WaterEntry } from './weather/water.ts'
import { undated, type DatedWeather } from './weather/weather.ts'

/** What changes without a new simulation: readings, signs, choices. */
export type SoilQuestion = Omit<SoilAnswerRequest, 'pasts' | 'runs' | 'readings'> & {
  readings: (SunReading & { id: string })[]
  /** Rain and water given on the observed days, mm. */
  observedWaterMm: number[]
}

/** What is known of a yard's soil, as it is stored. */
export interface SoilFacts {
  yard: {
    latitude: number
    longitude: number
    timeZone: string
    timingSchool: TimingSchoolId
    timingParameters?: SoilAnswerRequest['parameters'] | null
  }
  places: { id: PlaceId; kind: PlaceKind; ground?: Partial<GroundChoices> | null }[]
  weather: { observed: YardDay[]; forecast: DatedWeather[] }
  readings: { id: string; placeId: PlaceId; takenAt: string; depthCm: number; temperatureC: number }[]
  signs: { kind: SignKind; day: Day }[]
  waters: WaterEntry[]
  weeds: Weed[]
  /** The yard's own today, and the day one stands on. */
  today: Day
  day: Day
}

/** So many members are drawn of the seasons ahead. */
export const soilMembers = 200
const daysAhead = 365
const seed = 20_260_228
/** A simulation needs so much of the past to draw from. */
const leastDays = 730
/** Yards of one parallel share their sun, and so their grounds: to half a degree. */
const sharedLatitude = (latitude: number): number => Math.round(latitude * 2) / 2

/**
 * What is asked of a yard's soil, by whoever works it out: the same of the server and of the browser.
 * @returns nothing where there is too little weather or no place
 */
export function buildSoilQuestion(
  facts: SoilFacts,
): { simulation: SimulationRequest; question: SoilQuestion } | undefined {
  const { yard, places, weather, readings, signs, waters, weeds, today, day } = facts
  const upTo = day < today ? day : today
  const dated = weather.observed.filter((d) => d.day <= upTo)
  if (!places.length || dated.length < leastDays) return undefined
  const watered = applyWater(
    dated,
    waters.map(({ kind, day: on, depthMm }) => ({ kind, day: on, depthMm })),
  )
  const last = dated.at(-1)!.day
  const forecast = last === today ? weather.forecast : []
  const named = places.map(({ id, kind, ground }) => ({ id, kind, ground: groundOf(kind, ground ?? {}) }))
  const { grounds, indexOf } = sharedGrounds(named.map((p) => p.ground))
  return {
    simulation: {
      latitude: sharedLatitude(yard.latitude),
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
      // A copy of its own: what is stored cannot cross to a worker.
      parameters: Object.fromEntries(
        Object.entries(yard.timingParameters ?? {}).map(([id, changed]) => [id, { ...changed }]),
      ),
      seed,
      standing: Math.max(0, daysBetween(last, day)),
    },
  }
}
