import type { OwnLimits } from '@jardinero/core/outing'

/** When somebody is on the lawn: one day, or a day of every week. Hours on the yard's clock. */
export interface FamilyTime {
  day: string | null
  /** 0 is Sunday. */
  weekday: number | null
  fromHour: number
  toHour: number
  note: string
}

/** What the owner wants of the hour of a pass, where anything was said. */
export interface OutingWishes {
  /** Stricter than the labels' and the usual ones; m s⁻¹ and °C. */
  limits: OwnLimits
  /** The day of the week the lawn is mown; 0 is Sunday. */
  mowWeekday: number | null
  lastMown: string | null
  family: FamilyTime[]
  /** A window that is kept free for a pass. */
  held?: HeldWindow | null
}

export interface HeldWindow {
  label: string
  from: string
  to: string
}
