import { addDays, dayNumber, yearOf, type Day } from '../quantity/index.ts'
import type { Hemisphere } from '../yard/index.ts'

/** The half of the year in which soil warms toward germination; the spring rules hold inside it. */
export interface SpringSeason {
  from: Day
  to: Day
}

/** From mid-November to mid-July in the north, half a year later in the south: the season that holds or follows the day. */
export function springSeasonOf(day: Day, hemisphere: Hemisphere): SpringSeason {
  const starts = hemisphere === 'northern' ? '11-15' : '05-15'
  const year = yearOf(day)
  for (const from of [`${year - 1}-${starts}`, `${year}-${starts}`]) {
    const to = addDays(from, 242)
    if (dayNumber(day) <= dayNumber(to)) return { from, to }
  }
  return { from: `${year + 1}-${starts}`, to: addDays(`${year + 1}-${starts}`, 242) }
}
