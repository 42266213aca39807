import type { Day, JobId, LabelId, ZoneId } from '../quantity/index.ts'
import { halfAt } from '../season/index.ts'
import { computeActiveRates, makesBarrier, worstOn, type LabelRules, type Pass } from '../shelf/index.ts'
import type { Trend } from '../soil/index.ts'
import { isOpen, type Job } from './job.ts'
import type { JobDay } from './days.ts'

interface Known {
  days: Map<JobId, JobDay>
  rulesOf: (labelId: LabelId) => LabelRules | undefined
}
/** Open applications that are meant for certain and are not of a plan: of chains, of finds, made by hand. */
const meant = (jobs: Job[]): Job[] =>
  jobs.filter((j) => isOpen(j) && !j.plan && j.task === 'apply' && j.state !== 'proposed')

/** What they will still put on a lawn, as the ledger would have it, each as on its worst ground: the year's maximum is shared. */
export const passesOfJobs = (jobs: Job[], zoneId: ZoneId, from: Day, { days, rulesOf }: Known): Pass[] =>
  meant(jobs).flatMap((job) => {
    const { day } = days.get(job.id) ?? {}
    if (job.zoneId !== zoneId || !day || day < from) return []
    const edges = { edgeSqFt: job.ground.kind === 'edgesTwice' ? 1 : 0 }
    const actives = job.products.flatMap(({ labelId, rate }) => {
      const rules = rulesOf(labelId)
      return rules ? computeActiveRates(rules, worstOn(edges, rate)) : []
    })
    return actives.length ? [{ day, actives }] : []
  })

/** Lawns that such a job will give their barrier in a half of the year: nothing else is proposed for them. */
export function promisedLawns(
  jobs: Job[],
  half: Trend,
  latitude: number,
  { days, rulesOf }: Known,
): ZoneId[] {
  const isBarrier = (job: Job) =>
    job.chain?.role === 'preEmergent' ||
    job.products.some((p) => {
      const rules = rulesOf(p.labelId)
      return rules && makesBarrier(rules)
    })
  return meant(jobs).flatMap((job) => {
    const { day } = days.get(job.id) ?? {}
    return day && isBarrier(job) && halfAt(day, latitude) === half ? [job.zoneId] : []
  })
}
