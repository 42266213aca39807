import type { Tank } from '@jardinero/contract/bench'
import type { Outing, OutingOrder } from '@jardinero/contract/outing'
import type { Zone } from '@jardinero/contract/yard'
import { computeUsed, type LoadMade } from '@jardinero/core/outing'
import type { Refusal } from '@jardinero/core/quantity'
import { tankApplication, writeApplication } from '../ledger/index.ts'
import type { Clock } from '../platform/clock.ts'
import { toWire } from '../platform/collection.ts'
import { fixedId } from '../platform/fixedId.ts'
import { accept, ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

const loadsOf = (tank: Tank): LoadMade[] =>
  tank.result.loads.map((load) => ({
    waterGal: load.water.value,
    amounts: load.doses.map((d) => d.measured.amount),
  }))

function checkTimes({ startedAt, endedAt, pauses, winds }: OutingOrder): Refusal[] {
  const [from, to] = [Date.parse(startedAt), Date.parse(endedAt)]
  const refusals: Refusal[] = []
  if (!(to >= from)) refusals.push({ code: 'endsBeforeStart', field: 'endedAt', params: {} })
  pauses.forEach((p, i) => {
    if (Date.parse(p.to) < Date.parse(p.from))
      refusals.push({ code: 'endsBeforeStart', field: `pauses.${i}.to`, params: {} })
  })
  // A reading of the wind just before the start is one of the outing.
  const early = 3 * 3_600_000
  winds.forEach((w, i) => {
    const at = Date.parse(w.at)
    if (at < from - early || at > to)
      refusals.push({ code: 'windOutside', field: `winds.${i}.at`, params: {} })
  })
  return refusals
}

/** Each lawn of the tank has its ground, and no other. */
function checkZones(tank: Tank, zones: OutingOrder['zones']): Refusal[] {
  const planned = new Set(tank.zones.map((z) => z.zoneId))
  return zones.flatMap(({ zoneId }, i) =>
    planned.has(zoneId) ? [] : [{ code: 'zoneNotInTank', field: `zones.${i}.zoneId`, params: {} }],
  )
}

/** Of the wind, what stands in a record: the strongest that was met, and where it came from. */
function windOf({ winds }: OutingOrder): { windMph: number | null; windFrom: string | null } {
  const strongest = winds.toSorted((a, b) => b.mph - a.mph)[0]
  return { windMph: strongest?.mph ?? null, windFrom: strongest?.from || null }
}

/**
 * Writes an outing down with its records, all or none: a record for each lawn gone over and herbicide, with what was really
 * used. The same outing again adds nothing. @throws ProblemError tankRecorded, refused, notFound
 */
export async function recordOuting(
  scope: AccountScope,
  order: OutingOrder,
  madeBy: string,
  clock: Clock,
): Promise<{ outing: Outing; added: boolean }> {
  const [here] = await scope.find<Outing>('outing', { id: order.id })
  if (here) return { outing: toWire(here), added: false }
  const tank = await scope.get<Tank>('tank', order.tankId)
  const refusals = [...checkTimes(order), ...checkZones(tank, order.zones)]
  if (refusals.length) throw new ProblemError('refused', refusals)
  const loads = loadsOf(tank)
  const used = accept(
    computeUsed(loads, {
      loadsMixed: order.loadsMixed,
      leftoverGal: order.leftoverGal,
      zones: order.zones.map((z) => ({ id: z.zoneId, areaSqFt: z.areaSqFt })),
    }),
  )
  const { records } = await writeApplication(
    scope,
    {
      application: tankApplication(tank),
      facts: {
        appliedAt: order.startedAt,
        endedAt: order.endedAt,
        applicator: order.applicator,
        licence: order.licence,
        ...windOf(order),
        airC: order.airC,
        target: order.target,
        wateredInOn: null,
        note: order.note,
      },
      factsOf: (mix) => {
        const share = used.shares.get(mix.zoneId)
        const product = used.products[tank.products.findIndex((p) => p.labelId === mix.labelId)]
        return share === undefined || !product
          ? undefined
          : {
              areaSqFt: order.zones.find((z) => z.zoneId === mix.zoneId)!.areaSqFt,
              product: { value: product.value * share, unit: product.unit },
              waterGal: used.water.value * share,
            }
      },
      idOf: (mixId) => fixedId(`${order.id}/${mixId}`),
      again: order.again,
    },
    madeBy,
    clock,
  )
  const recordIds = records.map((r) => r.id)
  const mixed = loads.slice(0, order.loadsMixed).reduce((sum, l) => sum + l.waterGal, 0)
  const planned = loads.reduce((sum, l) => sum + l.waterGal, 0)
  const zone = await scope.get<Zone>('zone', tank.zones[0]!.zoneId)
  const { again: _, ...kept } = order
  const { row } = await scope.add<Outing>('outing', {
    ...kept,
    yardId: zone.yardId,
    takenShare: planned > 0 ? mixed / planned : 1,
    recordIds,
    jobIds: [...new Set(records.flatMap((r) => r.jobId ?? []))],
    madeAt: clock().toISOString(),
    madeBy,
  })
  return { outing: toWire(row), added: true }
}

/** Tanks that were made and not yet written down, newest first: what is still to be put down. */
export async function openTanks(scope: AccountScope, since: string): Promise<Tank[]> {
  const tanks = await scope
    .query<Tank>('tank', 't')
    .andWhere('t.day >= :since', { since })
    .andWhere(
      `NOT EXISTS (SELECT 1 FROM application_record r JOIN mix m ON m.account_id = r.account_id AND m.id = r.mix_id
         WHERE m.account_id = t.account_id AND m.tank_id = t.id)`,
    )
    .orderBy('t.made_at', 'DESC')
    .limit(20)
    .getMany()
  return tanks.map((t) => toWire<Tank>(t))
}
