import { addDays, daysBetween, type Day } from '../quantity/index.ts'
import type { LabelRules } from '../shelf/index.ts'

/** What a pass still asks for once it is down. */
export interface AfterPass {
  /** Last day to water it in; absent when the label asks for none. */
  waterBy?: Day
  /** Days left to water in; negative when it is over. */
  daysToWater?: number
}

/** The watering-in deadline of a pass by its label. */
export function computeAfterPass(passDay: Day, rules: LabelRules, today: Day): AfterPass {
  if (!rules.wateringIn) return {}
  const waterBy = addDays(passDay, rules.wateringIn.withinDays)
  return { waterBy, daysToWater: daysBetween(today, waterBy) }
}
