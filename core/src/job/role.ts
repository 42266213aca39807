import { findUse, kindOf, type Active, type LabelRules, type LabelUse } from '../shelf/index.ts'
import type { TurfState } from '../yard/index.ts'
import type { ChainRole } from './job.ts'

/**
 * The line of a label for what an application is for, on a turf; nothing where the label has none, or is for something else: what
 * kills all that is green is offered for that alone. @param role any herbicide where it is nothing
 */
export function useForRole(
  rules: LabelRules,
  role: ChainRole | null | undefined,
  { turf, state }: { turf: string; state: TurfState },
  activeOf: (name: string) => Active | undefined,
): LabelUse | undefined {
  if (kindOf(rules) !== 'herbicide') return undefined
  const killsAll = rules.actives.some((a) => activeOf(a.name)?.nonSelective)
  if (role && killsAll !== (role === 'nonSelective')) return undefined
  const purpose = role === 'preEmergent' ? 'preEmergent' : role ? 'postEmergent' : undefined
  return findUse(rules, { turf, state, purpose })
}
