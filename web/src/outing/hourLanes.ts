import type { JudgedHour, ShutCode, SprayWindow } from '@jardinero/core/outing'
import type { Day } from '@jardinero/core/quantity'

/** A run of hours of one day with one thing to say: open, or what shuts them first. */
export interface Stretch {
  /** Index of its first hour and of the one after its last. */
  from: number
  to: number
  /** Hours of the day. */
  begins: number
  ends: number
  shut?: ShutCode
  /** Of an open one: how far inside its limits, at its narrowest. */
  margin: number
}
export interface Lane {
  day: Day
  stretches: Stretch[]
}

/** The hours ahead as lanes, a day each; hours beside each other that say the same are one stretch. */
export function lanesOf(hours: JudgedHour[]): Lane[] {
  const lanes: Lane[] = []
  hours.forEach((hour, i) => {
    let lane = lanes.at(-1)
    if (lane?.day !== hour.day) {
      lane = { day: hour.day, stretches: [] }
      lanes.push(lane)
    }
    const shut = hour.shuts[0]?.code
    const last = lane.stretches.at(-1)
    if (last && last.shut === shut) {
      last.to = i + 1
      last.ends = hour.hour + 1
      last.margin = Math.min(last.margin, hour.margin)
    } else
      lane.stretches.push({
        from: i,
        to: i + 1,
        begins: hour.hour,
        ends: hour.hour + 1,
        margin: hour.margin,
        ...(shut && { shut }),
      })
  })
  return lanes
}

/** Where a window lies in the lanes: its day and hours, cut at midnight. */
export function placeWindow(
  hours: JudgedHour[],
  { best }: SprayWindow,
): { day: Day; begins: number; ends: number } {
  const first = hours[best.from]!
  const sameDay = hours.slice(best.from, best.to).filter((h) => h.day === first.day)
  return { day: first.day, begins: first.hour, ends: sameDay.at(-1)!.hour + 1 }
}

/** The limit that shuts most of the daylight, where none is left open. */
export function commonest(hours: JudgedHour[]): ShutCode | undefined {
  const counts = new Map<ShutCode, number>()
  for (const { shuts } of hours) {
    const code = shuts.find((s) => s.code !== 'dark')?.code
    if (code && !shuts.some((s) => s.code === 'dark')) counts.set(code, (counts.get(code) ?? 0) + 1)
  }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0]
}
