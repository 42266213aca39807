import type { Label } from '@jardinero/contract/shelf'
import { isOpen, jobServed, type Job, type Served } from '@jardinero/core/job'
import type { Day, JobId, RecordId, TankId, ZoneId } from '@jardinero/core/quantity'
import { fixedId } from '../platform/fixedId.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { jobsById, openJobsOf, takeStep, type Taker } from './jobs.ts'

/** The day a job is kept with: its own, or the one its rule came to as it was planned. */
const keptDay = ({ when, was }: Job): Day | undefined => (when.kind === 'day' ? when.day : (was ?? undefined))

/**
 * The job each lawn's application serves, by lawn. What is told of a tank or spread that was mixed for jobs holds as long as these
 * are not taken back.
 */
export async function jobsServed(
  scope: AccountScope,
  served: Served[],
  mixedFor: JobId[] = [],
): Promise<Map<ZoneId, JobId>> {
  const meant = await jobsById(scope, mixedFor)
  const open = await openJobsOf(
    scope,
    served.map((s) => s.zoneId),
  )
  const rules = new Map((await scope.find<Label>('label')).map((l) => [l.id as string, l.rules]))
  const found = new Map<ZoneId, JobId>()
  for (const one of served) {
    const own = meant.find((j) => j.zoneId === one.zoneId && (isOpen(j) || j.state === 'applied'))
    const job = own ?? jobServed(open, one, keptDay, (id) => rules.get(id))
    if (job) found.set(one.zoneId, job.id)
  }
  return found
}

/** What was mixed, or went down, is so whatever became of the job meanwhile: a job that no longer takes the step is left as it is. */
async function follow(...step: Parameters<typeof takeStep>): Promise<void> {
  try {
    await takeStep(...step)
  } catch (error) {
    if (!(error instanceof ProblemError && error.code === 'refused')) throw error
  }
}

/** A tank stands mixed for these jobs. */
export async function mixFor(
  scope: AccountScope,
  jobIds: JobId[],
  tankId: TankId,
  taker: Taker,
): Promise<void> {
  for (const jobId of jobIds)
    await follow(scope, jobId, { id: fixedId(`mix/${jobId}/${tankId}`), why: '', kind: 'mix', tankId }, taker)
}

/** Records of an application stand for these jobs, lawn by lawn. */
export async function applyFor(
  scope: AccountScope,
  down: { jobId: JobId; recordIds: RecordId[]; day: Day }[],
  taker: Taker,
): Promise<void> {
  for (const { jobId, recordIds, day } of down)
    await follow(
      scope,
      jobId,
      { id: fixedId(`apply/${jobId}/${recordIds[0]}`), why: '', kind: 'apply', recordIds, day },
      taker,
    )
}
