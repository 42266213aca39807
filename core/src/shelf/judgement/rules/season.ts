import { yearOf, type Day } from '../../../quantity/index.ts'
import type { Hemisphere } from '../../../yard/index.ts'
import type { Rule } from '../application.ts'
import { remedy, stops } from '../objection.ts'

/** The part of the year, month and day, in which soil cools: from midsummer to midwinter. */
const cools: Record<Hemisphere, readonly [from: string, to: string]> = {
  northern: ['07-16', '12-31'],
  southern: ['01-16', '06-30'],
}

/** Whether the soil of a hemisphere cools on a day of the year. */
function isCooling(day: Day, hemisphere: Hemisphere): boolean {
  const [from, to] = cools[hemisphere]
  const onDay = day.slice(5)
  return onDay >= from && onDay <= to
}

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
