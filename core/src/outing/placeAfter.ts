import { planWatering } from '../bench/index.ts'
import { addDays, convert, type Day } from '../quantity/index.ts'
import { computeReentry, type LabelRules } from '../shelf/index.ts'
import type { HourAhead } from './hour.ts'
import type { PassLimits } from './passLimits.ts'

/** What follows a pass that ends with a given hour: the water it needs, and when the mower may go. */
export interface AfterOuting {
  watering?: {
    leastIn: number
    /** Not before, and by. UTC. */
    from: string
    by: string
    /** Rain that is forecast in between, inches, and when it has brought enough. */
    rainIn: number
    rainDoes?: string
    /** What is left for the sprinkler, inches. */
    leftIn: number
  }
  /** People may walk on it again, at the earliest. UTC. */
  keepOffUntil: string
  mownBefore: Day
  mowFrom: Day
}

const hourMs = 3_600_000
const iso = (ms: number): string => new Date(ms).toISOString()

/** @param ends index of the pass's last hour */
export function placeAfter(
  labels: LabelRules[],
  limits: PassLimits,
  hours: HourAhead[],
  ends: number,
): AfterOuting {
  const last = hours[ends]!
  const over = Date.parse(last.at) + hourMs
  const plan: AfterOuting = {
    keepOffUntil: computeReentry(labels, iso(over)).at,
    mownBefore: addDays(last.day, -limits.mowing.before.value),
    mowFrom: addDays(last.day, limits.mowing.after.value),
  }
  const { window } = planWatering(labels)
  if (!window) return plan
  const [from, by] = [over + window.fromHours * hourMs, over + window.toHours * hourMs]
  let rainMm = 0
  let rainDoes: string | undefined
  for (const hour of hours.slice(ends + 1)) {
    const at = Date.parse(hour.at)
    if (at < from || at >= by) continue
    rainMm += hour.rainMm
    if (!rainDoes && convert(rainMm, 'mm', 'in') >= window.leastIn) rainDoes = iso(at + hourMs)
  }
  const rainIn = convert(rainMm, 'mm', 'in')
  return {
    ...plan,
    watering: {
      leastIn: window.leastIn,
      from: iso(from),
      by: iso(by),
      rainIn,
      ...(rainDoes && { rainDoes }),
      leftIn: Math.max(0, window.leastIn - rainIn),
    },
  }
}
