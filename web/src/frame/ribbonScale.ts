import { scaleLinear, scaleUtc } from 'd3-scale'
import { addDays, dayFromNumber, dayNumber, type Day } from '@jardinero/core/quantity'

const dateOf = (day: Day) => new Date(`${day}T00:00:00Z`)

/** Days across a width; the year, or on a phone eight weeks about the day one stands on. */
export function ribbonSpan(standing: Day, narrow: boolean): [Day, Day] {
  const year = standing.slice(0, 4)
  return narrow ? [addDays(standing, -28), addDays(standing, 28)] : [`${year}-01-01`, `${year}-12-31`]
}

export type RibbonScale = ReturnType<typeof ribbonScale>
export function ribbonScale([from, to]: [Day, Day], left: number, right: number) {
  const scale = scaleUtc([dateOf(from), dateOf(to)], [left, right])
  const first = dayNumber(from)
  const last = dayNumber(to)
  const clamp = (n: number) => Math.min(last, Math.max(first, n))
  return {
    x: (day: Day) => scale(dateOf(day)),
    dayAt: (x: number): Day => dayFromNumber(clamp(Math.round(scale.invert(x).getTime() / 86_400_000))),
    clampDay: (day: Day): Day => dayFromNumber(clamp(dayNumber(day))),
    months: scale.ticks(12).filter((d) => d.getUTCDate() === 1),
    inside: (day: Day) => day >= from && day <= to,
  }
}

/** Temperature up a height; always wide enough for the season's thresholds. */
export const ribbonHeight = (temperaturesC: number[], top: number, bottom: number) =>
  scaleLinear([Math.min(0, ...temperaturesC), Math.max(22, ...temperaturesC)], [bottom, top])
