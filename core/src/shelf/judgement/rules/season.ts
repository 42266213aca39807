import { yearOf } from '../../../quantity/index.ts'
import { isCooling } from '../../../soil/index.ts'
import type { Rule } from '../application.ts'
import { isControl } from '../../active.ts'
import { reachOf } from '../../reach.ts'
import { minds, remedy, stops } from '../objection.ts'

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

/**
 * An old plant can be out of reach in midsummer and in reach again late in its season: weed by weed, of those it is meant for, or, where
 * that is not said, of those that were seen on the ground. Where it reaches none of them now it waits for the day; where it reaches
 * others, that is told.
 */
export const reachedAgain: Rule = ({ application, ground, circumstances, known, limits }) => {
  const { day, rules, targets = [] } = application
  const { hemisphere } = circumstances
  if (!hemisphere || limits.use?.purpose === 'preEmergent') return []
  const seen = ground.seen ?? []
  const meant = targets.length
    ? targets.flatMap(({ plant, stage, tillers = null }) =>
        stage ? { plant, stage, tillers } : (seen.find((s) => s.plant === plant) ?? []),
      )
    : seen
  const each = meant.flatMap((weed) => {
    const reach = reachOf(known, weed, { day, hemisphere })
    return reach ? { plant: weed.plant, ...reach } : []
  })
  const waits = each.flatMap(({ plant, active, from }) => (from ? { plant, active: active.name, from } : []))
  const [first] = waits.toSorted((a, b) => (a.from < b.from ? -1 : 1))
  if (!first) return []
  return each.some(({ efficacy }) => isControl(efficacy))
    ? waits.map((w) => minds('season', 'worksAgain', w))
    : [
        stops(
          'season',
          'worksAgain',
          { label: rules.name, ...first },
          remedy('worksAgainFrom', { day: first.from }),
        ),
      ]
}
