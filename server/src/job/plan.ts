import type { SeasonPlan } from '@jardinero/contract/season'
import { changesOfPlan } from '@jardinero/core/job'
import type { Day } from '@jardinero/core/quantity'
import { fixedId } from '../platform/fixedId.ts'
import type { AccountScope } from '../platform/scope.ts'
import { jobsOfYard, takeStep, type Taker } from './jobs.ts'

/** Makes the jobs of a plan that is taken, and does to those of the plan before it what it asks. @param seasonFrom as of `changesOfPlan` */
export async function planJobs(
  scope: AccountScope,
  plan: SeasonPlan,
  seasonFrom: Day,
  taker: Taker,
): Promise<void> {
  const changes = changesOfPlan(plan, await jobsOfYard(scope, plan.yardId), {
    idOf: (passId, zoneId) => fixedId(`${plan.id}/${passId}/${zoneId}`),
    seasonFrom,
  })
  for (const [i, { jobId, ...move }] of changes.entries())
    await takeStep(
      scope,
      jobId,
      { id: fixedId(`${plan.id}/${jobId}/${i}`), why: plan.reason, ...move },
      taker,
    )
}
