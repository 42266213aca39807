import {
  computeActiveRate,
  convert,
  daysBetween,
  figure,
  operand,
  yearOf,
  type Day,
  type Figure,
  type Quantity,
  type RatePerAreaUnit,
} from '../quantity/index.ts'
import { densityOf } from './density.ts'
import { isSameActive } from './names.ts'
import type { ActiveRate, LabelRules, LabelUse } from './label.ts'
import type { SaidLength } from './lengths.ts'

/** One pass already on this ground: when, and what of each active went down per area. */
export interface Pass {
  day: Day
  actives: ActiveRate[]
  /** How long its label’s own table says that it lasts; absent where it says nothing. */
  lasts?: SaidLength
}

/**
 * What a rate of a product puts down of each active. Actives whose strength is not known, or cannot be applied, are left out.
 * @param end of a product whose weight is an estimate: `most` against limits, `least` where it is asked whether it is enough
 */
export function computeActiveRates(
  rules: LabelRules,
  rate: Quantity<RatePerAreaUnit>,
  end: 'least' | 'most' = 'most',
): ActiveRate[] {
  const density = densityOf(rules)?.[end]
  return rules.actives.flatMap(({ name, strength }) => {
    const active = computeActiveRate(rate, strength, 'lb/acre', density)
    return active.ok
      ? [{ name, basis: strength.basis, rate: { value: active.value.value, unit: 'lb/acre' as const } }]
      : []
  })
}

/** How far the year's maximum is used on one piece of ground; everything in the unit of the label's rate, as this product. */
export interface YearUse {
  year: number
  used: Figure<RatePerAreaUnit>
  /** Absent where the label states none. */
  maximum?: Figure<RatePerAreaUnit>
  /** What one more pass may put down; never below zero. */
  remaining?: Quantity<RatePerAreaUnit>
  passes: number
  lastDay?: Day
}

const sameActive = (rules: LabelRules, active: ActiveRate) =>
  rules.actives.find((a) => isSameActive({ name: a.name, basis: a.strength.basis }, active))

/** A past pass as a rate of this product: by the shared active that counts for most. */
function passAsProduct(rules: LabelRules, pass: Pass, unit: RatePerAreaUnit): number {
  return Math.max(
    0,
    ...pass.actives.map((past) => {
      const active = sameActive(rules, past)
      const perUnit =
        active && computeActiveRate({ value: 1, unit }, active.strength, 'lb/acre', densityOf(rules)?.most)
      return perUnit?.ok ? convert(past.rate.value, past.rate.unit, 'lb/acre') / perUnit.value.value : 0
    }),
  )
}

/** The annual maximum as a rate of product; one stated in an active is turned by the label's strongest active. */
function computeMaximum(rules: LabelRules, use: LabelUse): Figure<RatePerAreaUnit> | undefined {
  const { annualMaximum: annual, rate } = use
  if (!annual) return undefined
  const stated = operand(annual.value, annual.unit)
  if (annual.of === 'product')
    return figure(rate.unit, [
      {
        code: 'annualMaximum',
        formula: '{annualMaximum}',
        operands: { annualMaximum: stated },
        result: operand(convert(annual.value, annual.unit, rate.unit), rate.unit),
        source: 'label',
      },
    ])
  const perUnit = Math.max(
    ...computeActiveRates(rules, { value: 1, unit: rate.unit }).map((a) => a.rate.value),
  )
  // Of a strength that is not printed it can't be told.
  if (!(perUnit > 0)) return undefined
  return figure(rate.unit, [
    {
      code: 'annualMaximumAsProduct',
      formula: '{annualMaximum} ÷ {activePerRate}',
      operands: { annualMaximum: stated, activePerRate: operand(perUnit, 'lb/acre') },
      result: operand(convert(annual.value, annual.unit, 'lb/acre') / perUnit, rate.unit),
      source: 'label',
    },
  ])
}

/**
 * Use of a label's annual maximum on one piece of ground in a calendar year. Passes of other products with the
 * same active count through that active, so two labels cannot be stacked past one maximum.
 */
export function computeYearUse(rules: LabelRules, use: LabelUse, passes: Pass[], day: Day): YearUse {
  const year = yearOf(day)
  const shared = passes.filter((p) => p.actives.some((a) => sameActive(rules, a)))
  const counted = shared.filter((p) => yearOf(p.day) === year)
  const lastDay = shared
    .map((p) => p.day)
    .filter((d) => daysBetween(d, day) >= 0)
    .sort()
    .at(-1)
  const { unit } = use.rate
  const rates = counted.map((p) => passAsProduct(rules, p, unit))
  const step = {
    code: 'yearUse',
    formula: rates.length ? rates.map((_, i) => `{pass${i + 1}}`).join(' + ') : '0',
    operands: Object.fromEntries(rates.map((r, i) => [`pass${i + 1}`, operand(r, unit)])),
    result: operand(
      rates.reduce((sum, r) => sum + r, 0),
      unit,
    ),
    source: 'ledger',
  }
  const used = figure(unit, [step])
  const maximum = computeMaximum(rules, use)
  return {
    year,
    used,
    passes: counted.length,
    ...(lastDay && { lastDay }),
    ...(maximum && { maximum, remaining: { value: Math.max(0, maximum.value - used.value), unit } }),
  }
}

/** Share of the year's maximum that is used, with one more pass where given; undefined where the label states none. */
export function computeYearShare(
  { used, maximum }: YearUse,
  thisPass?: Quantity<RatePerAreaUnit>,
): Figure<'ratio'> | undefined {
  if (!maximum) return undefined
  const down = used.value + (thisPass ? convert(thisPass.value, thisPass.unit, used.unit) : 0)
  return figure('ratio', [
    ...used.working,
    ...maximum.working,
    {
      code: 'yearShare',
      formula: thisPass ? '({used} + {thisPass}) ÷ {maximum}' : '{used} ÷ {maximum}',
      operands: {
        used: operand(used.value, used.unit),
        ...(thisPass && { thisPass: operand(thisPass.value, thisPass.unit) }),
        maximum: operand(maximum.value, maximum.unit),
      },
      result: operand(down / maximum.value, 'ratio'),
      source: 'ledger',
    },
  ])
}
