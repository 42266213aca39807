import type { Spread, Tank } from '@jardinero/contract/bench'
import type { Outing } from '@jardinero/contract/outing'

type Translate = (id: unknown) => unknown

const zonesHere = (zones: Tank['zones'], idHere: (id: string) => string): Tank['zones'] =>
  zones.map((z) => ({
    ...z,
    zoneId: idHere(z.zoneId),
    ...(z.stripIds && { stripIds: z.stripIds.map(idHere) }),
  }))

/** What a tank points at, with the ids that has here; its mixes come after it, under ids that follow from the file's. */
export function tankHere(
  { zones, products, calibrationId, mixIds, jobIds, drawnFrom }: Tank,
  translate: Translate,
): Partial<Tank> {
  const idHere = (id: string) => String(translate(id))
  return {
    zones: zonesHere(zones, idHere),
    products: products.map((p) => ({
      ...p,
      labelId: idHere(p.labelId),
      tool: p.tool === null ? null : idHere(p.tool),
    })),
    calibrationId: idHere(calibrationId),
    mixIds: mixIds.map(idHere),
    jobIds: jobIds.map(idHere),
    ...(drawnFrom && { drawnFrom: idHere(drawnFrom) }),
  }
}

/** As a tank's. */
export function spreadHere(
  { zones, labelId, calibrationId, mixIds }: Spread,
  translate: Translate,
): Partial<Spread> {
  const idHere = (id: string) => String(translate(id))
  return {
    zones: zonesHere(zones, idHere),
    labelId: idHere(labelId),
    calibrationId: idHere(calibrationId),
    mixIds: mixIds.map(idHere),
  }
}

/** What an outing points at, with the ids that has here. */
export const outingHere = ({ zones, recordIds, jobIds }: Outing, translate: Translate): Partial<Outing> => ({
  zones: zones.map((z) => ({ ...z, zoneId: String(translate(z.zoneId)) })),
  recordIds: recordIds.map((id) => String(translate(id))),
  jobIds: jobIds.map((id) => String(translate(id))),
})
