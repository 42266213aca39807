import {
  computeActiveRate,
  convert,
  findUnit,
  unitParts,
  type RatePerAreaUnit,
} from '../../quantity/index.ts'
import { overUsual } from '../active.ts'
import { usualMost } from '../grade.ts'
import type { LabelUse } from '../label.ts'
import { quantity, refuse, warn, type FindRule, type Finding, type LabelContext } from './finding.ts'

const { doubted: over, impossible: never } = overUsual
/** So far under an active's usual range a rate is doubted: seedling rates go far under. */
const under = 4

const usable = ({ rate }: LabelUse): boolean =>
  ['massPerArea', 'volumePerArea'].includes(findUnit(rate.unit)?.dimension ?? '') &&
  rate.max > 0 &&
  Number.isFinite(rate.max)

/** What a figure would be if it were meant for another area. */
const otherUnits = (unit: RatePerAreaUnit): RatePerAreaUnit[] => {
  const [top] = unitParts(unit)
  return (['1000ft2', 'acre', '100m2', 'ha'] as const)
    .map((area) => `${top}/${area}` as RatePerAreaUnit)
    .filter((u) => u !== unit)
}

function findRate({ rules, at, activeOf, lawnSqFt }: LabelContext, use: LabelUse, i: number): Finding[] {
  return rules.actives.flatMap(({ name, strength }): Finding[] => {
    const known = activeOf(name)
    if (!known || !usable(use)) return []
    const perUnit = computeActiveRate({ value: 1, unit: use.rate.unit }, strength, 'lb/acre')
    if (!perUnit.ok || !(perUnit.value.value > 0)) return []
    const { least } = known.activeLbPerAcre
    const { value: most, low, high } = usualMost(known, 'most')
    const given = perUnit.value.value * use.rate.max
    if (!Number.isFinite(given) || (given <= low * over && given >= least / under)) return []
    const believable = (lbPerAcre: number) => lbPerAcre <= most * 1.2 && lbPerAcre >= least / 1.5
    const field = `${at}.uses.${i}.rate`
    const params = {
      active: name,
      given: quantity(given, 'lb/acre'),
      least: quantity(least, 'lb/acre'),
      most: quantity(most, 'lb/acre'),
      fits: quantity(most / perUnit.value.value, use.rate.unit),
      asked: quantity(use.rate.max, use.rate.unit),
    }
    const thousands = (lawnSqFt ?? 0) / 1000
    if (given > most && thousands > 1.5 && believable(given / thousands))
      return [
        warn('totalTakenForRate', field, {
          ...params,
          lawn: quantity(lawnSqFt!, 'ft2'),
          perThousand: quantity(use.rate.max / thousands, use.rate.unit),
        }),
      ]
    const meant = otherUnits(use.rate.unit).find((u) =>
      believable(convert(use.rate.max, u, use.rate.unit) * perUnit.value.value),
    )
    return [
      (given > high * never ? refuse : warn)('rateNotBelievable', field, {
        ...params,
        meant: meant ? quantity(use.rate.max, meant) : false,
      }),
    ]
  })
}

/** A year's maximum over what is usual of an active in a year. */
function findYearBeyond(
  { rules, activeOf }: LabelContext,
  { value, unit, of }: NonNullable<LabelUse['annualMaximum']>,
  field: string,
): Finding[] {
  return rules.actives.flatMap(({ name, strength }): Finding[] => {
    const known = activeOf(name)
    if (!known || !['massPerArea', 'volumePerArea'].includes(findUnit(unit)?.dimension ?? '')) return []
    // Stated in an active, it is meant of one: of several nobody says which.
    if (of === 'active' && (rules.actives.length > 1 || findUnit(unit)?.dimension !== 'massPerArea'))
      return []
    const ofProduct = computeActiveRate({ value, unit }, strength, 'lb/acre')
    const put = of === 'active' ? convert(value, unit, 'lb/acre') : ofProduct.ok ? ofProduct.value.value : NaN
    const { value: year, low, high } = usualMost(known, 'year')
    if (!(put > low * over)) return []
    const params = { active: name, given: quantity(put, 'lb/acre'), most: quantity(year, 'lb/acre') }
    return [(put > high * never ? refuse : warn)('yearNotBelievable', field, params)]
  })
}

/** The year's maximum as one active against one pass, and passes that no maximum has room for. */
function findYear(context: LabelContext, use: LabelUse, i: number): Finding[] {
  const { rules, at } = context
  const annual = use.annualMaximum
  if (!annual || !usable(use)) return []
  const field = `${at}.uses.${i}.annualMaximum`
  const beyond = findYearBeyond(context, annual, field)
  if (beyond.length) return beyond
  if (annual.of === 'active') {
    if (findUnit(annual.unit)?.dimension !== 'massPerArea') return []
    const onePass = rules.actives.map(({ strength }) =>
      computeActiveRate({ value: use.rate.min, unit: use.rate.unit }, strength, 'lb/acre'),
    )
    const least = Math.max(
      0,
      ...onePass.map((r) => (r.ok && Number.isFinite(r.value.value) ? r.value.value : 0)),
    )
    const most = convert(annual.value, annual.unit, 'lb/acre')
    return most < least * (1 - 1e-9)
      ? [
          refuse('annualBelowOnePass', field, {
            annual: quantity(most, 'lb/acre'),
            onePass: quantity(least, 'lb/acre'),
          }),
        ]
      : []
  }
  if (findUnit(annual.unit)?.dimension !== findUnit(use.rate.unit)?.dimension) return []
  const passes = use.applicationsPerYear
  const room = annual.value / convert(use.rate.min, use.rate.unit, annual.unit)
  return passes && Number.isFinite(room) && passes > room * (1 + 1e-9) && room >= 1
    ? [warn('passesOverAnnual', field, { passes, room: Math.floor(room + 1e-9) })]
    : []
}

/** Rates that the almanac does not believe of an active, and a year that does not fit its passes. */
export const findPlausible: FindRule = (context) =>
  context.rules.uses.flatMap((use, i) => [...findRate(context, use, i), ...findYear(context, use, i)])
