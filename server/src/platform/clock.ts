import { DateTime } from 'luxon'
import type { Day } from '@jardinero/core/quantity'

/** The time, passed in wherever it is needed. */
export type Clock = () => Date

export const dayIn = (instant: Date | string, timeZone: string): Day =>
  DateTime.fromJSDate(new Date(instant), { zone: timeZone }).toISODate()!

/** Hour of the day in a time zone, minutes as a fraction. */
export function hourIn(instant: Date | string, timeZone: string): number {
  const local = DateTime.fromJSDate(new Date(instant), { zone: timeZone })
  return local.hour + local.minute / 60
}
