import {
  computeActiveRate,
  convert,
  findUnit,
  unitParts,
  type RatePerAreaUnit,
} from '../../quantity/index.ts'
import type { LabelUse } from '../label.ts'
import { quantity, refuse, warn, type FindRule, type Finding, type LabelContext } from './finding.ts'

/** Rates stand this far outside an active's usual range before they are doubted: labels of one year's maximum in one pass, and seedling rates, exist. */
const over = 2
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
    const { least, most } = known.activeLbPerAcre
    const given = perUnit.value.value * use.rate.max
    if (!Number.isFinite(given) || (given <= most * over && given >= least / under)) return []
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
      warn('rateNotBelievable', field, {
        ...params,
        meant: meant ? quantity(use.rate.max, meant) : false,
      }),
    ]
  })
}

/** The year's maximum as one active against one pass, and passes that no maximum has room for. */
function findYear({ rules, at }: LabelContext, use: LabelUse, i: number): Finding[] {
  const annual = use.annualMaximum
  if (!annual || !usable(use)) return []
  const field = `${at}.uses.${i}.annualMaximum`
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
