import { convert, type Quantity } from './convert.ts'
import { figure, operand, type Figure, type Step } from './figure.ts'
import { accepted, refused, type Outcome } from './outcome.ts'
import { findUnit, unitDefinition, type MassPerAreaUnit, type RatePerAreaUnit, type Unit } from './units.ts'

/** How an active's strength is stated. Acids, salts and esters in acid equivalent, all others in active ingredient. */
export type StrengthBasis = 'ai' | 'ae'

/** Share of the active in the product: by weight (percent w/w), or mass in a volume (lb/gal, g/L); `none` where nothing is printed. */
export interface Strength {
  value: number
  unit: 'percent' | 'lb/gal' | 'g/L' | 'none'
  basis: StrengthBasis
}

/** Whether a rate is product by weight or by volume. */
export type ProductMeasure = 'mass' | 'volume'

export const measureOfUnit = (unit: Unit): ProductMeasure | undefined => {
  const dimension = findUnit(unit)?.dimension
  if (dimension === 'mass' || dimension === 'massPerArea' || dimension === 'massPerVolume') return 'mass'
  if (dimension === 'volume' || dimension === 'volumePerArea' || dimension === 'volumePerVolume')
    return 'volume'
  return undefined
}

/**
 * Mass of active per area that a rate of product carries.
 * w/w percent applies to products dosed by weight, and by volume with their density; lb/gal and g/L to products dosed by volume.
 * Refuses a strength that is not known, and one that cannot be applied to the rate without the product's density.
 * @param densityGPerL what a liter of a poured product weighs
 */
export function computeActiveRate<U extends MassPerAreaUnit>(
  rate: Quantity<RatePerAreaUnit>,
  strength: Strength,
  unit: U,
  densityGPerL?: number,
): Outcome<Figure<U>> {
  if (strength.unit === 'none') return refused({ code: 'strengthNotPrinted', params: {} })
  const byMass = unitDefinition(rate.unit).dimension === 'massPerArea'
  const byWeight = strength.unit === 'percent'
  const poured = !byMass && byWeight && densityGPerL !== undefined
  if (byMass !== byWeight && !poured)
    return refused({
      code: 'strengthNeedsDensity',
      params: { strengthUnit: strength.unit, rateUnit: rate.unit },
    })
  const kgPerM2 = byMass
    ? convert(rate.value, rate.unit, 'kg/m2') * (strength.value / 100)
    : convert(rate.value, rate.unit, 'gal/m2') *
      (poured
        ? convert(densityGPerL, 'g/L', 'kg/gal') * (strength.value / 100)
        : convert(strength.value, strength.unit as Unit, 'kg/gal'))
  const step: Step = {
    code: 'activeRate',
    formula: poured ? '{rate} × {density} × {strength}' : '{rate} × {strength}',
    operands: {
      rate: operand(rate.value, rate.unit),
      strength: operand(strength.value, strength.unit as Unit),
      ...(poured && { density: operand(densityGPerL, 'g/L') }),
    },
    result: operand(convert(kgPerM2, 'kg/m2', unit), unit),
    source: 'label',
  }
  return accepted(figure(unit, [step]))
}

/**
 * The concentration in the tank that gives a rate per area at a carrier volume: rate ÷ carrier volume.
 * A concentration is not a rate per area: the two meet only through the carrier volume.
 */
export function computeConcentration(
  rate: Quantity<RatePerAreaUnit>,
  carrierVolume: Quantity<'gal/1000ft2'>,
): Figure {
  const mass = measureOfUnit(rate.unit) === 'mass'
  const perSqFt = convert(rate.value, rate.unit, mass ? 'oz/1000ft2' : 'floz/1000ft2')
  const unit: Unit = mass ? 'oz/gal' : 'floz/gal'
  return figure(unit, [
    {
      code: 'concentration',
      formula: '{rate} ÷ {carrierVolume}',
      operands: {
        rate: operand(perSqFt, mass ? 'oz/1000ft2' : 'floz/1000ft2'),
        carrierVolume: operand(carrierVolume.value, carrierVolume.unit),
      },
      result: operand(perSqFt / carrierVolume.value, unit),
    },
  ])
}
