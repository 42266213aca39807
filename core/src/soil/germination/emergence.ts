import type { Emergence } from '../../scout/index.ts'
import type { Texture } from '../heat/material.ts'
import { textureShapes } from '../heat/material.ts'

/** One flush of a weed: how warmth and water bring it up. */
export interface Flush {
  trend: 'rising' | 'falling'
  /** The five-day mean at 5 cm at which it begins: reached from below in spring, from above in autumn, °C. */
  startsC: number
  /** Warmth counts above it, °C. */
  baseC: number
  /** Warmth beyond it counts no more, °C. */
  ceilingC: number
  /** Warmth before the first seedling, °C-days; and the Weibull's scale and shape. */
  lag: number
  scale: number
  shape: number
}

/** Days at a temperature in the middle of its range that bring up 63 of 100; first seedlings; shape. Estimates (range 20–40, 1.2–2.5). */
const usualFlush = { scaleDays: 28, lagDegreeDays: 10, shape: 1.6 }
/** How much further above its start the soil is while a summer weed comes up, K. Estimate. */
const aboveStart = 3
/** Above base + this, more warmth brings nothing. Estimate. */
const widest = 18

/** The flushes of a weed from the almanac's figures: one in spring, one in autumn, or both. What has no source of its own is an estimate. */
export function flushesOf({ trend, soilC: [least, most], baseC }: Emergence): Flush[] {
  const flush = (is: 'rising' | 'falling'): Flush => {
    const atC = is === 'rising' ? most + aboveStart : (least + most) / 2
    return {
      trend: is,
      startsC: is === 'rising' ? least : most,
      baseC,
      ceilingC: baseC + widest,
      lag: usualFlush.lagDegreeDays,
      scale: usualFlush.scaleDays * Math.max(2, atC - baseC),
      shape: usualFlush.shape,
    }
  }
  return trend === 'both' ? [flush('rising'), flush('falling')] : [flush(trend)]
}

/** Share of the flush that has emerged at a thermal time, °C-days: Weibull. @param shift of what seedlings seen say of this yard, a factor */
export function emergedShare({ lag, scale, shape }: Flush, thermalTime: number, shift = 1): number {
  const after = thermalTime / shift - lag
  return after <= 0 ? 0 : 1 - Math.exp(-((after / scale) ** shape))
}

/** Steps of the table an emergence is read from, and up to how many scales after the lag: beyond it all is up. */
const table = { steps: 4096, scales: 8 }

/**
 * As emergedShare, read from a table between whose steps lines are drawn (error under 1e-5): for every day of every member.
 * @returns the share by thermal time, °C-days
 */
export function createEmergedShare(flush: Flush, shift = 1): (thermalTime: number) => number {
  const perStep = (table.scales * flush.scale) / table.steps
  const shares = Float64Array.from({ length: table.steps + 1 }, (_, i) =>
    emergedShare(flush, flush.lag + i * perStep),
  )
  return (thermalTime) => {
    const at = (thermalTime / shift - flush.lag) / perStep
    if (at <= 0) return 0
    if (at >= table.steps) return 1
    const i = Math.floor(at)
    return shares[i]! + (at - i) * (shares[i + 1]! - shares[i]!)
  }
}

/** The thermal time at which a share has emerged. */
export const thermalTimeOf = ({ lag, scale, shape }: Flush, share: number): number =>
  lag + scale * (-Math.log(1 - share)) ** (1 / shape)

/** Share of a day's warmth that counts by the water within reach: none in dry ground, all from half of what it can hold on (hydrothermal time, simplified). Estimate. */
export function wetShare(texture: Texture, water: number): number {
  const { wilting, fieldCapacity } = textureShapes[texture]
  const available = (water - wilting) / (fieldCapacity - wilting)
  return Math.min(1, Math.max(0, (available - 0.15) / 0.35))
}

/** Seedlings are seen when about this share is up. What is believed of a yard's own pace: a factor, log-normal. Estimates. */
const seedlingSighting = { share: 0.05, sd: 0.3, priorSd: 0.35 } as const

/**
 * What first seedlings say: the factor on thermal time that fits, between what was believed and what was seen.
 * @param thermalTime °C-days by the model on the day they were seen, °C-days
 */
export function paceFrom(flush: Flush, thermalTime: number | undefined): number {
  if (thermalTime === undefined) return 1
  const seen = Math.log(Math.max(1, thermalTime) / thermalTimeOf(flush, seedlingSighting.share))
  const weight = seedlingSighting.priorSd ** 2 / (seedlingSighting.priorSd ** 2 + seedlingSighting.sd ** 2)
  return Math.exp(Math.min(1, Math.max(-1, weight * seen)))
}
