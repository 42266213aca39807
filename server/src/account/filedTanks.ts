import type { Tank } from '@jardinero/contract/bench'

type Translate = (id: unknown) => unknown

/** What a tank points at, with the ids that has here; its mixes come after it, under ids that follow from the file's. */
export function tankHere(
  { zones, products, calibrationId, mixIds }: Tank,
  translate: Translate,
): Partial<Tank> {
  const idHere = (id: string) => String(translate(id))
  return {
    zones: zones.map((z) => ({ ...z, zoneId: idHere(z.zoneId) })),
    products: products.map((p) => ({
      ...p,
      labelId: idHere(p.labelId),
      tool: p.tool === null ? null : idHere(p.tool),
    })),
    calibrationId: idHere(calibrationId),
    mixIds: mixIds.map(idHere),
  }
}
