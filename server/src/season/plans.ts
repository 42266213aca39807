import { In } from 'typeorm'
import { computeFertiliser } from '@jardinero/core/bench'
import { almanac, sprouts } from '@jardinero/almanac'
import type { PlanOrder, PlanTaken, SeasonPlan } from '@jardinero/contract/season'
import type { Label } from '@jardinero/contract/shelf'
import type { Place, Section, Yard, Zone } from '@jardinero/contract/yard'
import type { Day, LabelId, Refusal } from '@jardinero/core/quantity'
import { buildPlanContext, checkProgramme, planHolds, type PlanContext } from '@jardinero/core/season'
import { seasonOf } from '@jardinero/core/soil'
import { computeArea, hemisphereOf } from '@jardinero/core/yard'
import { dateJobs, passesOfJobs } from '@jardinero/core/job'
import { jobsOfYard, planJobs, recentJobs } from '../job/index.ts'
import { accountToday } from '../platform/today.ts'
import { passesOnYard } from '../ledger/index.ts'
import type { Clock } from '../platform/clock.ts'
import { rowsWhere, toWire } from '../platform/collection.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

const rulesAmong = (labels: Label[]) => (id: LabelId) => labels.find((l) => l.id === id)?.rules

/** Everything a programme of a yard is held against. @param others plans in force beside it: the year's maximum is shared */
export async function gatherContext(
  scope: AccountScope,
  yard: Yard,
  today: Day,
  others: SeasonPlan[] = [],
): Promise<PlanContext> {
  const zones = await rowsWhere<Zone>(scope, 'zone', { yardId: yard.id })
  const labels = await rowsWhere<Label>(scope, 'label')
  const jobs = await jobsOfYard(scope, yard.id)
  const known = { days: dateJobs(jobs, () => undefined), rulesOf: rulesAmong(labels) }
  const ofZones = { zoneId: In(zones.map((z) => z.id)) }
  const sections = await scope.find<Section>('section', ofZones)
  const passes = await passesOnYard(scope, yard)
  const areaOf = (zone: Zone): number => {
    const area = computeArea(sections.filter((s) => s.zoneId === zone.id))
    return area.ok ? area.value.area.value : 0
  }
  return buildPlanContext({
    today,
    yard,
    zones: zones.map((zone) => ({
      ...zone,
      areaSqFt: areaOf(zone),
      passes: [
        ...passes.filter((p) => p.zoneId === zone.id).map((p) => p.pass),
        ...passesOfJobs(jobs, zone.id, today, known),
      ],
    })),
    places: await rowsWhere<Place>(scope, 'place', ofZones),
    labels,
    others,
    almanac: { barriers: almanac.barriers, actives: almanac.actives, sprouts },
  })
}

function checkFertiliser({ programme }: PlanOrder): Refusal[] {
  return programme.fertiliser.flatMap((f, i) => {
    const needed = computeFertiliser(f, 1000)
    return needed.ok ? [] : needed.refusals.map((r) => ({ ...r, field: `fertiliser.${i}.${r.field}` }))
  })
}

/** Takes a plan, once, and makes its jobs. The same id again answers with the plan that is there. @throws ProblemError refused with every limit it breaks */
export async function takePlan(
  scope: AccountScope,
  order: PlanOrder,
  takenBy: string,
  clock: Clock,
): Promise<{ plan: PlanTaken; added: boolean }> {
  const yard = await scope.get<Yard>('yard', order.yardId)
  const today = await accountToday(scope, yard.timeZone, clock)
  const others = (await plansInForce(scope, yard, today)).filter((p) => p.half !== order.half)
  const context = await gatherContext(scope, yard, today, others)
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
  const plan = toWire<SeasonPlan>(row)
  if (added) {
    const { from } = seasonOf(context.today, hemisphereOf(yard.latitude), plan.half)
    await planJobs(scope, plan, from, { by: takenBy, clock })
  }
  return { plan: { ...plan, jobs: await recentJobs(scope, yard, clock) }, added }
}

/** The plans that hold for a yard on a day: the newest of each half of the year, of its season, and which edition of it that is. */
export async function plansInForce(
  scope: AccountScope,
  yard: Pick<Yard, 'id' | 'latitude'>,
  today: Day,
): Promise<(SeasonPlan & { edition: number })[]> {
  const plans = await scope.find<SeasonPlan>(
    'season_plan',
    { yardId: yard.id },
    { order: { takenAt: 'ASC' } },
  )
  return (['rising', 'falling'] as const).flatMap((half) => {
    const own = plans.filter((p) => p.half === half)
    const newest = own.at(-1)
    const holds = newest && planHolds(newest, today, hemisphereOf(yard.latitude))
    return holds ? [{ ...newest, edition: own.length }] : []
  })
}
