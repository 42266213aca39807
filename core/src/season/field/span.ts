import { daysBetween, type Day } from '../../quantity/index.ts'
import { seasonOf } from '../../soil/index.ts'
import type { Hemisphere } from '../../yard/index.ts'
import type { PlanZone } from '../programme/programme.ts'

/** A pass older than this is no longer felt, days. The longest label promises eight months. */
const felt = 260
/** Days looked back at least: the flush at hand and what lies under it. A choice. */
const least = 60

/** The first day a field needs, days from today: since the seasons of its weeds began, and since the oldest pass still felt. */
export function fieldFrom(
  today: Day,
  hemisphere: Hemisphere,
  zones: Pick<PlanZone, 'passes'>[],
  back: number,
): number {
  const since = (['rising', 'falling'] as const).map((t) =>
    daysBetween(seasonOf(today, hemisphere, t).from, today),
  )
  const passes = zones.flatMap((z) => z.passes.map((p) => daysBetween(p.day, today))).filter((d) => d <= felt)
  return -Math.min(back - 1, Math.max(least, ...since, ...passes.map((d) => d + 1)))
}
