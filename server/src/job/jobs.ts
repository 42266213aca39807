import { In } from 'typeorm'
import type { JobHistory } from '@jardinero/contract/job'
import { isOpen, openStates, stepJob, type Job, type JobMove, type JobStep } from '@jardinero/core/job'
import type { JobId, YardId, ZoneId } from '@jardinero/core/quantity'
import type { Clock } from '../platform/clock.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredJob, StoredStep } from './entities.ts'

/** Who takes a step, and by which clock. */
export interface Taker {
  by: string
  clock: Clock
}
/** A step that is asked for: under its own id, so that the same again does nothing. */
export type StepAsked = { id: string; why: string } & JobMove

const rowOf = (job: Job) => ({
  id: job.id,
  yardId: job.yardId,
  zoneId: job.zoneId,
  state: job.state,
  body: job,
})

/**
 * Takes a step of a job, and keeps it in its history; the first one makes the job. The same step again does nothing.
 * @throws ProblemError refused with what stands in the way, notFound, idTaken
 */
export async function takeStep(
  scope: AccountScope,
  jobId: JobId,
  { id, why, ...move }: StepAsked,
  { by, clock }: Taker,
): Promise<{ job: Job; added: boolean }> {
  await scope.takeTurn(`job/${jobId}`)
  const [here] = await scope.find<StoredJob>('job', { id: jobId })
  const begins = move.kind === 'plan' || move.kind === 'propose'
  if (!here && !begins) throw new ProblemError('notFound')
  if (here && (await scope.count('job_step', { id, jobId }))) return { job: here.body, added: false }
  const next = stepJob(here?.body, { ...(move as JobMove), why })
  if (!next.ok) throw new ProblemError('refused', next.refusals)
  const job = next.value
  const { kind, ...detail } = move
  if (here) await scope.update('job', { id: jobId }, { state: job.state, body: job })
  else await scope.add<StoredJob>('job', rowOf(job) as StoredJob)
  await scope.add<StoredStep>('job_step', {
    id,
    jobId,
    at: clock().toISOString(),
    by,
    kind,
    why,
    detail,
  })
  return { job, added: true }
}

/** Jobs of a yard in the order they were made: all that are open, and those made since a day. */
export async function jobsOfYard(scope: AccountScope, yardId: YardId, since = '1970-01-01'): Promise<Job[]> {
  const rows = await scope.find<StoredJob>('job', { yardId }, { order: { createdAt: 'ASC', id: 'ASC' } })
  return rows.filter((r) => isOpen(r) || new Date(r.createdAt).toISOString() >= since).map((r) => r.body)
}
/** Open jobs of some lawns. */
export async function openJobsOf(scope: AccountScope, zoneIds: ZoneId[]): Promise<Job[]> {
  const rows = await scope.find<StoredJob>('job', {
    zoneId: In(zoneIds),
    state: In([...openStates]),
  })
  return rows.map((r) => r.body)
}
export const jobsById = async (scope: AccountScope, ids: JobId[]): Promise<Job[]> =>
  ids.length ? (await scope.find<StoredJob>('job', { id: In(ids) })).map((r) => r.body) : []

/** A step as it crosses the wire. */
export const stepOf = ({ id, at, by, kind, why, detail }: StoredStep): JobStep =>
  ({ id, at, by, why, kind, ...detail }) as JobStep

/** A job with all that happened to it. @throws ProblemError notFound */
export async function readHistory(scope: AccountScope, id: JobId): Promise<JobHistory> {
  const { body } = await scope.get<StoredJob>('job', id)
  const steps = await scope.find<StoredStep>('job_step', { jobId: id }, { order: { seq: 'ASC' } })
  return { job: body, steps: steps.map(stepOf) }
}
