import { addDays, type Quantity, type RatePerAreaUnit, type Refusal } from '../../../quantity/index.ts'
import { densityOf, needsDensity } from '../../density.ts'
import { createActiveFinder } from '../../names.ts'
import type { Objection, Rule, RuleCase } from '../application.ts'
import { minds, remedy } from '../objection.ts'
import { timesOver } from '../worstGround.ts'

/** What would do where the label stops it: another rate, another day, another year. */
function remedyOf({ code, params }: Refusal, { limits, ground }: RuleCase): Objection['remedy'] {
  // Where the edges stand against it, half of it falls there twice.
  const times = params['twice'] ? timesOver(ground) : 1
  const least = limits.use?.rate.min ?? Infinity
  const most = params['limit'] as Quantity<RatePerAreaUnit>
  if (code === 'rateUnderMinimum') return remedy('takeRate', { rate: most })
  if (code === 'rateOverMaximum')
    return most.value / times >= least
      ? remedy('takeRate', { rate: { ...most, value: most.value / times } })
      : remedy('edgesOnce', {})
  if (code === 'overAnnualMaximum') {
    const left = limits.yearUse?.remaining
    if (!left || left.value < least) return remedy('nextYear', {})
    return left.value / times >= least
      ? remedy('takeRate', { rate: { value: left.value / times, unit: left.unit } })
      : remedy('edgesOnce', {})
  }
  if (code === 'tooManyPasses') return remedy('nextYear', {})
  if (code === 'tooSoonAgain')
    return remedy('waitUntil', { day: addDays(String(params['last']), Number(params['interval'])) })
  return undefined
}

/** The label's line for this turf: state, rate, carrier, interval, passes and the year's maximum, on the worst ground. */
export const labelLine: Rule = (about) => [
  ...about.limits.refusals.map((r): Objection => {
    const found = remedyOf(r, about)
    return {
      ...r,
      kind: 'stops',
      source: 'label',
      params: { ...r.params, zone: about.ground.name },
      ...(found && { remedy: found }),
    }
  }),
  ...about.limits.cautions.map((c): Objection => ({ ...c, kind: 'minds', source: 'label' })),
]

/** What hangs on a strength that is not printed, or on a weight that is an estimate. */
export const strengthKnown: Rule = ({ application: { rules } }) => {
  const unprinted = rules.actives.filter((a) => a.strength.unit === 'none')
  const density = needsDensity(rules) ? densityOf(rules)! : undefined
  const gramsPerLiter = (value: number) => ({ value, unit: 'g/L' as const })
  return [
    ...unprinted.map((a) => minds('label', 'strengthNotPrinted', { active: a.name, label: rules.name })),
    ...(density
      ? [
          minds('label', 'weightEstimated', {
            label: rules.name,
            least: gramsPerLiter(density.least),
            most: gramsPerLiter(density.most),
          }),
        ]
      : []),
  ]
}

/** A label that prints a mix for spots alone has no rate for ground: the one here is an estimate of what spraying to wet comes to. */
export const spotRate: Rule = ({ application: { rules }, limits }) =>
  limits.use?.fromSpots ? [minds('label', 'rateFromSpots', { label: rules.name })] : []

/** What nobody here can vouch for: its label alone stands. */
export const activeKnown: Rule = ({ application: { rules }, known, circumstances }) =>
  (circumstances.actives.length ? rules.actives : [])
    .filter((a) => !createActiveFinder(known)(a.name))
    .map((a) => minds('almanac', 'activeNotKnown', { active: a.name, label: rules.name }))
