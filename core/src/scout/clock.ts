import type { Hemisphere } from '../yard/index.ts'
import type { Belt, MonthSpan, Plant, PlantMonths } from './plant.ts'

/** First and last day of the year, 1–365; the first may lie after the last. */
export type DaySpan = [from: number, to: number]
export type PlantPhase = keyof PlantMonths
export const plantPhases = ['germinates', 'flowers', 'dies', 'seen'] as const satisfies PlantPhase[]

/** A plant's year at one place. */
export type PlantClock = Partial<Record<PlantPhase, DaySpan>>

export interface Situation {
  hemisphere: Hemisphere
  belt: Belt
}

const firstDay = [1, 32, 60, 91, 121, 152, 182, 213, 244, 274, 305, 335]
const yearDays = 365
/** Days by which spring comes later and autumn earlier than in the mild belt. Estimate. */
const springLater: Record<Belt, number> = { cool: 21, mild: 0, warm: -21 }
const halfYear = 182

const wrapped = (day: number): number => ((((Math.round(day) - 1) % yearDays) + yearDays) % yearDays) + 1
/** Months 2–7 belong to the warming half of the year, the others to the cooling half. */
const shiftOf = (month: number, belt: Belt): number =>
  month >= 2 && month <= 7 ? springLater[belt] : -springLater[belt]

function placeSpan([from, to]: MonthSpan, { hemisphere, belt }: Situation): DaySpan {
  const whole = from === 1 && to === 12
  if (whole) return [1, yearDays]
  const south = hemisphere === 'southern' ? halfYear : 0
  const last = to === 12 ? yearDays : firstDay[to]! - 1
  return [
    wrapped(firstDay[from - 1]! + shiftOf(from, belt) + south),
    wrapped(last + shiftOf(to, belt) + south),
  ]
}

/** A plant's months at a place: shifted by its belt, and by half a year in the south. An estimate from the almanac's months. */
export function computeClock(plant: Pick<Plant, 'clock'>, situation: Situation): PlantClock {
  const spans = plantPhases.flatMap((phase): [PlantPhase, DaySpan][] => {
    const months = plant.clock[phase]
    return months ? [[phase, placeSpan(months, situation)]] : []
  })
  return Object.fromEntries(spans)
}

/** Length of a span in days. */
export const spanLength = ([from, to]: DaySpan): number => wrapped(to - from + 1)

/** Days from a day of the year to a span: 0 inside; the shorter way round otherwise. */
export function daysFromSpan(day: number, [from, to]: DaySpan): number {
  const inside = from <= to ? day >= from && day <= to : day >= from || day <= to
  if (inside) return 0
  const until = (from - day + yearDays) % yearDays
  const since = (day - to + yearDays) % yearDays
  return Math.min(until, since)
}

/** Days from a day of the year forward to the next start of a span; 0 on the start itself. */
export const daysUntil = (day: number, [from]: DaySpan): number => (from - day + yearDays) % yearDays
