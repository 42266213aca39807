import type { Plant } from '../../scout/index.ts'
import type { Target } from './escape.ts'

/** Grasses that take more than others to stop. */
const ownClass: Record<string, Target['target']> = { goosegrass: 'goosegrass' }
/** What a barrier stops only in part is met at so many times the usual residue. Estimate. */
const partlyFactor = 2

/** What of an active a plant's seedlings are stopped by; nothing where no barrier stops them. */
export function targetOf({ code, group, cycle, barrier }: Plant): Target | undefined {
  if (barrier.stops === 'no') return undefined
  const own = ownClass[code]
  if (own) return { target: own, factor: 1 }
  if (group === 'grass')
    return { target: cycle === 'winterAnnual' ? 'winterGrass' : 'summerGrass', factor: 1 }
  if (group === 'sedge') return { target: 'sedge', factor: 1 }
  if (barrier.why === 'needsBroadleafBarrier') return { target: 'broadleaf', factor: 1 }
  return { target: 'smallBroadleaf', factor: barrier.stops === 'partly' ? partlyFactor : 1 }
}
