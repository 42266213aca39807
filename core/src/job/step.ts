import { accepted, refused, type Outcome } from '../quantity/index.ts'
import type { Job, JobMove, JobSeed, JobState, JobStep } from './job.ts'

type Kind = JobMove['kind']

/** From which states each step may be taken. A job begins with `propose` or `plan`; what is down is never undone. */
const from: Record<Exclude<Kind, 'propose'>, readonly JobState[]> = {
  plan: ['proposed', 'planned'],
  change: ['proposed', 'planned'],
  move: ['proposed', 'planned', 'mixed'],
  mix: ['proposed', 'planned', 'mixed'],
  apply: ['proposed', 'planned', 'mixed', 'applied'],
  do: ['proposed', 'planned'],
  judge: ['applied', 'judged'],
  close: ['proposed', 'planned', 'applied', 'judged'],
  skip: ['proposed', 'planned', 'mixed'],
  replace: ['proposed', 'planned', 'mixed'],
  reopen: ['skipped', 'closed'],
}
/** Steps that need a reason: what was meant is not done, or not as it was meant. */
const needsWhy: readonly Kind[] = ['move', 'skip', 'replace', 'reopen']

const begun = (seed: JobSeed, state: JobState): Job => ({
  ...seed,
  state,
  doneOn: null,
  tankIds: [],
  recordIds: [],
})
const withNew = <T>(list: T[], more: T[]): T[] => [...list, ...more.filter((m) => !list.includes(m))]

function taken(job: Job, move: JobMove): Job {
  switch (move.kind) {
    case 'propose':
      return job
    case 'plan':
      return { ...job, ...move.seed, id: job.id, state: 'planned' }
    case 'change':
      return { ...job, ...move.ask }
    case 'move':
      return { ...job, when: move.when }
    case 'mix':
      return { ...job, state: 'mixed', tankIds: withNew(job.tankIds, [move.tankId]) }
    case 'apply':
      return {
        ...job,
        state: 'applied',
        doneOn: job.doneOn ?? move.day,
        recordIds: withNew(job.recordIds, move.recordIds),
      }
    case 'do':
      return { ...job, state: 'closed', doneOn: move.day }
    case 'judge':
      return { ...job, state: 'judged' }
    case 'close':
      return { ...job, state: 'closed' }
    case 'skip':
      return { ...job, state: 'skipped' }
    case 'replace':
      return { ...job, state: 'replaced' }
    case 'reopen':
      return { ...job, state: 'planned', doneOn: null }
  }
}

/**
 * A job after one more step; the job that is given is not changed. Nothing stands before the first step.
 * @returns refused with jobNotBegun, jobBegun, jobState (the step does not follow from where the job stands), jobDown (it is down:
 * that is not undone), jobWhy (a reason is needed), jobChore (a chore is done, not put down) or jobApplication
 */
export function stepJob(job: Job | undefined, step: JobMove & Pick<JobStep, 'why'>): Outcome<Job> {
  if (needsWhy.includes(step.kind) && !step.why.trim())
    return refused({ code: 'jobWhy', field: 'why', params: { step: step.kind } })
  if (!job) {
    if (step.kind === 'propose') return accepted(begun(step.seed, 'proposed'))
    if (step.kind === 'plan') return accepted(begun(step.seed, 'planned'))
    return refused({ code: 'jobNotBegun', params: {} })
  }
  if (step.kind === 'propose') return refused({ code: 'jobBegun', params: {} })
  if (!from[step.kind].includes(job.state))
    return refused({ code: 'jobState', field: 'kind', params: { step: step.kind, stands: job.state } })
  if (step.kind === 'reopen' && job.recordIds.length) return refused({ code: 'jobDown', params: {} })
  if (step.kind === 'do' && job.task === 'apply')
    return refused({ code: 'jobApplication', field: 'kind', params: {} })
  if ((step.kind === 'apply' || step.kind === 'mix') && job.task !== 'apply')
    return refused({ code: 'jobChore', field: 'kind', params: {} })
  return accepted(taken(job, step))
}

/** A job from its history, oldest step first. @returns refused with the first step that does not follow */
export function foldJob(steps: JobStep[]): Outcome<Job> {
  let job: Job | undefined
  for (const step of steps) {
    const next = stepJob(job, step)
    if (!next.ok) return next
    job = next.value
  }
  return job ? accepted(job) : refused({ code: 'jobNotBegun', params: {} })
}
