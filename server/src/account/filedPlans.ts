import type { AccountFile } from '@jardinero/contract/account'
import type { Refusal } from '@jardinero/core/quantity'
import type { Programme, SeasonWishes } from '@jardinero/core/season'

type Translate = (id: unknown) => unknown

/** A programme with the ids its zones and labels have here. */
export const programmeHere = (programme: Programme, translate: Translate): Programme => {
  const idHere = (id: string) => String(translate(id))
  return {
    passes: programme.passes.map((pass) => ({
      ...pass,
      labelId: idHere(pass.labelId),
      zones: pass.zones.map(idHere),
      ...(pass.partner && { partner: { ...pass.partner, labelId: idHere(pass.partner.labelId) } }),
    })),
    fertiliser: programme.fertiliser.map((f) => ({ ...f, zones: f.zones.map(idHere) })),
  }
}

/** Wishes with the ids their zones have here. */
export const wishesHere = (wishes: SeasonWishes, translate: Translate): SeasonWishes => ({
  ...wishes,
  seeding: wishes.seeding.map((s) => ({ ...s, zoneId: String(translate(s.zoneId)) })),
})

/** What plans and wishes of a file point at that is not in it. */
export function checkFiledPlans({ plans, yards, zones, labels }: AccountFile): Refusal[] {
  const [known, shelf] = [new Set(zones.map((z) => z.id)), new Set(labels.map((l) => l.id))]
  const missing = (field: string, id: string, part: string, there: boolean): Refusal[] =>
    there ? [] : [{ code: 'referenceMissing', field, params: { id, part } }]
  return [
    ...plans.flatMap(({ programme }, i) => [
      ...programme.passes.flatMap(({ labelId, partner, zones: covered }, k) => [
        ...[labelId, ...(partner ? [partner.labelId] : [])].flatMap((id) =>
          missing(`plans.${i}.programme.passes.${k}.labelId`, id, 'labels', shelf.has(id)),
        ),
        ...covered.flatMap((id) =>
          missing(`plans.${i}.programme.passes.${k}.zones`, id, 'zones', known.has(id)),
        ),
      ]),
      ...programme.fertiliser.flatMap((f, k) =>
        f.zones.flatMap((id) =>
          missing(`plans.${i}.programme.fertiliser.${k}.zones`, id, 'zones', known.has(id)),
        ),
      ),
    ]),
    ...yards.flatMap(({ seasonWishes }, i) =>
      (seasonWishes?.seeding ?? []).flatMap(({ zoneId }, k) =>
        missing(`yards.${i}.seasonWishes.seeding.${k}.zoneId`, zoneId, 'zones', known.has(zoneId)),
      ),
    ),
  ]
}
