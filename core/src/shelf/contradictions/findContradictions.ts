import { type Active } from '../active.ts'
import { createActiveFinder } from '../names.ts'
import { checkLabel } from '../checkLabel.ts'
import type { LabelRules } from '../label.ts'
import { findCoverage } from './coverage.ts'
import type { Finding, FindRule } from './finding.ts'
import { findIdentity } from './identity.ts'
import { findPlausible } from './plausible.ts'
import { findSpots } from './spots.ts'

const rulesOfFinder: FindRule[] = [findIdentity, findCoverage, findSpots, findPlausible]

/**
 * Every contradiction inside one label: what, where, and with the figures from which follows what would be consistent.
 * First what makes it unfit to keep, then what is hardly meant.
 */
export function findContradictions(
  rules: LabelRules,
  actives: Active[],
  { at = 'rules', lawnSqFt }: { at?: string; lawnSqFt?: number } = {},
): Finding[] {
  const context = { rules, at, activeOf: createActiveFinder(actives), ...(lawnSqFt && { lawnSqFt }) }
  const refused = checkLabel(rules, at).map((r): Finding => ({ field: at, ...r, weight: 'refuse' }))
  const found = rulesOfFinder.flatMap((rule) => rule(context))
  // A rate in the wrong measure, or absurd outright, is said once.
  const told = new Set(refused.map((r) => r.field.replace(/\.(min|max|value)$/, '')))
  return [
    ...refused,
    ...found.filter((f) => f.weight === 'refuse'),
    ...found.filter((f) => f.weight === 'warn' && !told.has(f.field)),
  ]
}
