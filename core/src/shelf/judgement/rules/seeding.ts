import { addDays, daysBetween } from '../../../quantity/index.ts'
import { kindOf } from '../../label.ts'
import type { Rule } from '../application.ts'
import { asks, remedy, stops } from '../objection.ts'

/** Seed that is sown so soon is asked about where the label’s own days were not copied. */
const askedWithinDays = 42

/** Seed to come: the days a label asks for between a pass and seed. */
export const seedingToCome: Rule = ({ application: { rules, day }, ground, limits }) => {
  const { seedingDay, name: zone } = ground
  const interval = limits.use?.atSeeding ? 0 : (rules.seedingIntervalDays ?? 0)
  if (!seedingDay || seedingDay < day) return []
  const days = daysBetween(day, seedingDay)
  if (!limits.use?.atSeeding && rules.seedingIntervalDays === undefined) {
    const params = { label: rules.name, days, seeding: seedingDay }
    const look = remedy('copyFromLabel', { label: rules.name })
    return days <= askedWithinDays && kindOf(rules) === 'herbicide'
      ? [{ ...asks('label', 'seedingNotCopied', params, look), field: 'day' }]
      : []
  }
  if (days >= interval) return []
  const safe = addDays(day, interval)
  const latest = addDays(seedingDay, -interval)
  const params = { label: rules.name, zone, days, interval, day, seeding: seedingDay, safe, latest }
  return [{ ...stops('label', 'seedingTooSoon', params, remedy('seedFrom', { day: safe })), field: 'day' }]
}
