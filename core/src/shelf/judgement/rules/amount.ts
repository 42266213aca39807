import { convert, yearOf } from '../../../quantity/index.ts'
import { createActiveFinder, isSameActive } from '../../names.ts'
import { overUsual, type Active } from '../../active.ts'
import { computeActiveRates } from '../../yearUse.ts'
import type { Objection, Rule } from '../application.ts'
import { minds, stops } from '../objection.ts'
import { worstOn } from '../worstGround.ts'

const { doubted, impossible } = overUsual

const lbPerAcre = (value: number) => ({ value, unit: 'lb/acre' })

/** What an active puts down is held against what is usual of it, in one application and in a year on this turf, whatever the label says. */
export const usualAmount: Rule = ({ application, ground, known }) => {
  const { rules, rate, day } = application
  if (!rate) return []
  const activeOf = createActiveFinder(known)
  return computeActiveRates(rules, worstOn(ground, rate)).flatMap((put): Objection[] => {
    const active = activeOf(put.name)
    if (!active || active.basis !== put.basis) return []
    const { most } = active.activeLbPerAcre
    const year = yearMost(active, ground.turf)
    const before = ground.passes
      .filter((p) => yearOf(p.day) === yearOf(day))
      .flatMap((p) => p.actives.filter((a) => isSameActive(a, put)))
      .reduce((sum, a) => sum + convert(a.rate.value, a.rate.unit, 'lb/acre'), 0)
    const params = { active: active.name, turf: ground.turf, zone: ground.name, label: rules.name }
    const once = { ...params, given: lbPerAcre(put.rate.value), most: lbPerAcre(most) }
    const sum = before + put.rate.value
    const all = { ...params, given: lbPerAcre(sum), most: lbPerAcre(year) }
    return [
      ...(put.rate.value > most * impossible
        ? [stops('almanac', 'overUsualRate', once)]
        : put.rate.value > most * doubted
          ? [minds('almanac', 'overUsualRate', once)]
          : []),
      ...(sum > year * impossible
        ? [stops('almanac', 'overUsualYear', all)]
        : sum > year * doubted
          ? [minds('almanac', 'overUsualYear', all)]
          : []),
    ]
  })
}

const yearMost = ({ activeLbPerAcre, yearOn }: Active, turf: string): number =>
  yearOn?.[turf] ?? activeLbPerAcre.year
