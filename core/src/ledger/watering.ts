import { addDays, convert, daysBetween, figure, operand, type Day, type Figure } from '../quantity/index.ts'
import type { LabelRules } from '../shelf/index.ts'

/** Water that fell or was given on a day, mm. */
export interface WaterDay {
  day: Day
  rainMm: number
  irrigationMm?: number
}

/** What of a pass its watering in rests on. */
export interface PassToWater {
  day: Day
  rules: LabelRules
  /** Water of the pass's own day that came after its start, mm, as the person says; nothing where nobody was asked. */
  waterAfterMm?: number | null
}

/** How far a pass is watered in, rain counted. */
export interface WateringIn {
  waterBy: Day
  /** Days left; negative when it is over. */
  daysToWater: number
  leastIn: number
  /** Since the pass, up to today or the deadline. */
  fallen: Figure<'in'>
  leftIn: number
  /** The day on which it had enough. */
  enoughOn?: Day
  /** Water of the pass's own day, mm, of which nobody has said whether it came after the pass: it does not count. */
  askMm?: number
  /** More fell in one day than the label allows for watering in. */
  washed?: { day: Day; depthIn: number }
}

/** More than the label's most by this on one day carries product away. Estimate. */
const washOverIn = 0.75

/**
 * Rain and sprinklers count from the start of the application: a forecast is not water. The hours of a day's water are not
 * known, so that of the pass's own day counts only as far as the person says that it came after. Days without an entry had
 * none. Nothing where the label asks for no water.
 */
export function computeWateringIn(
  { day: passDay, rules, waterAfterMm }: PassToWater,
  water: WaterDay[],
  today: Day,
): WateringIn | undefined {
  if (!rules.wateringIn) return undefined
  const { leastIn, mostIn, withinDays } = rules.wateringIn
  const waterBy = addDays(passDay, withinDays)
  const until = today < waterBy ? today : waterBy
  const depthMm = (d: WaterDay) => d.rainMm + (d.irrigationMm ?? 0)
  const ofDay = water.filter((d) => d.day === passDay).reduce((sum, d) => sum + depthMm(d), 0)
  const after = waterAfterMm ?? 0
  const inches = (d: WaterDay) => convert(d.day === passDay ? after : depthMm(d), 'mm', 'in')
  const own: WaterDay[] = after > 0 ? [{ day: passDay, rainMm: after }] : []
  const days = [...own, ...water.filter((d) => d.day > passDay)]
    .filter((d) => d.day >= passDay && d.day <= until)
    .toSorted((a, b) => (a.day < b.day ? -1 : 1))
  let sum = 0
  let enoughOn: Day | undefined
  for (const d of days) {
    sum += inches(d)
    if (!enoughOn && sum >= leastIn - 1e-9) enoughOn = d.day
  }
  const wet = days.filter((d) => inches(d) > 0)
  const flood = days.find((d) => inches(d) > mostIn + washOverIn)
  const fallen = figure('in', [
    {
      code: 'waterFallen',
      formula: wet.length ? wet.map((_, i) => `{day${i + 1}}`).join(' + ') : '0',
      operands: Object.fromEntries(wet.map((d, i) => [`day${i + 1}`, operand(inches(d), 'in')])),
      result: operand(sum, 'in'),
      source: 'station',
    },
  ])
  return {
    waterBy,
    daysToWater: daysBetween(today, waterBy),
    leastIn,
    fallen,
    leftIn: Math.max(0, leastIn - sum),
    ...(enoughOn && { enoughOn }),
    ...(waterAfterMm === undefined || waterAfterMm === null ? ofDay > 0 && { askMm: ofDay } : {}),
    ...(flood && { washed: { day: flood.day, depthIn: inches(flood) } }),
  }
}
