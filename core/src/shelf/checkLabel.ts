import { convert, findUnit, measureOfUnit, type Refusal, type Unit } from '../quantity/index.ts'
import { computeActiveRates } from './yearUse.ts'
import {
  kindOf,
  measureOfFormulation,
  wholeMeals,
  type LabelActive,
  type LabelRules,
  type LabelUse,
} from './label.ts'

/** More active than this in one pass is a misread figure for any lawn herbicide but a meal (lb/acre; iron goes to about 44). Estimates. */
const mostActiveLbPerAcre = 50
const mostMealLbPerAcre = 2000
/** Nothing is denser in a jug than this (lb of active per gallon). Estimate. */
const strongestLbPerGal = 12

function checkActive(active: LabelActive, measure: 'mass' | 'volume', field: string): Refusal[] {
  const { strength, name } = active
  if (strength.unit === 'none') return []
  if (measure === 'mass' && strength.unit !== 'percent')
    return [
      {
        code: 'strengthDoesNotMatchFormulation',
        field,
        params: { active: name, measure, strengthUnit: strength.unit },
      },
    ]
  const most = strength.unit === 'percent' ? 100 : convert(strongestLbPerGal, 'lb/gal', strength.unit as Unit)
  if (!(strength.value > 0 && strength.value <= most))
    return [
      {
        code: 'strengthAbsurd',
        field,
        params: { active: name, given: strength.value, most, strengthUnit: strength.unit },
      },
    ]
  return []
}

/** Dry ounces for a liquid, or fluid ounces for a dry product. */
function checkRateMeasure(unit: Unit, measure: 'mass' | 'volume', field: string): Refusal[] {
  if (findUnit(unit)?.dimension !== 'massPerArea' && findUnit(unit)?.dimension !== 'volumePerArea')
    return [{ code: 'notARatePerArea', field, params: { unit } }]
  if (measureOfUnit(unit) === measure) return []
  return [{ code: measure === 'volume' ? 'dryOunceForLiquid' : 'fluidOunceForDry', field, params: { unit } }]
}

function checkActiveLoad(rules: LabelRules, use: LabelUse, field: string): Refusal[] {
  const most = { value: use.rate.max, unit: use.rate.unit }
  return computeActiveRates(rules, most)
    .map(({ name, rate }) => ({
      name,
      rate,
      limit: wholeMeals.has(name.toLowerCase()) ? mostMealLbPerAcre : mostActiveLbPerAcre,
    }))
    .filter(({ rate, limit }) => rate.value > limit)
    .map(({ name, rate, limit }) => ({
      code: 'activeRateAbsurd',
      field,
      params: { active: name, given: rate, limit: { value: limit, unit: 'lb/acre' } },
    }))
}

function checkAnnualMaximum(rules: LabelRules, use: LabelUse, field: string): Refusal[] {
  const annual = use.annualMaximum
  if (!annual) return []
  const at = `${field}.annualMaximum`
  if (annual.of === 'active')
    return findUnit(annual.unit)?.dimension === 'massPerArea'
      ? []
      : [{ code: 'activeMaximumNeedsMass', field: at, params: { unit: annual.unit } }]
  const measure = checkRateMeasure(annual.unit, measureOfFormulation(rules.formulation), at)
  if (measure.length) return measure
  const onePass = convert(use.rate.min, use.rate.unit, annual.unit)
  return annual.value < onePass * (1 - 1e-9)
    ? [
        {
          code: 'annualBelowOnePass',
          field: at,
          params: {
            annual: { value: annual.value, unit: annual.unit },
            onePass: { value: onePass, unit: annual.unit },
          },
        },
      ]
    : []
}

/** A line of the table of lengths: rates in order, days in order, a longer one for more of it. */
function checkLengths({ lengths = [] }: LabelUse, field: string): Refusal[] {
  const isWhole = (i: number) => {
    const { min, max, leastDays, mostDays } = lengths[i]!
    return min > 0 && max >= min && leastDays > 0 && mostDays >= leastDays
  }
  return lengths.flatMap((line, i): Refusal[] => {
    const at = `${field}.lengths.${i}`
    if (!isWhole(i)) return [{ code: 'lengthNotWhole', field: at, params: { line: i + 1 } }]
    const shorter = lengths.some((l) => l.min > line.max && l.mostDays < line.leastDays)
    return shorter ? [{ code: 'moreLastsLess', field: at, params: { line: i + 1 } }] : []
  })
}

function checkUse(rules: LabelRules, use: LabelUse, field: string): Refusal[] {
  const { rate } = use
  const wrongMeasure = checkRateMeasure(rate.unit, measureOfFormulation(rules.formulation), `${field}.rate`)
  if (wrongMeasure.length) return wrongMeasure
  const refusals: Refusal[] = []
  if (!(rate.min > 0)) refusals.push({ code: 'rateNotPositive', field: `${field}.rate.min`, params: {} })
  if (rate.min > rate.max)
    refusals.push({
      code: 'minimumOverMaximum',
      field: `${field}.rate.min`,
      params: { min: { value: rate.min, unit: rate.unit }, max: { value: rate.max, unit: rate.unit } },
    })
  return [
    ...refusals,
    ...checkLengths(use, field),
    ...checkActiveLoad(rules, use, `${field}.rate.max`),
    ...checkAnnualMaximum(rules, use, field),
  ]
}

/** What a label of its kind cannot be without. */
function checkKind(rules: LabelRules, field: string): Refusal[] {
  const missing = (part: string, code: string): Refusal[] => [{ code, field: `${field}.${part}`, params: {} }]
  switch (kindOf(rules)) {
    case 'herbicide':
      return rules.uses.length ? [] : missing('uses', 'usesMissing')
    case 'adjuvant':
    case 'dye':
      return rules.additive ? [] : missing('additive', 'additiveMissing')
    case 'fertiliser':
      return rules.analysis ? [] : missing('analysis', 'analysisMissing')
  }
}

/** Every contradiction inside one label that makes it unfit to mix from; none when it holds together. */
export function checkLabel(rules: LabelRules, field = 'rules'): Refusal[] {
  const kind = checkKind(rules, field)
  if (kind.length || kindOf(rules) !== 'herbicide') return kind
  const measure = measureOfFormulation(rules.formulation)
  return [
    ...rules.actives.flatMap((a, i) => checkActive(a, measure, `${field}.actives.${i}.strength`)),
    ...rules.uses.flatMap((use, i) => checkUse(rules, use, `${field}.uses.${i}`)),
  ]
}
