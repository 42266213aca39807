import { addDays, convert, daysBetween, figure, operand, type Day, type Figure } from '../quantity/index.ts'
import type { LabelRules } from '../shelf/index.ts'

/** Water that fell or was given on a day, mm. */
export interface WaterDay {
  day: Day
  rainMm: number
  irrigationMm?: number
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
  /** More fell in one day than the label allows for watering in. */
  washed?: { day: Day; depthIn: number }
}

/** More than the label's most by this on one day carries product away. Estimate. */
const washOverIn = 0.75

/**
 * Rain and sprinklers count from the pass's own day on: a forecast is not water. Days without an entry had none. Nothing
 * where the label asks for no water.
 */
export function computeWateringIn(
  passDay: Day,
  rules: LabelRules,
  water: WaterDay[],
  today: Day,
): WateringIn | undefined {
  if (!rules.wateringIn) return undefined
  const { leastIn, mostIn, withinDays } = rules.wateringIn
  const waterBy = addDays(passDay, withinDays)
  const until = today < waterBy ? today : waterBy
  const inches = (d: WaterDay) => convert(d.rainMm + (d.irrigationMm ?? 0), 'mm', 'in')
  const days = water
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
    ...(flood && { washed: { day: flood.day, depthIn: inches(flood) } }),
  }
}
