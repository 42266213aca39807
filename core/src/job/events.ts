import type { Day, LabelId, Params, ZoneId } from '../quantity/index.ts'
import type { Programme } from '../season/index.ts'
import type { Trend } from '../soil/index.ts'
import { isOpen, type Job } from './job.ts'
import type { JobDay } from './days.ts'
import { openPasses } from './planned.ts'

/** A job that has a day: its words under job.title. */
export interface JobEvent {
  id: string
  code: 'job.title'
  from: Day
  to: Day
  params: Params
}
export interface Named {
  zones: { id: ZoneId; name: string }[]
  labelOf: (id: LabelId) => string | undefined
}

/** What a sentence about a job names; a plant by its code. */
export function jobWords(job: Job, { zones, labelOf }: Named): Params {
  const names = job.products.flatMap((p) => labelOf(p.labelId) ?? [])
  const [plant] = job.plants
  return {
    task: job.task,
    role: job.chain?.role ?? 'none',
    named: names.length > 0,
    label: names.join(' + '),
    zones: zones.find((z) => z.id === job.zoneId)?.name ?? '',
    against: Boolean(plant),
    ...(plant && { plant }),
    chained: Boolean(job.chain),
    chain: job.chain?.name ?? '',
    note: job.note,
  }
}

/** Open jobs that are not of a plan, each on its day: those of a plan the plan tells. Marks tell themselves. */
export const jobEvents = (jobs: Job[], days: Map<string, JobDay>, named: Named): JobEvent[] =>
  jobs
    .filter((j) => isOpen(j) && !j.plan && j.state !== 'proposed')
    .flatMap((job) => {
      const { day, latest } = days.get(job.id) ?? {}
      if (!day) return []
      const params: Params = { ...jobWords(job, named), day, until: latest ?? '', limited: Boolean(latest) }
      return [{ id: job.id, code: 'job.title', from: day, to: day, params }]
    })

/** A programme with the passes that still wait, on the lawns where they do. */
export function stillToDo(programme: Programme, jobs: Job[], half: Trend, on?: Day): Programme {
  const open = openPasses(jobs, half, on)
  return {
    ...programme,
    passes: programme.passes.flatMap((pass) => {
      const zones = open.filter((o) => o.passId === pass.id).map((o) => o.zoneId)
      return zones.length ? [{ ...pass, zones }] : []
    }),
  }
}
