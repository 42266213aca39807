import type { Day, JobId, Params } from '../quantity/index.ts'
import type { Hemisphere } from '../yard/index.ts'
import { standingOf, type JobDay } from './days.ts'
import { jobWords, type Named } from './events.ts'
import type { Job } from './job.ts'

/** A job whose day has come, or is past, with what a sentence about it names. */
export interface JobDue {
  jobId: JobId
  chore: boolean
  standing: 'due' | 'late' | 'tooLate'
  params: Params
}

/** What is due of the jobs that are not of a plan. Marks wait by their germination: they tell themselves. */
export function jobsDue(
  jobs: Job[],
  days: Map<JobId, JobDay>,
  at: { today: Day; hemisphere: Hemisphere },
  named: Named,
): JobDue[] {
  return jobs
    .filter((j) => !j.plan && j.state !== 'proposed')
    .flatMap((job) => {
      const when = days.get(job.id) ?? {}
      const standing = standingOf(job, when, { ...at, jobs })
      if (standing !== 'due' && standing !== 'late' && standing !== 'tooLate') return []
      const params: Params = {
        ...jobWords(job, named),
        day: when.day ?? '',
        until: when.latest ?? '',
        limited: Boolean(when.latest),
      }
      return [{ jobId: job.id, chore: job.task !== 'apply', standing, params }]
    })
}
