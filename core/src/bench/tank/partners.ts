import {
  convert,
  type Caution,
  type Quantity,
  type RatePerAreaUnit,
  type Refusal,
} from '../../quantity/index.ts'
import {
  computeActiveRates,
  computeYearUse,
  findClash,
  kindOf,
  timesOver,
  worstOn,
  type AdjuvantClass,
  type LabelRules,
  type LimitCheck,
} from '../../shelf/index.ts'
import type { TankGround, TankProductOrder, TankRequest } from './request.ts'

/** A herbicide of the tank with where it stands in the order and what its label allows on each ground. */
export interface CheckedProduct {
  index: number
  order: TankProductOrder
  rate: Quantity<RatePerAreaUnit>
  /** By ground id. */
  limits: Map<string, LimitCheck>
}

const sliver = 1e-9
const lower = (name: string) => name.trim().toLowerCase()
const lbPerAcre = (product: CheckedProduct, active: string): number =>
  computeActiveRates(product.order.rules, product.rate)
    .filter((a) => lower(a.name) === active)
    .reduce((sum, a) => sum + a.rate.value, 0)

/** The most of one active that a label's line lets down in one pass, lb/acre. */
function mostInPass(rules: LabelRules, check: LimitCheck, active: string): number {
  const { rate } = check.use ?? {}
  const most = rate && computeActiveRates(rules, { value: rate.max, unit: rate.unit })
  return most?.find((a) => lower(a.name) === active)?.rate.value ?? Infinity
}

/** One active in two products: together they stay under what each label allows of it in a pass and in the year. */
function checkShared(
  a: CheckedProduct,
  b: CheckedProduct,
  ground: TankGround,
  { day }: TankRequest,
): Refusal[] {
  const shared = a.order.rules.actives
    .filter((x) =>
      b.order.rules.actives.some(
        (y) => lower(y.name) === lower(x.name) && y.strength.basis === x.strength.basis,
      ),
    )
    .map((x) => lower(x.name))
  return shared.flatMap((active): Refusal[] => {
    const asked = (lbPerAcre(a, active) + lbPerAcre(b, active)) * timesOver(ground)
    const limits = [a, b].map((p) => mostInPass(p.order.rules, p.limits.get(ground.id)!, active))
    const most = Math.min(...limits)
    const params = { active, label: a.order.rules.name, other: b.order.rules.name, zone: ground.name }
    if (asked > most * (1 + sliver))
      return [
        {
          code: 'combinedOverMaximum',
          field: `products.${b.index}.rate`,
          params: {
            ...params,
            asked: { value: asked, unit: 'lb/acre' },
            limit: { value: most, unit: 'lb/acre' },
          },
        },
      ]
    const short = [
      [a, b],
      [b, a],
    ].find(([one, other]) => {
      const use = one!.limits.get(ground.id)?.use
      if (!use) return false
      const withOther = [
        ...ground.passes,
        { day, actives: computeActiveRates(other!.order.rules, worstOn(ground, other!.rate)) },
      ]
      const left = computeYearUse(one!.order.rules, use, withOther, day).remaining
      const rate = worstOn(ground, one!.rate)
      return left && convert(rate.value, rate.unit, left.unit) > left.value * (1 + sliver)
    })
    return short ? [{ code: 'combinedOverAnnual', field: `products.${b.index}.rate`, params }] : []
  })
}

/** What a label says of surfactants and oils, against those in the tank. */
function checkAdjuvants(products: TankProductOrder[]): { refusals: Refusal[]; cautions: Caution[] } {
  const there = products.flatMap((p) =>
    kindOf(p.rules) === 'adjuvant' && p.rules.additive ? [p.rules.additive.class as AdjuvantClass] : [],
  )
  const refusals: Refusal[] = []
  const cautions: Caution[] = []
  products.forEach(({ rules }, i) => {
    const rule = rules.adjuvant
    if (kindOf(rules) !== 'herbicide') return
    const meant = (c: AdjuvantClass) => !rule?.classes.length || rule.classes.includes(c)
    const params = { label: rules.name, classes: rule?.classes.join(' ') || 'any' }
    if (rule?.rule === 'needs' && !there.some(meant))
      refusals.push({ code: 'adjuvantMissing', field: `products.${i}`, params })
    if (rule?.rule === 'forbids' && there.some(meant))
      refusals.push({ code: 'adjuvantForbidden', field: `products.${i}`, params })
    if (!rule && there.length) cautions.push({ code: 'adjuvantNotSaid', params })
  })
  products.forEach(({ rules, concentration }, i) => {
    const range = rules.additive?.rate
    if (!range || !concentration) return
    const given = convert(concentration.value, concentration.unit, range.unit)
    const q = (value: number) => ({ value, unit: range.unit })
    if (given > range.max * (1 + sliver) || given < range.min * (1 - sliver))
      refusals.push({
        code: given > range.max ? 'additiveOverMaximum' : 'additiveUnderMinimum',
        field: `products.${i}.concentration`,
        params: { label: rules.name, asked: q(given), limit: q(given > range.max ? range.max : range.min) },
      })
  })
  return { refusals, cautions }
}

/** A grass active beside an auxin in one tank: the auxin takes its strength, by groups 1 and 4. */
function mindAntagonism(products: TankProductOrder[]): Caution[] {
  const of = (group: string) => products.find((p) => p.rules.actives.some((a) => a.group === group))
  const [grass, auxin] = [of('1'), of('4')]
  return grass && auxin && grass !== auxin
    ? [{ code: 'antagonism', params: { label: grass.rules.name, other: auxin.rules.name, days: 7 } }]
    : []
}

/** Everything the products of one tank have against each other. */
export function checkPartners(
  request: TankRequest,
  checked: CheckedProduct[],
): { refusals: Refusal[]; cautions: Caution[] } {
  const { products, grounds } = request
  const pairs = checked.flatMap((a, i) => checked.slice(i + 1).map((b) => [a, b] as const))
  const clashes = pairs.flatMap(([a, b]): Refusal[] => {
    const clash = findClash(a.order.rules, b.order.rules)
    // One active twice is a matter of amounts; drying against watering is a matter of hours: both are looked at on their own.
    return clash && !['sameActiveTwice', 'dryAgainstWaterOther'].includes(clash.code)
      ? [{ ...clash, field: `products.${b.index}` }]
      : []
  })
  const shared = pairs.flatMap(([a, b]) =>
    grounds.flatMap((ground) => checkShared(a, b, ground, request)).slice(0, 1),
  )
  const adjuvants = checkAdjuvants(products)
  return {
    refusals: [...clashes, ...shared, ...adjuvants.refusals],
    cautions: [...adjuvants.cautions, ...mindAntagonism(products)],
  }
}
