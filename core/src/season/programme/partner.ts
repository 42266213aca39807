import { lawOn, toleranceOf, usualSituation, type Active } from '../../shelf/index.ts'
import { dosesOf, type PlanContext, type ProgrammePass } from './programme.ts'

/** An active that could stand beside a pass, with its group. */
export interface PartnerActive {
  name: string
  group: string
}

/**
 * Actives of other groups that make a barrier, that all turf of the pass stands and the law allows: what to look for as its partner.
 * @param actives what the almanac knows of all of them, not of the labels' alone
 */
export function partnerActives(
  pass: ProgrammePass,
  context: Pick<PlanContext, 'labels' | 'barriers' | 'zones' | 'around'>,
  actives: Active[],
): PartnerActive[] {
  const own = new Set(dosesOf(pass, context).map((d) => d.active.group))
  const grounds = context.zones.filter((z) => pass.zones.includes(z.id))
  // Group 0 is of what nobody has grouped: it is no other group.
  return preEmergentActives({ ...context, zones: grounds }, actives).filter(
    ({ group }) => group !== '0' && !own.has(group),
  )
}

/**
 * Actives that make a barrier, that all of this turf stands, and that the law of the place allows its owner: what to look for where
 * there is no label yet.
 */
export function preEmergentActives(
  { zones, barriers, around }: Pick<PlanContext, 'barriers' | 'around'> & { zones: Grown[] },
  actives: Active[],
): PartnerActive[] {
  const situation = around?.situation ?? usualSituation
  return barriers.flatMap(({ name, group }) => {
    const known = actives.find((a) => a.name === name)
    if (!known || lawOn(known, situation).length) return []
    const stands = zones.every((z) => toleranceOf(known, z.turf, z.state)?.verdict === 'safe')
    return stands ? [{ name, group }] : []
  })
}
type Grown = Pick<PlanContext['zones'][number], 'turf' | 'state'>
