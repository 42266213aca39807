import type { Day } from '../../quantity/index.ts'
import type { JudgedGround, TurfCheck } from './application.ts'

/** What is known of a lawn's turf on a day: what was looked at, the next seeding and the last. Taken from its owner's wishes. */
export function groundFacts(
  { id, turfCheck }: { id: string; turfCheck?: TurfCheck | null },
  seeding: readonly { zoneId: string; day: Day }[],
  day: Day,
): Pick<JudgedGround, 'check' | 'seedingDay' | 'sownOn'> {
  const days = seeding
    .filter((s) => s.zoneId === id)
    .map((s) => s.day)
    .sort()
  const [next] = days.filter((d) => d >= day)
  const last = days.filter((d) => d < day).at(-1)
  return {
    ...(turfCheck && { check: turfCheck }),
    ...(next && { seedingDay: next }),
    ...(last && { sownOn: last }),
  }
}
