import type { Quantity, RatePerAreaUnit } from '../../quantity/index.ts'
import { checkLimits, type LimitCheck, type LimitRequest } from '../limits.ts'
import type { JudgedGround } from './application.ts'

type Edged = Pick<JudgedGround, 'edgeSqFt'>

/**
 * How often the worst ground of a zone is gone over: twice where there is a strip along its edges.
 * @example timesOver({ edgeSqFt: 120 })
 * // → 2
 */
export const timesOver = ({ edgeSqFt = 0 }: Edged): 1 | 2 => (edgeSqFt > 0 ? 2 : 1)

/** A rate on the worst part of a ground: twice where its edges are gone over twice. */
export const worstOn = (ground: Edged, rate: Quantity<RatePerAreaUnit>): Quantity<RatePerAreaUnit> => ({
  value: rate.value * timesOver(ground),
  unit: rate.unit,
})

/** A product against its label on one ground; over the edges, where it falls twice, at twice the rate. */
export function checkOnGround(
  limits: Omit<LimitRequest, 'turf' | 'state' | 'passes'>,
  ground: JudgedGround,
): LimitCheck {
  const { turf, state, passes } = ground
  const once = checkLimits({ ...limits, turf, state, passes })
  if (once.refusals.length || timesOver(ground) === 1 || !limits.rate) return once
  const { carrierVolume: _, ...dry } = limits
  const edge = checkLimits({ ...dry, rate: worstOn(ground, limits.rate), turf, state, passes })
  return {
    ...once,
    refusals: edge.refusals.map((r) => ({
      ...r,
      params: {
        ...r.params,
        twice: ground.edgeNames?.length ? 'named' : 'edges',
        strip: (ground.edgeNames ?? []).join(', '),
      },
    })),
  }
}
