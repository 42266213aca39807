import {
  convert,
  type MassUnit,
  type Quantity,
  type RatePerAreaUnit,
  type VolumeUnit,
} from '../quantity/index.ts'
import { measureOfFormulation, type LabelRules, type LabelUse } from './label.ts'
import { purchaseFor } from './choice/product.ts'
import type { Purchase } from './packages.ts'

/** So many years an opened product keeps its strength, dry and free of frost, poured and weighed. Our estimate: the date on the package comes first. */
export const keepsYears = { volume: 3, mass: 5 } as const
/** Few lawns are sprayed with one product more often in a year, whatever the label allows. Estimate. */
const mostUsual = 2

/** What one product costs on a lawn, at the price of the packages that are bought for it. */
export interface ProductCost {
  /** For what goes down on 1,000 ft², and for one treatment of the lawn. */
  centsPerThousand: number
  centsPerTreatment: number
  purchase: Purchase
  /** Treatments of a year that are reckoned with: what the label allows, and no more than is usual. */
  treatments: number
  /** In the packages once a year's treatments are down. */
  left: Quantity<MassUnit | VolumeUnit>
  /** How many years they would last at that. */
  years: number
  /** It would not keep so long: a smaller package, or a neighbour, wastes less. */
  outlasts: boolean
}

const treatmentsOf = ({ applicationsPerYear, annualMaximum, rate }: LabelUse, value: number): number => {
  const byYear =
    annualMaximum?.of === 'product'
      ? convert(annualMaximum.value, annualMaximum.unit, rate.unit) / value
      : Infinity
  return Math.max(1, Math.min(mostUsual, applicationsPerYear ?? mostUsual, Math.floor(byYear + 1e-9)))
}

/**
 * Cost of a product at a rate on a lawn: the packages that cost least and hold a year of it.
 * @param use the line of the directions it goes down by
 * @returns undefined where no package with a price is known
 */
export function computeProductCost(
  rules: LabelRules,
  use: LabelUse,
  rate: Quantity<RatePerAreaUnit>,
  areaSqFt: number,
): ProductCost | undefined {
  const treatments = treatmentsOf(use, convert(rate.value, rate.unit, use.rate.unit))
  const purchase = purchaseFor(rules, { value: rate.value * treatments, unit: rate.unit }, areaSqFt)
  const [top, ground] = rate.unit.split('/') as [MassUnit & VolumeUnit, 'acre']
  const need = rate.value * convert(areaSqFt, 'ft2', ground)
  const holds = purchase?.counts.reduce((sum, count, i) => {
    const { amount } = rules.packages![i]!
    return sum + count * convert(amount.value, amount.unit, top)
  }, 0)
  if (!purchase || !holds || !(need > 0)) return undefined
  const each = purchase.cents / holds
  const years = holds / (need * treatments)
  return {
    centsPerThousand: ((each * need) / areaSqFt) * 1000,
    centsPerTreatment: each * need,
    purchase,
    treatments,
    left: { value: holds - need * treatments, unit: top },
    years,
    outlasts: years > keepsYears[measureOfFormulation(rules.formulation)],
  }
}
