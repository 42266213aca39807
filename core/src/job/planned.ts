import type { Day, JobId, PlanId, YardId, ZoneId } from '../quantity/index.ts'
import type { PassDay, Programme, ProgrammePass } from '../season/index.ts'
import type { Trend } from '../soil/index.ts'
import { isOpen, type Job, type JobAsk, type JobMove, type JobSeed, type JobTime } from './job.ts'

interface TakenPlan {
  id: PlanId
  yardId: YardId
  half: Trend
  programme: Programme
  days: PassDay[]
}
/** A step to be taken, of which job. */
export type JobChange = { jobId: JobId } & JobMove

const timeOf = ({ when }: ProgrammePass): JobTime =>
  when.kind === 'day' ? { kind: 'day', day: when.day, latest: null } : when

const askOf = (plan: TakenPlan, pass: ProgrammePass): JobAsk => ({
  task: 'apply',
  plants: [],
  products: [{ labelId: pass.labelId, rate: pass.rate }, ...(pass.partner ? [pass.partner] : [])],
  ground: { kind: pass.edges === 'twice' ? 'edgesTwice' : 'all', sqFt: null },
  was: plan.days.find((d) => d.id === pass.id)?.day ?? null,
  plan: { id: plan.id, half: plan.half, passId: pass.id },
  note: '',
})

/** The jobs of a plan as it is taken: one a pass and lawn. @param idOf a job's id, the same for the same plan, pass and lawn */
export const jobsOfPlan = (plan: TakenPlan, idOf: (passId: string, zoneId: ZoneId) => JobId): JobSeed[] =>
  plan.programme.passes.flatMap((pass) =>
    pass.zones.map((zoneId): JobSeed => ({
      id: idOf(pass.id, zoneId),
      yardId: plan.yardId,
      zoneId,
      origin: 'season',
      when: timeOf(pass),
      chain: null,
      ...askOf(plan, pass),
    })),
  )

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/**
 * What a plan that is taken does to the jobs of its half of the year: open ones of the same pass and lawn are changed and moved,
 * open ones that it has no more are replaced, what is new is planned. What is down stays as it is; a pass that is down on a lawn
 * this season is not planned there again. @param seasonFrom the day the season of its half began
 */
export function changesOfPlan(
  plan: TakenPlan,
  jobs: Job[],
  { idOf, seasonFrom }: { idOf: (passId: string, zoneId: ZoneId) => JobId; seasonFrom: Day },
): JobChange[] {
  const mine = jobs.filter((j) => j.plan?.half === plan.half)
  const at = (job: Job) => `${job.plan!.passId} ${job.zoneId}`
  const open = new Map(mine.filter(isOpen).map((j) => [at(j), j]))
  const down = new Set(mine.filter((j) => j.doneOn && j.doneOn >= seasonFrom).map(at))
  const kept = new Set<string>()
  const changes: JobChange[] = []
  for (const seed of jobsOfPlan(plan, idOf)) {
    const place = `${seed.plan!.passId} ${seed.zoneId}`
    const there = open.get(place)
    if (!there && down.has(place)) continue
    kept.add(place)
    if (!there) {
      changes.push({ jobId: seed.id, kind: 'plan', seed })
      continue
    }
    const { when, task, plants, products, ground, was, plan: of, note } = seed
    // A tank that is mixed for it stays mixed: only what is not mixed yet is changed.
    if (there.state !== 'mixed')
      changes.push({
        jobId: there.id,
        kind: 'change',
        ask: { task, plants, products, ground, was, plan: of, note },
      })
    if (!same(there.when, when)) changes.push({ jobId: there.id, kind: 'move', when })
  }
  for (const [place, job] of open) if (!kept.has(place)) changes.push({ jobId: job.id, kind: 'replace' })
  return changes
}

/** The passes of a plan that still wait, or did on a day, and on which lawns. */
export function openPasses(jobs: Job[], half: Trend, on?: Day): { passId: string; zoneId: ZoneId }[] {
  return jobs
    .filter((j) => j.plan?.half === half && (isOpen(j) || (on && j.doneOn && j.doneOn > on)))
    .map((j) => ({ passId: j.plan!.passId, zoneId: j.zoneId }))
}
