import { wetnessOf, type Texture } from '../../soil/index.ts'

/** What loss depends on beside the active; people may change the first. */
export interface LossRule {
  /** How many times faster for each 10 °C. */
  q10: number
  moistureExponent: number
}

/** Accepted: 2 to 2.6 for each 10 °C. "Doubles for each ten degrees" is meant in °C, not °F. 2.1 was taken with the autumn lengths in view (docs/barrier-model.md). */
export const usualLoss: LossRule = { q10: 2.1, moistureExponent: 0.7 }
export const q10Range = { least: 1.8, most: 2.8 } as const

const referenceC = 20
/** Wetness, of what drained ground holds, at which a half-life is stated. */
const referenceWetness = 0.75
/** Loss in frozen ground, as a share of loss at 0 °C. Estimate. */
const frozenShare = 0.1

/**
 * How fast a barrier is lost, beside its half-life at 20 °C in moist ground: Walker (1974), temperature by Q10, moisture by a
 * power law. Dimensionless. Top 2 cm taken for as warm as 5 cm in the day's mean. Neglected: acidity, enhanced breakdown.
 * @param soilC daily mean at 5 cm @param wetness share of what drained ground holds
 */
export function lossPace(soilC: number, wetness: number, rule: LossRule): number {
  // Both powers as one: this is worked out for every day of every member.
  const ln =
    (Math.log(rule.q10) * (soilC - referenceC)) / 10 +
    rule.moistureExponent * Math.log(Math.max(0.05, wetness) / referenceWetness)
  return Math.exp(ln) * (soilC < 0 ? frozenShare : 1)
}

/** A function read from a table, lines drawn between its steps; its ends hold beyond them. */
function tabled(of: (x: number) => number, from: number, to: number, steps: number): (x: number) => number {
  const values = Float64Array.from({ length: steps + 2 }, (_, i) =>
    of(from + (Math.min(i, steps) / steps) * (to - from)),
  )
  const perUnit = steps / (to - from)
  return (x) => {
    const at = Math.min(steps, Math.max(0, (x - from) * perUnit))
    const i = Math.floor(at)
    return values[i]! + (at - i) * (values[i + 1]! - values[i]!)
  }
}
/** Soil no colder and no warmer is met, °C. */
const soilRange = { least: -40, most: 70 } as const

/**
 * As lossPace, for volumetric water of a texture, read from tables (within 1e-4 of it): for every day of every member.
 * @returns the pace by volumetric water and °C
 */
export function createLossPace(texture: Texture, rule: LossRule): (water: number, soilC: number) => number {
  const byWarmth = tabled((c) => lossPace(c, referenceWetness, rule), 0, soilRange.most, 700)
  const frozen = tabled((c) => lossPace(c, referenceWetness, rule), soilRange.least, -Number.EPSILON, 400)
  // Volumetric water lies between none and all of the ground.
  const byWater = tabled((w) => lossPace(referenceC, wetnessOf(texture, w), rule), 0, 1, 2000)
  return (water, soilC) => (soilC < 0 ? frozen(soilC) : byWarmth(soilC)) * byWater(water)
}
