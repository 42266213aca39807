import { addDays, dayNumber, daysBetween, yearOf, type Day } from '../quantity/index.ts'
import type { Hemisphere } from '../yard/index.ts'
import type { Trend } from './heat/crossing.ts'

/** The part of the year in which soil warms toward germination, or cools toward it; a rule of timing holds inside one. */
export interface SoilSeason {
  from: Day
  to: Day
}

/** Soil warms from mid-November to mid-July in the north, cools from mid-July to the end of January; half a year on in the south. */
const starts: Record<Trend, Record<Hemisphere, string>> = {
  rising: { northern: '11-15', southern: '05-15' },
  falling: { northern: '07-15', southern: '01-15' },
}
const seasonDays: Record<Trend, number> = { rising: 242, falling: 200 }
/** Days from the start of a season of warming to midwinter. */
export const untilMidwinter = 47

/** The season of warming or cooling that holds or follows a day. */
export function seasonOf(day: Day, hemisphere: Hemisphere, trend: Trend): SoilSeason {
  const start = starts[trend][hemisphere]
  const year = yearOf(day)
  for (const from of [`${year - 1}-${start}`, `${year}-${start}`]) {
    const to = addDays(from, seasonDays[trend])
    if (dayNumber(day) <= dayNumber(to)) return { from, to }
  }
  return { from: `${year + 1}-${start}`, to: addDays(`${year + 1}-${start}`, seasonDays[trend]) }
}

/** Whether soil cools on a day: from the start of its cooling, past midsummer, to midwinter. */
export function isCooling(day: Day, hemisphere: Hemisphere): boolean {
  const begins = (trend: Trend): Day => `${yearOf(day)}-${starts[trend][hemisphere]}`
  return day > begins('falling') && day < addDays(begins('rising'), untilMidwinter)
}

/** Days a rule by the calendar stays with this year's turn after its day. */
const keepsDays = 42

/** Days from a day to a day of the (northern) year: of the turn that is at most six weeks gone. */
export function calendarDays(day: Day, hemisphere: Hemisphere, dayOfYear: number): number {
  const shifted = hemisphere === 'southern' ? ((dayOfYear - 1 + 182) % 365) + 1 : dayOfYear
  return [-1, 0, 1]
    .map((turn) => daysBetween(day, addDays(`${yearOf(day) + turn}-01-01`, shifted - 1)))
    .find((days) => days >= -keepsDays)!
}
