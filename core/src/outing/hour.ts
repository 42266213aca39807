import type { Caution, Day, Params } from '../quantity/index.ts'

/** An hour of weather ahead, as a forecast gives it, on the yard's own clock. */
export interface HourAhead {
  /** Its beginning, UTC. */
  at: string
  /** The day and hour it begins, in the yard's time zone. */
  day: Day
  hour: number
  temperatureC: number
  /** In the hour. */
  rainMm: number
  /** Mean and gusts, m s⁻¹. */
  wind: number
  gust: number
  /** Relative humidity and share of the sky under cloud, 0–1. */
  humidity: number
  cloud: number
}

/** Who set a limit: a label by its name, the person, what stands beside the lawn, or what is usual in the trade. */
export type LimitBy = { by: 'label'; label: string } | { by: 'own' } | { by: 'site' } | { by: 'usual' }
export interface Limit {
  value: number
  from: LimitBy
}

/** What shuts an hour. The words come from the catalogue under shut.<code>. */
export interface Shut {
  code: ShutCode
  params: Params
}
export const shutCodes = [
  'wind',
  'gust',
  'inversion',
  'hot',
  'cold',
  'dryAir',
  'rainSoon',
  'rainNow',
  'washOff',
  'leafWet',
  'frozen',
  'drought',
  'dark',
  'mowing',
  'family',
  'noTime',
  'tooSoon',
  'notKnown',
] as const
export type ShutCode = (typeof shutCodes)[number]

/** An hour as judged for one pass. */
export interface JudgedHour extends HourAhead {
  /** Hours of sun: altitude at its beginning and end, degrees. */
  sun: [begins: number, ends: number]
  deltaT: number
  /** Everything that shuts it; open where empty. */
  shuts: Shut[]
  cautions: Caution[]
  /** How far inside the narrowest of its limits, 0 at the limit to 1. */
  margin: number
}
