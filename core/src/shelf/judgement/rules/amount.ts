import { convert, yearOf } from '../../../quantity/index.ts'
import { createActiveFinder, isSameActive } from '../../names.ts'
import { overUsual } from '../../active.ts'
import { usualMost } from '../../grade.ts'
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
    const most = usualMost(active, 'most')
    const year = usualMost(active, 'year', ground.turf)
    const before = ground.passes
      .filter((p) => yearOf(p.day) === yearOf(day))
      .flatMap((p) => p.actives.filter((a) => isSameActive(a, put)))
      .reduce((sum, a) => sum + convert(a.rate.value, a.rate.unit, 'lb/acre'), 0)
    const params = { active: active.name, turf: ground.turf, zone: ground.name, label: rules.name }
    const once = { ...params, given: lbPerAcre(put.rate.value), most: lbPerAcre(most.value) }
    const sum = before + put.rate.value
    const all = { ...params, given: lbPerAcre(sum), most: lbPerAcre(year.value) }
    return [
      ...(put.rate.value > most.high * impossible
        ? [stops('almanac', 'overUsualRate', once)]
        : put.rate.value > most.low * doubted
          ? [minds('almanac', 'overUsualRate', once)]
          : []),
      ...(sum > year.high * impossible
        ? [stops('almanac', 'overUsualYear', all)]
        : sum > year.low * doubted
          ? [minds('almanac', 'overUsualYear', all)]
          : []),
    ]
  })
}
