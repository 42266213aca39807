import { toleranceOf, type Active } from '../../shelf/index.ts'
import { dosesOf, type PlanContext, type ProgrammePass } from './programme.ts'

/** An active that could stand beside a pass, with its group. */
export interface PartnerActive {
  name: string
  group: string
}

/**
 * Actives of other groups that make a barrier and that all turf of the pass stands: what to look for as its partner.
 * @param actives what the almanac knows of all of them, not of the labels' alone
 */
export function partnerActives(
  pass: ProgrammePass,
  context: Pick<PlanContext, 'labels' | 'barriers' | 'zones'>,
  actives: Active[],
): PartnerActive[] {
  const own = new Set(dosesOf(pass, context).map((d) => d.active.group))
  const grounds = context.zones.filter((z) => pass.zones.includes(z.id))
  // Group 0 is of what nobody has grouped: it is no other group.
  return preEmergentActives(grounds, context.barriers, actives).filter(
    ({ group }) => group !== '0' && !own.has(group),
  )
}

/** Actives that make a barrier and that all of this turf stands: what to look for where there is no label yet. */
export function preEmergentActives(
  zones: Pick<PlanContext['zones'][number], 'turf' | 'state'>[],
  barriers: PlanContext['barriers'],
  actives: Active[],
): PartnerActive[] {
  return barriers.flatMap(({ name, group }) => {
    const known = actives.find((a) => a.name === name)
    const stands = zones.every((z) => known && toleranceOf(known, z.turf, z.state)?.verdict === 'safe')
    return known && stands ? [{ name, group }] : []
  })
}
