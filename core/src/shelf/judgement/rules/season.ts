import { yearOf } from '../../../quantity/index.ts'
import { isCooling } from '../../../soil/index.ts'
import type { Rule } from '../application.ts'
import { remedy, stops } from '../objection.ts'

/**
 * A falling soil never opens a spring window: a barrier goes down while the soil cools only against weeds that sprout then. What
 * it is meant for speaks, else what its label lists; where neither is known nothing is said.
 */
export const fallingSoil: Rule = ({ application, limits, circumstances }) => {
  const { rules, day, targets } = application
  const { hemisphere, sprouts } = circumstances
  if (!hemisphere || !sprouts || limits.use?.purpose !== 'preEmergent' || !isCooling(day, hemisphere))
    return []
  const meant = targets?.map((t) => t.plant) ?? rules.weeds?.controls ?? []
  const told = meant.flatMap((plant) => sprouts[plant] ?? [])
  if (!told.length || told.some((trend) => trend !== 'rising')) return []
  const year = hemisphere === 'northern' ? yearOf(day) + 1 : yearOf(day)
  return [
    stops(
      'season',
      'barrierOnFallingSoil',
      { label: rules.name },
      remedy('nextWarming', { year: String(year) }),
    ),
  ]
}
