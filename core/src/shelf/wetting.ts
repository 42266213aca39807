import { convert } from '../quantity/index.ts'
import { measureOfFormulation, type LabelRules, type LabelUse } from './label.ts'

/** Sprayed to wet, spots take between these of spray on 1,000 ft², gallons. Estimate from practice; a can and the finding on spot mixes both ask here. */
export const spotWetting = { least: 0.75, most: 2.5 } as const

/**
 * What a printed spot mix comes to on ground that is sprayed to wet, of a label that prints no rate for ground: an estimate, as wide as
 * the wetting is. `NaN` where the mix is not whole.
 */
export function rateOfSpots({
  formulation,
  spots = [],
}: Pick<LabelRules, 'formulation' | 'spots'>): LabelUse['rate'] {
  const unit = measureOfFormulation(formulation) === 'mass' ? 'oz' : 'floz'
  const [spot] = spots
  const perGal = spot ? convert(spot.amount.value, spot.amount.unit, unit) / spot.waterGal : NaN
  const isWhole = Number.isFinite(perGal) && perGal > 0
  const at = (gal: number) => (isWhole ? perGal * gal : NaN)
  return { min: at(spotWetting.least), max: at(spotWetting.most), unit: `${unit}/1000ft2` }
}
