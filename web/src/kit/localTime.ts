import { DateTime } from 'luxon'
import type { Day } from '@jardinero/core/quantity'

export const dayIn = (instant: string | Date, zone: string): Day =>
  DateTime.fromJSDate(new Date(instant), { zone }).toISODate()!
export function hourIn(instant: string, zone: string): number {
  const local = DateTime.fromISO(instant, { zone })
  return local.hour + local.minute / 60
}
/** HH:mm in a zone, for a time field. */
export const clockIn = (instant: string | Date, zone: string): string =>
  DateTime.fromJSDate(new Date(instant), { zone }).toFormat('HH:mm')
/** The UTC instant of a local day and HH:mm. Times that a clock change skips move on by the hour. */
export const instantAt = (day: Day, clock: string, zone: string): string =>
  DateTime.fromISO(`${day}T${clock}`, { zone }).toUTC().toISO()!
