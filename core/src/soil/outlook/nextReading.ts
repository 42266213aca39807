import type { PlaceId } from '../../quantity/index.ts'
import { deviationAt, fadeBelief, learn, type Belief } from '../anchor/belief.ts'

/** Where the next reading would say most about the place that decides. */
export interface NextReading {
  placeId: PlaceId
  /** The place whose date it narrows. */
  decidesId: string
  /** How unsure its date is by what is not known of the ground, and would be with the reading; days, one standard deviation. */
  daysNow: number
  daysThen: number
}

interface Asked {
  belief: Belief
  placeIds: PlaceId[]
  /** Most likely model temperature of each place tomorrow, °C. */
  modelC: number[]
  /** Index of the place that decides, how soon, and how fast it warms or cools then, K a day. */
  decides: number
  daysAhead: number
  perDayK: number
  variance: number
}

/** The reading of all places' that would narrow the deciding place's date most: Kalman's covariance needs no value to say so. */
export function adviseReading(asked: Asked): NextReading | undefined {
  const { belief, placeIds, modelC, decides, daysAhead, perDayK, variance } = asked
  if (!placeIds.length) return undefined
  const tomorrow = fadeBelief(belief, 1)
  const sdOf = (b: Belief) => deviationAt(fadeBelief(b, daysAhead), decides, modelC[decides]!).sdK
  const sds = placeIds.map((_, place) =>
    sdOf(learn(tomorrow, place, modelC[place]!, modelC[place]!, variance)),
  )
  const best = sds.indexOf(Math.min(...sds))
  const pace = Math.max(0.05, Math.abs(perDayK))
  return {
    placeId: placeIds[best]!,
    decidesId: placeIds[decides]!,
    daysNow: sdOf(tomorrow) / pace,
    daysThen: sds[best]! / pace,
  }
}
