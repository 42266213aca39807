import { TZDate } from '@date-fns/tz'
import type { Day } from './day.ts'

const two = (n: number): string => String(n).padStart(2, '0')
const local = (instant: string | Date, zone: string): TZDate => new TZDate(new Date(instant), zone)

/** The calendar day of an instant in a time zone. */
export function dayIn(instant: string | Date, zone: string): Day {
  const t = local(instant, zone)
  return `${t.getFullYear()}-${two(t.getMonth() + 1)}-${two(t.getDate())}`
}
/** Hour of the day in a time zone, minutes as a fraction. */
export function hourIn(instant: string | Date, zone: string): number {
  const t = local(instant, zone)
  return t.getHours() + t.getMinutes() / 60
}
/** HH:mm in a zone, for a time field. */
export function clockIn(instant: string | Date, zone: string): string {
  const t = local(instant, zone)
  return `${two(t.getHours())}:${two(t.getMinutes())}`
}
/**
 * The UTC instant of a local day and HH:mm. Times that a clock change skips move on by the hour.
 * @example instantAt('2026-03-08', '02:30', 'America/New_York')
 * // → '2026-03-08T07:30:00.000Z'
 */
export function instantAt(day: Day, clock: string, zone: string): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number]
  const [hour, minute] = clock.split(':').map(Number) as [number, number]
  return new Date(new TZDate(year, month - 1, date, hour, minute, zone).getTime()).toISOString()
}
