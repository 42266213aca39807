import { computeFertiliser } from '@jardinero/core/bench'
import { almanac, sprouts } from '@jardinero/almanac'
import type { PlanOrder, SeasonPlan } from '@jardinero/contract/season'
import type { Label } from '@jardinero/contract/shelf'
import type { Place, Section, Yard, Zone } from '@jardinero/contract/yard'
import type { Refusal, YardId } from '@jardinero/core/quantity'
import { checkProgramme, noWishes, passesOfPlan, type PlanContext } from '@jardinero/core/season'
import { groundOf } from '@jardinero/core/soil'
import { activesNamed, usualSituation } from '@jardinero/core/shelf'
import { computeArea, hemisphereOf } from '@jardinero/core/yard'
import { accountToday } from '../platform/today.ts'
import { passesOnZone } from '../ledger/index.ts'
import type { Clock } from '../platform/clock.ts'
import { toWire } from '../platform/collection.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

/** Everything a programme of a yard is held against. @param others plans in force beside it: the year's maximum is shared */
export async function gatherContext(
  scope: AccountScope,
  yard: Yard,
  clock: Clock,
  others: SeasonPlan[] = [],
): Promise<PlanContext> {
  const zones = await scope.find<Zone>('zone', { yardId: yard.id })
  const labels = await scope.find<Label>('label')
  const today = await accountToday(scope, yard.timeZone, clock)
  const planZones: PlanContext['zones'] = []
  const places: PlanContext['places'] = []
  for (const zone of zones) {
    const area = computeArea(await scope.find<Section>('section', { zoneId: zone.id }))
    const { id, name, turf, state } = zone
    const areaSqFt = area.ok ? area.value.area.value : 0
    const planned = others.flatMap((plan) => passesOfPlan(plan, { zoneId: id, labels, from: today }))
    const passes = [...(await passesOnZone(scope, zone)), ...planned]
    planZones.push({
      id,
      name,
      turf,
      state,
      areaSqFt,
      passes,
      ...(zone.turfCheck && { check: zone.turfCheck }),
    })
    for (const place of await scope.find<Place>('place', { zoneId: id })) {
      const { thatchCm } = groundOf(place.kind, place.ground ?? {})
      places.push({ id: place.id, zoneId: id, kind: place.kind, thatchCm })
    }
  }
  return {
    today,
    zones: planZones,
    places,
    labels: labels.map(({ id, rules }) => ({ id, rules })),
    barriers: almanac.barriers,
    wishes: yard.seasonWishes ?? noWishes,
    actives: activesNamed(
      almanac.actives,
      labels.map((l) => l.rules),
    ),
    around: {
      situation: yard.shelfSituation ?? usualSituation,
      hemisphere: hemisphereOf(yard.latitude),
      sprouts,
    },
  }
}

function checkFertiliser({ programme }: PlanOrder): Refusal[] {
  return programme.fertiliser.flatMap((f, i) => {
    const needed = computeFertiliser(f, 1000)
    return needed.ok ? [] : needed.refusals.map((r) => ({ ...r, field: `fertiliser.${i}.${r.field}` }))
  })
}

/** Takes a plan, once. The same id again answers with the plan that is there. @throws ProblemError refused with every limit it breaks */
export async function takePlan(
  scope: AccountScope,
  order: PlanOrder,
  takenBy: string,
  clock: Clock,
): Promise<{ plan: SeasonPlan; added: boolean }> {
  const yard = await scope.get<Yard>('yard', order.yardId)
  const others = (await plansInForce(scope, yard.id)).filter((p) => p.half !== order.half)
  const context = await gatherContext(scope, yard, clock, others)
  const dayById = new Map(order.days.map((d) => [d.id, d.day]))
  const faults = [
    ...checkProgramme(order.programme, context, ({ id, when }) =>
      when.kind === 'day' ? when.day : dayById.get(id),
    ),
    ...checkFertiliser(order),
  ]
  if (faults.length) throw new ProblemError('refused', faults)
  const { row, added } = await scope.add<SeasonPlan>('season_plan', {
    ...order,
    takenAt: clock().toISOString(),
    takenBy,
  })
  return { plan: toWire(row), added }
}

/** The plans that hold for a yard: the newest of each half of the year, and which edition of it that is. */
export async function plansInForce(
  scope: AccountScope,
  yardId: YardId,
): Promise<(SeasonPlan & { edition: number })[]> {
  const plans = await scope.find<SeasonPlan>('season_plan', { yardId }, { order: { takenAt: 'ASC' } })
  return (['rising', 'falling'] as const).flatMap((half) => {
    const own = plans.filter((p) => p.half === half)
    const newest = own.at(-1)
    return newest ? [{ ...newest, edition: own.length }] : []
  })
}
