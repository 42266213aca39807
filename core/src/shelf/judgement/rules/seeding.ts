import { addDays, daysBetween } from '../../../quantity/index.ts'
import type { Rule } from '../application.ts'
import { remedy, stops } from '../objection.ts'

/** Seed to come: the days a label asks for between a pass and seed. */
export const seedingToCome: Rule = ({ application: { rules, day }, ground, limits }) => {
  const { seedingDay, name: zone } = ground
  const interval = limits.use?.atSeeding ? 0 : (rules.seedingIntervalDays ?? 0)
  if (!seedingDay || seedingDay < day) return []
  const days = daysBetween(day, seedingDay)
  if (days >= interval) return []
  const safe = addDays(day, interval)
  const latest = addDays(seedingDay, -interval)
  const params = { label: rules.name, zone, days, interval, day, seeding: seedingDay, safe, latest }
  return [{ ...stops('label', 'seedingTooSoon', params, remedy('seedFrom', { day: safe })), field: 'day' }]
}
