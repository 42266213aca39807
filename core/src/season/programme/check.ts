import { type Day, type RatePerAreaUnit, type Refusal, type ZoneId } from '../../quantity/index.ts'
import {
  computeActiveRates,
  groundFacts,
  judgeApplication,
  usualSituation,
  type Pass,
} from '../../shelf/index.ts'
import {
  productsOf,
  type PassProduct,
  type PlanContext,
  type PlanLabel,
  type PlanZone,
  type Programme,
  type ProgrammePass,
} from './programme.ts'

/** The day a pass is meant for: its own, or the most likely of its rule. */
export type DayOf = (pass: ProgrammePass) => Day | undefined

interface Checked {
  pass: ProgrammePass
  index: number
  day: Day
}
interface Held {
  label: PlanLabel
  product: PassProduct
  /** How many times the rate falls on this ground in one pass. */
  times: number
  before: Pass[]
}

function checkProduct(
  { pass, index, day }: Checked,
  field: string,
  zone: PlanZone,
  held: Held,
  context: PlanContext,
): Refusal[] {
  const { label, product, times, before } = held
  const { zones, wishes, actives = [], around } = context
  const { refusals } = judgeApplication(
    {
      day,
      rules: label.rules,
      purpose: 'preEmergent',
      rate: { value: product.rate.value * times, unit: product.rate.unit },
    },
    {
      ...zone,
      passes: before,
      ...groundFacts({ id: zone.id, turfCheck: zone.check ?? null }, wishes, day),
    },
    {
      situation: usualSituation,
      neighbours: zones.filter((z) => !pass.zones.includes(z.id)),
      ...around,
      actives,
    },
  )
  const where: Record<string, string> = { rate: `${field}rate`, day: 'when', seeding: 'when' }
  return refusals.map((r) => ({
    ...r,
    field: `passes.${index}.${where[r.field ?? ''] ?? `${field}labelId`}`,
    params: { ...r.params, zone: zone.name, ...(times > 1 && { twice: 'edges' }), pass: pass.id },
  }))
}

/** A pass as it lies on the ground: what of each active, a number of times the rate. */
const asPass = (pass: ProgrammePass, day: Day, times: number, labels: PlanLabel[]): Pass => ({
  day,
  actives: productsOf(pass, labels).flatMap(({ product, label }) =>
    computeActiveRates(label.rules, {
      value: product.rate.value * times,
      unit: product.rate.unit as RatePerAreaUnit,
    }),
  ),
})

/**
 * Every limit a programme breaks, pass by pass in the order of their days: label, turf and its state, rate, the year's maximum,
 * intervals, seeding, restrictions of the place, days without time. None when it can be carried out.
 */
export function checkProgramme(programme: Programme, context: PlanContext, dayOf: DayOf): Refusal[] {
  const { labels, zones, places, wishes } = context
  const faults: Refusal[] = []
  const dated = programme.passes
    .flatMap((pass, index): Checked[] => {
      const day = dayOf(pass)
      for (const [product, field] of [
        [pass, ''],
        [pass.partner, 'partner.'],
      ] as const)
        if (product && !labels.some((l) => l.id === product.labelId))
          faults.push({ code: 'labelGone', field: `passes.${index}.${field}labelId`, params: {} })
      if (!pass.zones.some((id) => zones.some((z) => z.id === id)))
        faults.push({ code: 'passWithoutZone', field: `passes.${index}.zones`, params: {} })
      return day ? [{ pass, index, day }] : []
    })
    .toSorted((a, b) => (a.day < b.day ? -1 : 1))
  const before = new Map(zones.map((z) => [z.id, { once: z.passes, edges: z.passes }]))
  for (const checked of dated) {
    const { pass, index, day } = checked
    if (pass.when.kind === 'day' && day < context.today)
      faults.push({
        code: 'passInPast',
        field: `passes.${index}.when`,
        params: { day, today: context.today },
      })
    for (const { from, to } of wishes.busy)
      if (day >= from && day <= to)
        faults.push({ code: 'noTimeThen', field: `passes.${index}.when`, params: { day, from, to } })
    for (const zone of zones.filter((z) => pass.zones.includes(z.id))) {
      const put = before.get(zone.id)!
      const hasEdge = places.some((p) => p.zoneId === zone.id && p.kind === 'edge')
      const twice = pass.edges === 'twice' && hasEdge
      for (const [k, { product, label, field }] of productsOf(pass, labels).entries()) {
        // A partner with the same active comes on top of the first product.
        const first = k && pass.partner ? { ...pass, partner: undefined } : undefined
        const under = (passes: Pass[], times: number) =>
          first ? [...passes, asPass(first, day, times, labels)] : passes
        const once = checkProduct(
          checked,
          field,
          zone,
          {
            label,
            product,
            times: 1,
            before: under(put.once, 1),
          },
          context,
        )
        const atEdges =
          twice || put.edges !== put.once
            ? checkProduct(
                checked,
                field,
                zone,
                {
                  label,
                  product,
                  times: twice ? 2 : 1,
                  before: under(put.edges, twice ? 2 : 1),
                },
                context,
              )
            : []
        faults.push(...once, ...(once.length ? [] : atEdges))
      }
      const own = asPass(pass, day, 1, labels)
      before.set(zone.id, {
        once: [...put.once, own],
        edges:
          twice || put.edges !== put.once
            ? [...put.edges, asPass(pass, day, twice ? 2 : 1, labels)]
            : [...put.once, own],
      })
    }
  }
  return faults
}

/** What a plan will still put on a zone: its passes from a day on, as the ledger would have them: each as on its worst ground. */
export const passesOfPlan = (
  { programme, days }: { programme: Programme; days: { id: string; day?: Day }[] },
  { zoneId, labels, from }: { zoneId: ZoneId; labels: PlanLabel[]; from: Day },
): Pass[] =>
  programme.passes.flatMap((pass) => {
    const day = pass.when.kind === 'day' ? pass.when.day : days.find((d) => d.id === pass.id)?.day
    return day && day >= from && pass.zones.includes(zoneId)
      ? [asPass(pass, day, pass.edges === 'twice' ? 2 : 1, labels)]
      : []
  })
