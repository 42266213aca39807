import { convert, unitParts, type MassUnit, type VolumeUnit } from '../../quantity/index.ts'
import { productsOf, type PlanContext, type PlanLabel, type Programme } from './programme.ts'

/** Price of a unit of a product in its cheapest package, cents; nothing where no price was entered. */
function unitPriceCents({ rules }: PlanLabel, unit: MassUnit | VolumeUnit): number | undefined {
  const each = (rules.packages ?? []).map(
    ({ amount, priceCents }) => priceCents / convert(amount.value, amount.unit, unit),
  )
  return each.length ? Math.min(...each) : undefined
}

/** What the product of a programme costs by what goes down, cents; `known` is false where a price is missing. */
export function computeCost(
  { passes }: Programme,
  { zones, labels }: Pick<PlanContext, 'zones' | 'labels'>,
): { cents: number; known: boolean } {
  let cents = 0
  let known = true
  for (const pass of passes) {
    const area = zones.filter((z) => pass.zones.includes(z.id)).reduce((sum, z) => sum + z.areaSqFt, 0)
    for (const { product, label } of productsOf(pass, labels)) {
      const [amount, per] = unitParts(product.rate.unit)
      const price = unitPriceCents(label, amount as MassUnit | VolumeUnit)
      if (price === undefined) known = false
      else cents += price * product.rate.value * (area / convert(1, per!, 'ft2'))
    }
  }
  return { cents: Math.round(cents), known }
}
