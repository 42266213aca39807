import type { TankRequest } from './request.ts'

/** What a tank leaves to be dealt with: neither may be poured away. Areas in ft², water in gal. */
export interface LeftOver {
  /** By how much the ground may be off, and the spray that would then be left, or missing. */
  offSqFt: number
  offGal: number
  /** Water of the rinses, and the ground it is put down on at the same carrier volume. */
  rinseGal: number
  rinseSqFt: number
}

/** Where the tapes' uncertainty is not known, one twentieth of the ground. Estimate. */
const usualUncertainty = 0.05
/** Three rinses of a tenth of the tank each: the trade's triple rinse. */
const rinses = 3
const rinseShare = 0.1

/**
 * What a mistake in the area would leave over: one standard uncertainty of the grounds together (independent, so their squares
 * add), at most all of it; and where the water of a triple rinse is used up.
 * @param treatedSqFt ground that the tank goes over, ft²
 * @example computeLeftOver({ grounds: [{ areaSqFt: 4000 }], carrierVolume: { value: 1, unit: 'gal/1000ft2' }, capacityGal: 4 }, 4000)
 * // → { offSqFt: 200, offGal: 0.2, rinseGal: 1.2, rinseSqFt: 1200 }
 */
export function computeLeftOver(
  {
    grounds,
    carrierVolume,
    capacityGal,
  }: Pick<TankRequest, 'carrierVolume' | 'capacityGal'> & {
    grounds: { areaSqFt: number; areaUncertaintySqFt?: number }[]
  },
  treatedSqFt: number,
): LeftOver {
  const known = Math.sqrt(
    grounds.reduce((sum, g) => sum + (g.areaUncertaintySqFt ?? g.areaSqFt * usualUncertainty) ** 2, 0),
  )
  const offSqFt = Math.min(known, treatedSqFt)
  const perSqFt = carrierVolume.value / 1000
  const rinseGal = capacityGal * rinseShare * rinses
  return { offSqFt, offGal: offSqFt * perSqFt, rinseGal, rinseSqFt: rinseGal / perSqFt }
}
