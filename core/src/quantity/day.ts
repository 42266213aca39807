/** A calendar day in the yard's own time zone, as YYYY-MM-DD. */
export type Day = string

const msPerDay = 86_400_000

const form = /^(\d{4})-(\d{2})-(\d{2})$/

/** Days that were read before: the same few hundred are asked for again and again. */
const known = new Map<Day, number>()
const mostKnown = 20_000

/** Days since 1970-01-01. @throws RangeError when the text is no calendar day. */
export function dayNumber(day: Day): number {
  const before = known.get(day)
  if (before !== undefined) return before
  const number = readDay(day)
  if (known.size >= mostKnown) known.clear()
  known.set(day, number)
  return number
}
function readDay(day: Day): number {
  const parts = form.exec(day)
  const [year, month, date] = parts ? [Number(parts[1]), Number(parts[2]), Number(parts[3])] : [0, 0, 0]
  const ms = Date.UTC(year, month - 1, date)
  if (!parts || new Date(ms).getUTCDate() !== date || month > 12) throw new RangeError(`not a day: ${day}`)
  return ms / msPerDay
}

/** Whether a text is a day of the calendar: 2026-02-30 is none. */
export function isDay(text: string): boolean {
  try {
    return Number.isFinite(dayNumber(text))
  } catch {
    return false
  }
}
/** Years in which anything here can have been or be done: what lies outside is a slip. */
export const years = { first: 1900, last: 2199 } as const
export const isInYears = (iso: string): boolean => {
  const year = Number(/^(\d{4})-/.exec(iso)?.[1] ?? NaN)
  return year >= years.first && year <= years.last
}

export const dayFromNumber = (n: number): Day => new Date(n * msPerDay).toISOString().slice(0, 10)
/**
 * @example addDays('2026-02-27', 3)
 * // → '2026-03-02'
 */
export const addDays = (day: Day, days: number): Day => dayFromNumber(dayNumber(day) + days)
/**
 * @example daysBetween('2026-02-27', '2026-03-02')
 * // → 3
 */
export const daysBetween = (from: Day, to: Day): number => dayNumber(to) - dayNumber(from)
export const yearOf = (day: Day): number => Number(day.slice(0, 4))
/** 1 on the first of January. */
export const dayOfYear = (day: Day): number => dayNumber(day) - dayNumber(`${day.slice(0, 4)}-01-01`) + 1
