import { addDays, daysBetween, type Day, type JobId } from '../quantity/index.ts'
import { seasonOf } from '../soil/index.ts'
import type { Hemisphere } from '../yard/index.ts'
import { isOpen, type Job } from './job.ts'

/** Between two mowings of growing turf, days. Usual, so that a step that waits for mowings has a day at all. */
const daysBetweenMowings = 7

/** When a job is meant, and the last day on which it still does what it is for, as far as that is known. */
export interface JobDay {
  day?: Day
  latest?: Day
}

/**
 * The day of each job, the one that every station tells: the day it was done, the day it is planned for, the day its rule comes to
 * by the soil as it is known, or so many days after the step before it: whichever day that has. A step that moves so moves
 * those after it.
 * @param ruleDay the day a pass's rule comes to now, of the plan as it is judged
 */
export function dateJobs(jobs: Job[], ruleDay: (passId: string) => Day | undefined): Map<JobId, JobDay> {
  const byId = new Map(jobs.map((j) => [j.id, j]))
  const dated = new Map<JobId, JobDay>()
  function dayOf(job: Job, above: Set<JobId>): JobDay {
    const known = dated.get(job.id)
    if (known) return known
    const made = job.doneOn ? { day: job.doneOn } : meant(job, above)
    dated.set(job.id, made)
    return made
  }
  function meant({ id, when, plan, was }: Job, above: Set<JobId>): JobDay {
    if (when.kind === 'day') return { day: when.day, ...(when.latest && { latest: when.latest }) }
    if (when.kind === 'rule') {
      const day = (plan && ruleDay(plan.passId)) ?? was
      return day ? { day } : {}
    }
    const before = byId.get(when.jobId)
    if (!before || above.has(before.id)) return {}
    const { day } = dayOf(before, new Set([...above, id]))
    if (!day) return {}
    const soonest = addDays(day, Math.max(when.leastDays, (when.mowings ?? 0) * daysBetweenMowings))
    const own = when.day && when.day > soonest ? when.day : soonest
    return { day: own, ...(when.mostDays && { latest: addDays(day, when.mostDays) }) }
  }
  for (const job of jobs) dayOf(job, new Set())
  return dated
}

/** The last day on which a job does what it is for; of a plan's, the last of the season it was planned in. */
export const lastDayOf = (
  { plan }: Pick<Job, 'plan'>,
  { day, latest }: JobDay,
  hemisphere: Hemisphere,
): Day | undefined => latest ?? (plan && day ? seasonOf(day, hemisphere, plan.half).to : undefined)

/** A job is due so many days before its day. */
export const dueDays = 2

/**
 * What the day says of a job: done, still far (`ahead`), `waiting` for the step before it, `due`, `late` where its day is past, and
 * `tooLate` where it would no longer do what it is for.
 */
export type JobStanding = 'done' | 'ahead' | 'waiting' | 'due' | 'late' | 'tooLate'
export function standingOf(
  job: Job,
  when: JobDay,
  { today, jobs, hemisphere }: { today: Day; jobs: Job[]; hemisphere: Hemisphere },
): JobStanding {
  if (!isOpen(job)) return 'done'
  const latest = lastDayOf(job, when, hemisphere)
  if (latest && today > latest) return 'tooLate'
  const { day } = when
  const after = job.when.kind === 'after' ? job.when.jobId : undefined
  const before = after && jobs.find((j) => j.id === after)
  if (before && isOpen(before)) return 'waiting'
  if (!day) return 'ahead'
  const until = daysBetween(today, day)
  return until < 0 ? 'late' : until <= dueDays ? 'due' : 'ahead'
}

/** The first day on which a step keeps its distance to the one before it; nothing where it waits for none that has a day. */
export function soonestDay({ when }: Pick<Job, 'when'>, days: Map<JobId, JobDay>): Day | undefined {
  const before = when.kind === 'after' ? days.get(when.jobId)?.day : undefined
  return before && when.kind === 'after' ? addDays(before, when.leastDays) : undefined
}
