import type { AccountFile } from '@jardinero/contract/account'
import type { FiledJob } from '@jardinero/contract/job'
import {
  changesOfPlan,
  foldJob,
  jobOfMark,
  type Job,
  type JobSeed,
  type JobStep,
  type JobTime,
} from '@jardinero/core/job'
import { dayIn, type Refusal } from '@jardinero/core/quantity'
import { makesBarrier } from '@jardinero/core/shelf'
import { fixedId } from '../platform/fixedId.ts'

type Translate = (id: unknown) => unknown

const timeHere = (when: JobTime, idHere: (id: string) => string): JobTime =>
  when.kind === 'after' ? { ...when, jobId: idHere(when.jobId) } : when

const productsHere = <T extends Partial<Pick<JobSeed, 'products' | 'plan'>>>(
  ask: T,
  idHere: (id: string) => string,
): T => ({
  ...ask,
  ...(ask.products && { products: ask.products.map((p) => ({ ...p, labelId: idHere(p.labelId) })) }),
  ...(ask.plan && { plan: { ...ask.plan, id: idHere(ask.plan.id) } }),
})

const seedHere = (seed: JobSeed, idHere: (id: string) => string): JobSeed => ({
  ...productsHere(seed, idHere),
  id: idHere(seed.id),
  yardId: idHere(seed.yardId),
  zoneId: idHere(seed.zoneId),
  when: timeHere(seed.when, idHere),
})

/** A job's history with the ids that all it names has here. @param stepId the id of a step here */
export const stepsHere = (
  steps: JobStep[],
  translate: Translate,
  stepId: (id: string) => string,
): JobStep[] => {
  const idHere = (id: string) => String(translate(id))
  return steps.map((step): JobStep => {
    const own = { ...step, id: stepId(step.id) }
    switch (own.kind) {
      case 'propose':
      case 'plan':
        return { ...own, seed: seedHere(own.seed, idHere) }
      case 'change':
        return { ...own, ask: productsHere(own.ask, idHere) }
      case 'move':
        return { ...own, when: timeHere(own.when, idHere) }
      case 'mix':
        return { ...own, tankId: idHere(own.tankId) }
      case 'apply':
        return { ...own, recordIds: own.recordIds.map(idHere) }
      default:
        return own
    }
  })
}

/** What does not follow in a history of a file, or is of another lawn than it says. */
export function checkFiledJob({ id, yardId, zoneId, steps }: FiledJob): Refusal[] {
  const told = foldJob(steps)
  if (!told.ok) return told.refusals.map((r) => ({ ...r, field: 'steps' }))
  const { value: job } = told
  const isOfIt = job.id === id && job.yardId === yardId && job.zoneId === zoneId
  return isOfIt ? [] : [{ code: 'jobOfAnother', field: 'steps', params: {} }]
}

/** The job a history makes. @throws Error where it does not follow: it is checked before */
export function foldChecked(steps: JobStep[]): Job {
  const told = foldJob(steps)
  if (!told.ok) throw new Error(JSON.stringify(told.refusals))
  return told.value
}

/**
 * A file from before there were jobs: its marks become jobs, and so do the passes of the plans in force, of which the first is down
 * where a pre-emergent went down on that lawn since the plan was taken, the second where one did on two days, and so on. Its
 * records, tanks and outings say of which job they are. As the database's own migration does it.
 */
export function withJobs(file: AccountFile): AccountFile {
  if (file.version >= 9) return file
  const zoneOf = new Map(file.zones.map((z) => [z.id as string, z]))
  const at = file.exportedAt
  const marked = file.marks.flatMap((mark): FiledJob[] => {
    const yardId = zoneOf.get(mark.zoneId)?.yardId ?? ''
    const seed = jobOfMark(mark, yardId)
    const head = { at, by: '', why: '' }
    const steps: JobStep[] = [
      { id: fixedId(`first/${mark.id}`), ...head, kind: 'propose', seed },
      ...(mark.done ? [{ id: fixedId(`close/${mark.id}`), ...head, kind: 'close' as const }] : []),
    ]
    return [{ id: mark.id, yardId, zoneId: mark.zoneId, steps }]
  })
  const jobOfRecord = new Map<string, string>()
  const planned = inForce(file).flatMap((plan) => {
    const { timeZone } = file.yards.find((y) => y.id === plan.yardId) ?? { timeZone: 'UTC' }
    const idOf = (passId: string, zoneId: string) => fixedId(`${plan.id}/${passId}/${zoneId}`)
    const nth = new Map<string, number>()
    return changesOfPlan(plan, [], { idOf, seasonFrom: '9999-12-31' }).flatMap((change): FiledJob[] => {
      if (change.kind !== 'plan') return []
      const { seed } = change
      const dayOf = (r: AccountFile['records'][number]) => dayIn(r.first.appliedAt, timeZone)
      const down = file.records.filter(
        (r) => r.zoneId === seed.zoneId && makesBarrier(r.rules) && dayOf(r) >= plan.takenAt.slice(0, 10),
      )
      const days = [...new Set(down.map(dayOf))].sort()
      const mine = nth.get(seed.zoneId) ?? 0
      nth.set(seed.zoneId, mine + 1)
      const day = days[mine]
      const records = down.filter((r) => dayOf(r) === day)
      records.forEach((r) => jobOfRecord.set(r.id, seed.id))
      const steps: JobStep[] = [
        {
          id: fixedId(`first/${seed.id}`),
          at: plan.takenAt,
          by: plan.takenBy,
          why: plan.reason,
          kind: 'plan',
          seed,
        },
      ]
      if (day)
        steps.push({
          id: fixedId(`apply/${seed.id}`),
          at: records[0]!.recordedAt,
          by: records[0]!.recordedBy,
          why: '',
          kind: 'apply',
          day,
          recordIds: records.map((r) => r.id),
        })
      return [{ id: seed.id, yardId: seed.yardId, zoneId: seed.zoneId, steps }]
    })
  })
  const jobsOf = (recordIds: string[]) => [...new Set(recordIds.flatMap((id) => jobOfRecord.get(id) ?? []))]
  const ofMix = new Map(file.records.map((r) => [r.mixId as string, r.id as string]))
  return {
    ...file,
    marks: [],
    jobs: [...marked, ...planned],
    records: file.records.map((r) => ({ ...r, jobId: jobOfRecord.get(r.id) ?? null })),
    tanks: file.tanks.map((t) => ({ ...t, jobIds: jobsOf(t.mixIds.flatMap((m) => ofMix.get(m) ?? [])) })),
    outings: file.outings.map((o) => ({ ...o, jobIds: jobsOf(o.recordIds) })),
  }
}

/** The newest plan of each yard and half of the year. */
function inForce({ plans }: AccountFile) {
  const newest = new Map<string, AccountFile['plans'][number]>()
  for (const plan of plans.toSorted((a, b) => (a.takenAt < b.takenAt ? -1 : 1)))
    newest.set(`${plan.yardId} ${plan.half}`, plan)
  return [...newest.values()]
}
