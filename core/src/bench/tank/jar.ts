import {
  convert,
  findUnit,
  type MassUnit,
  type Quantity,
  type RatePerAreaUnit,
  type VolumeUnit,
} from '../../quantity/index.ts'

/** The jars people have: a US pint and half a litre. */
export const jarVolumes = { pint: { value: 1, unit: 'pt' }, halfLitre: { value: 500, unit: 'mL' } } as const

/** What of a product goes into a jar for the test. */
export interface JarDose {
  index: number
  amount: Quantity<MassUnit | VolumeUnit>
}

/** The tank's own ratios in a jar: product per water as in the tank. Rates per area through the carrier volume. */
export function computeJar(
  products: { index: number; rate?: Quantity<RatePerAreaUnit>; concentration?: Quantity }[],
  carrierVolume: Quantity<'gal/1000ft2'>,
  jar: Quantity<VolumeUnit>,
): JarDose[] {
  const waterMl = convert(jar.value, jar.unit, 'mL')
  return products.map(({ index, rate, concentration }) => {
    if (rate) {
      const mass = findUnit(rate.unit)?.dimension === 'massPerArea'
      const unit = mass ? ('g' as const) : ('mL' as const)
      const per1000 = convert(rate.value, rate.unit, `${unit}/1000ft2`)
      const waterPer1000 = convert(carrierVolume.value, 'gal', 'mL')
      return { index, amount: { value: (per1000 / waterPer1000) * waterMl, unit } }
    }
    const { value, unit } = concentration!
    const mass = findUnit(unit)?.dimension === 'massPerVolume'
    return mass
      ? { index, amount: { value: convert(value, unit, 'g/mL') * waterMl, unit: 'g' } }
      : { index, amount: { value: convert(value, unit, 'mL/mL') * waterMl, unit: 'mL' } }
  })
}
