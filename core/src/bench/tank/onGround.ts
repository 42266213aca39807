import type { Quantity, RatePerAreaUnit } from '../../quantity/index.ts'
import { checkLimits, type LimitCheck, type LimitRequest } from '../../shelf/index.ts'
import { timesOver, type TankGround } from './request.ts'

/** A rate on the worst part of a ground: twice where its edges are gone over twice. */
export const worstOn = (ground: TankGround, rate: Quantity<RatePerAreaUnit>): Quantity<RatePerAreaUnit> => ({
  value: rate.value * timesOver(ground),
  unit: rate.unit,
})

/** A herbicide against its label on one ground; over the edges, where it falls twice, at twice the rate. */
export function checkOnGround(
  limits: Omit<LimitRequest, 'turf' | 'state' | 'passes'>,
  ground: TankGround,
): LimitCheck {
  const { turf, state, passes } = ground
  const once = checkLimits({ ...limits, turf, state, passes })
  if (once.refusals.length || timesOver(ground) === 1) return once
  const { carrierVolume: _, ...dry } = limits
  const edge = checkLimits({ ...dry, rate: worstOn(ground, limits.rate!), turf, state, passes })
  return {
    ...once,
    refusals: edge.refusals.map((r) => ({ ...r, params: { ...r.params, twice: true } })),
  }
}
