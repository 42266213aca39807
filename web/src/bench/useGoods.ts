import { computed, type Ref } from 'vue'
import { usualNitrogen, type TankProductOrder } from '@jardinero/core/bench'
import type { Quantity, RatePerAreaUnit, Unit } from '@jardinero/core/quantity'
import { findUse, kindOf, namesTurf, type LabelRules } from '@jardinero/core/shelf'
import type { Label } from '@jardinero/contract/shelf'
import type { Zone } from '@jardinero/contract/yard'
import { useAccount } from '../state/index.ts'
import type { TankChoices } from './useTankChoices.ts'

const isFertiliser = (rules: LabelRules) => kindOf(rules) === 'fertiliser'
export const isGranule = (rules: LabelRules) =>
  rules.formulation === 'GR' &&
  (kindOf(rules) === 'herbicide' || (isFertiliser(rules) && Boolean(rules.analysis?.n)))

/** A dose where the tank looks for it: of an additive it is a share of the water, of a product a rate over ground. */
export const doseAs = (
  { rules }: Label,
  dose: Quantity<Unit>,
): Pick<TankProductOrder, 'rate' | 'concentration'> =>
  rules.additive
    ? { concentration: dose as NonNullable<TankProductOrder['concentration']> }
    : { rate: dose as NonNullable<TankProductOrder['rate']> }

interface Asked {
  choices: Ref<TankChoices>
  /** What the tank is asked to hold. */
  asked: Ref<Label[]>
  zone: Ref<Zone | undefined>
  /** Granules go through a spreader, all else through a sprayer. */
  spreads: Ref<boolean>
}

/** What goes down: the products of the tank or the hopper, by which line of their label, and how much of each. */
export function useGoods({ choices, asked, zone, spreads }: Asked) {
  const account = useAccount()
  const inTank = (l: Label) =>
    spreads.value ? isGranule(l.rules) : !isGranule(l.rules) && !isFertiliser(l.rules)
  const labels = computed(() => account.state.labels.filter(inTank))
  /** What a pass is made for: a herbicide, or in a spreader a fertiliser; what else is in a tank goes with it. */
  const leads = (l: Label) => kindOf(l.rules) === 'herbicide' || isFertiliser(l.rules)
  const leading = computed(() => labels.value.filter(leads))
  const forTurf = (l: Label) => namesTurf(l.rules, zone.value?.turf ?? '')
  const products = computed(() => {
    const held = asked.value.filter((l) => labels.value.includes(l))
    if (held.some(leads)) return held
    const first = leading.value.find(forTurf) ?? leading.value[0]
    return first ? [first] : []
  })
  const label = computed(() => products.value.find(leads))

  function useOf({ id, rules }: Label) {
    const { turf = '', state } = zone.value ?? {}
    const rate = choices.value.doses[id] as Quantity<RatePerAreaUnit> | undefined
    return findUse(rules, { turf, state, rate }) ?? findUse(rules, { turf, rate }) ?? rules.uses[0]
  }
  const use = computed(() => label.value && useOf(label.value))
  /** Half-way between the label's least and most, rounded down: a start to change from. An additive starts at its least, a fertiliser at a usual feeding. */
  function doseOf(label: Label): Quantity<Unit> | undefined {
    const { id, rules } = label
    const asked = choices.value.doses[id]
    if (isFertiliser(rules))
      return asked?.unit === 'lb/1000ft2'
        ? asked
        : { value: usualNitrogen / (rules.analysis!.n / 100), unit: 'lb/1000ft2' }
    const range = rules.additive?.rate ?? useOf(label)?.rate
    if (!range) return undefined
    if (asked && asked.unit === range.unit) return asked
    if (rules.additive) return { value: range.min, unit: range.unit }
    const middle = Math.floor(((range.min + range.max) / 2) * 100) / 100
    return { value: Math.min(range.max, Math.max(range.min, middle)), unit: range.unit }
  }
  const rate = computed(() => label.value && (doseOf(label.value) as Quantity<RatePerAreaUnit> | undefined))

  return { labels, leading, products, label, useOf, doseOf, use, rate }
}
