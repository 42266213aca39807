import { may } from '@jardinero/contract/roles'
import { plantAlmanac } from '@jardinero/almanac'
import * as wire from '@jardinero/contract/job'
import type { Label } from '@jardinero/contract/shelf'
import type { Yard, Zone } from '@jardinero/contract/yard'
import {
  brokenStep,
  dateJobs,
  soonestDay,
  startChain,
  usualChains,
  type Job,
  type JobSeed,
  type JobTime,
} from '@jardinero/core/job'
import { addDays, yearOf, type Day, type JobId, type Refusal } from '@jardinero/core/quantity'
import type { App } from '../platform/app.ts'
import type { Clock } from '../platform/clock.ts'
import { collectionOf, type Collection } from '../platform/collection.ts'
import { fixedId } from '../platform/fixedId.ts'
import { idParams } from '../platform/params.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { accountToday } from '../platform/today.ts'
import { jobsOfYard, readHistory, takeStep, type StepAsked } from './jobs.ts'

const tags = ['jobs']

const stepsFault = ({ steps }: Pick<wire.ChainTemplateRow, 'steps'>): Refusal[] => {
  const at = brokenStep(steps)
  return at < 0 ? [] : [{ code: 'chainOrder', field: `steps.${at}.after`, params: { step: at + 1 } }]
}

export const jobCollections: Collection[] = [
  collectionOf({
    room: 'jobs',
    path: 'templates',
    entity: 'chain_template',
    shapes: wire.chainTemplate,
    check: stepsFault,
  }),
]

/** Labels that are named must be here: a job is of one's own shelf. @throws ProblemError refused */
async function checkProducts(scope: AccountScope, seeds: Pick<JobSeed, 'products'>[]): Promise<void> {
  const named = new Set(seeds.flatMap((s) => s.products.map((p) => p.labelId)))
  if (!named.size) return
  const here = new Set((await scope.find<Label>('label')).map((l) => l.id))
  const gone = [...named].filter((id) => !here.has(id))
  if (gone.length)
    throw new ProblemError(
      'refused',
      gone.map(() => ({ code: 'labelGone', field: 'products', params: {} })),
    )
}

const knownPlants = new Set(plantAlmanac.plants.map((p) => p.code))
/** @throws ProblemError refused */
function checkPlants(plants: string[]): void {
  const unknown = plants.filter((p) => !knownPlants.has(p))
  if (unknown.length)
    throw new ProblemError(
      'refused',
      unknown.map((given) => ({ code: 'unknownCode', field: 'plants', params: { given } })),
    )
}

/** What a step may wait for: an open or done job of the same lawn, that does not wait for it. @throws ProblemError refused */
async function checkTime(scope: AccountScope, job: Pick<Job, 'id' | 'yardId'>, when: JobTime): Promise<void> {
  if (when.kind !== 'after') return
  const jobs = await jobsOfYard(scope, job.yardId)
  const missing = () => {
    throw new ProblemError('refused', [{ code: 'jobWaitsFor', field: 'when.jobId', params: {} }])
  }
  for (let at: JobId | undefined = when.jobId, seen = 0; at; seen++) {
    const before = jobs.find((j) => j.id === at)
    if (!before || at === job.id || seen > jobs.length) return missing()
    at = before.when.kind === 'after' ? before.when.jobId : undefined
  }
  const wanted = when.day
  const soonest = soonestDay(
    { when },
    dateJobs(jobs, () => undefined),
  )
  if (wanted && soonest && wanted < soonest)
    throw new ProblemError('refused', [
      { code: 'chainTooSoon', field: 'when.day', params: { day: wanted, earliest: soonest } },
    ])
}

/** What is not done yet can't be said to be done. @throws ProblemError refused */
async function checkDone(
  scope: AccountScope,
  job: Pick<Job, 'yardId'>,
  day: Day,
  clock: Clock,
): Promise<void> {
  const { timeZone } = await scope.get<Yard>('yard', job.yardId)
  const today = await accountToday(scope, timeZone, clock)
  if (day > today)
    throw new ProblemError('refused', [
      { code: 'recordInFuture', field: 'day', params: { given: day, today } },
    ])
}

/** A step as a person asks for it, made whole of what the job is. */
async function wholeStep(
  scope: AccountScope,
  job: Job,
  order: wire.JobStepOrder,
  clock: Clock,
): Promise<StepAsked> {
  // Its day and product are the plan's: they change with it, so that there is one date.
  if (job.plan && (order.kind === 'move' || order.kind === 'change' || order.kind === 'plan'))
    throw new ProblemError('refused', [{ code: 'jobOfPlan', field: 'kind', params: {} }])
  if ('when' in order && order.when) await checkTime(scope, job, order.when)
  if ('ask' in order && order.ask?.products) await checkProducts(scope, [{ products: order.ask.products }])
  if ('ask' in order && order.ask?.plants) checkPlants(order.ask.plants)
  if ('day' in order) await checkDone(scope, job, order.day, clock)
  if (order.kind !== 'plan') return order
  const { state: _, doneOn: __, tankIds: ___, recordIds: ____, ...seed } = job
  return {
    id: order.id,
    why: order.why,
    kind: 'plan',
    seed: { ...seed, ...order.ask, ...(order.when && { when: order.when }) },
  }
}

/** Jobs of a yard as its stations know them: open ones, and those of the last two years and this. */
export async function recentJobs(scope: AccountScope, yard: Yard, clock: Clock): Promise<Job[]> {
  const today = await accountToday(scope, yard.timeZone, clock)
  return jobsOfYard(scope, yard.id, addDays(`${yearOf(today) - 2}-01-01`, -1))
}

/** Steps of who works a job off. */
const workSteps: ReadonlySet<string> = new Set(['do', 'judge'])

export function jobRoutes(app: App, clock: Clock): void {
  app.get(
    '/api/jobs',
    {
      schema: {
        tags,
        summary: 'Jobs of a yard: open ones, and those of the last years',
        querystring: wire.jobsRequest,
      },
    },
    (request) =>
      app.scoped(request, async (scope) => {
        const yard = await scope.get<Yard>('yard', request.query.yardId)
        return recentJobs(scope, yard, clock)
      }),
  )
  app.get(
    '/api/jobs/chains',
    { schema: { tags, summary: 'The usual chains, by code' }, config: { open: true } },
    () => usualChains,
  )
  app.get(
    '/api/jobs/:id',
    { schema: { tags, summary: 'A job with its history', params: idParams } },
    (request) => app.scoped(request, (scope) => readHistory(scope, request.params.id)),
  )
  app.post(
    '/api/jobs',
    { schema: { tags, summary: 'Make a job, planned or only thought of', body: wire.jobOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { proposed, why, ...asked } = request.body
        const { yardId } = await scope.get<Zone>('zone', asked.zoneId)
        const seed: JobSeed = { ...asked, yardId, was: null, plan: null, chain: null }
        checkPlants(seed.plants)
        await checkProducts(scope, [seed])
        await checkTime(scope, seed, seed.when)
        const step: StepAsked = {
          id: fixedId(`first/${seed.id}`),
          why,
          kind: proposed ? 'propose' : 'plan',
          seed,
        }
        const { job, added } = await takeStep(scope, seed.id, step, { by: request.person!.name, clock })
        void reply.code(added ? 201 : 200)
        return job
      }),
  )
  app.post(
    '/api/jobs/:id/steps',
    {
      schema: {
        tags,
        summary: 'Take a step of a job: plan, change, move, do, judge, close, skip, reopen',
        params: idParams,
        body: wire.jobStepOrder,
      },
      config: { permission: 'jobs.step' },
    },
    (request) =>
      app.scoped(request, async (scope) => {
        // Who works it off says that it is done; what is meant is changed by who plans.
        if (!workSteps.has(request.body.kind) && !may(request.person!.role, 'jobs.write'))
          throw new ProblemError('notAllowed')
        const { job } = await readHistory(scope, request.params.id)
        const step = await wholeStep(scope, job, request.body, clock)
        return (await takeStep(scope, job.id, step, { by: request.person!.name, clock })).job
      }),
  )
  app.post(
    '/api/jobs/chains',
    { schema: { tags, summary: 'Begin a chain on a lawn: its steps become jobs', body: wire.chainOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id: chainId, steps, ...start } = request.body
        const faults = stepsFault({ steps })
        if (faults.length) throw new ProblemError('refused', faults)
        const { yardId } = await scope.get<Zone>('zone', start.zoneId)
        const seeds = startChain(steps, { ...start, chainId, yardId }, (i) => fixedId(`${chainId}/${i}`))
        await checkProducts(scope, seeds)
        const jobs: Job[] = []
        let isNew = false
        for (const seed of seeds) {
          const step: StepAsked = { id: fixedId(`first/${seed.id}`), why: '', kind: 'plan', seed }
          const { job, added } = await takeStep(scope, seed.id, step, { by: request.person!.name, clock })
          jobs.push(job)
          isNew ||= added
        }
        void reply.code(isNew ? 201 : 200)
        return jobs
      }),
  )
}
