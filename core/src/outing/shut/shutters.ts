import type { Caution, Day, Params } from '../../quantity/index.ts'
import type { HourAhead, Limit, LimitBy, Shut, ShutCode } from '../hour.ts'
import type { PassLimits, PassToPlace } from '../passLimits.ts'

/** The family's or customer's time on the lawn. UTC instants. */
export interface Occupied {
  from: string
  to: string
}

/** What an hour is looked at with. */
export interface HourContext {
  hours: HourAhead[]
  /** Altitude of the sun at the beginning and end of each hour, degrees. */
  sun: [number, number][]
  deltaT: number[]
  pass: PassToPlace
  limits: PassLimits
  mowDays: Day[]
  occupied: Occupied[]
  noTime: { from: Day; to: Day }[]
}

/** One limit: what it says of one hour, and how far inside the hour is (0 at the limit, 1 far from it). */
export interface Verdict {
  shut?: Shut
  caution?: Caution
  margin?: number
}
export type Shutter = (at: number, context: HourContext) => Verdict

/** Who set it, for a sentence. */
const byParams = (from: LimitBy): Params => ({ by: from.by, label: from.by === 'label' ? from.label : '' })
export const shutBy = (code: ShutCode, limit: Limit, params: Params): Verdict => ({
  shut: { code, params: { ...params, ...byParams(limit.from) } },
  margin: 0,
})
export const shut = (code: ShutCode, params: Params = {}): Verdict => ({ shut: { code, params }, margin: 0 })
/** Inside a most: the share of it that is left. */
export const room = (value: number, most: number): number =>
  most > 0 ? Math.min(1, Math.max(0, (most - value) / most)) : 0
