import type { Section, Zone } from '@jardinero/contract/yard'
import { computeArea } from '@jardinero/core/yard'
import { In } from 'typeorm'
import type { AccountScope } from '../platform/scope.ts'

/** Lawns at once: each has a few sections. */
const atOnce = 500

/**
 * Works out how large lawns are of which the database has forgotten it: it does so whenever a section changes. So the list can
 * be ordered by size, and no way of changing a section has to think of it.
 */
export async function fillAreas(scope: AccountScope): Promise<void> {
  const lacking = await scope.rows<Pick<Zone, 'id'>>(
    'SELECT z.id FROM zone z WHERE z.area_sq_ft IS NULL AND EXISTS (SELECT 1 FROM section s WHERE s.zone_id = z.id)',
  )
  for (let i = 0; i < lacking.length; i += atOnce) {
    const ids = lacking.slice(i, i + atOnce).map((z) => z.id)
    const sections = new Map<string, Section[]>()
    for (const section of await scope.find<Section>('section', { zoneId: In(ids) }))
      sections.set(section.zoneId, [...(sections.get(section.zoneId) ?? []), section])
    for (const zoneId of ids) {
      const outcome = computeArea(sections.get(zoneId) ?? [])
      if (outcome.ok) await scope.update('zone', { id: zoneId }, { areaSqFt: outcome.value.area.value })
    }
  }
}
