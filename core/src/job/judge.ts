import type { Day, JobId, LabelId } from '../quantity/index.ts'
import {
  computeActiveRates,
  groundFacts,
  judgeApplication,
  worstOn,
  type Circumstances,
  type Judgement,
  type KnownOfGround,
  type LabelRules,
  type Pass,
  type TurfCheck,
} from '../shelf/index.ts'
import type { Spared, TurfState } from '../yard/index.ts'
import { isOpen, type Job } from './job.ts'
import type { JobDay } from './days.ts'

/** What open jobs are held against: the yard's lawns with what is down, and what stands around them. */
export interface JobContext {
  zones: {
    id: string
    name: string
    turf: string
    state: TurfState
    passes: Pass[]
    check?: TurfCheck
    /** The swath along its warm edges, ft². */
    edgeSqFt?: number
    spare?: Spared[]
  }[]
  rulesOf: (labelId: LabelId) => LabelRules | undefined
  seeding: { zoneId: string; day: Day }[]
  finds?: KnownOfGround['finds']
  restrictions?: KnownOfGround['restrictions']
  around: Omit<Circumstances, 'neighbours' | 'outlook' | 'override'>
}

/**
 * Every open application with a product and a day, judged on the day it has now: after what is down and after the open ones before
 * it, with the seed of its own chain and of one's wishes. Asked anew whenever a job moves, so a step that moves the rest is told
 * at once what that breaks.
 */
export function judgeJobs(
  jobs: Job[],
  days: Map<JobId, JobDay>,
  { zones, rulesOf, seeding, finds = [], restrictions = [], around }: JobContext,
): Map<JobId, Judgement> {
  const sown = jobs.flatMap((j) => {
    const day = j.task === 'sow' && (isOpen(j) || j.state === 'closed') ? days.get(j.id)?.day : undefined
    return day ? [{ zoneId: j.zoneId, day }] : []
  })
  const put = new Map(zones.map((z) => [z.id, z.passes]))
  const judged = new Map<JobId, Judgement>()
  const open = jobs
    .filter((j) => isOpen(j) && j.task === 'apply')
    .flatMap((job) => {
      const { day } = days.get(job.id) ?? {}
      return day ? [{ job, day }] : []
    })
    .toSorted((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.job.id < b.job.id ? -1 : 1))
  for (const { job, day } of open) {
    const zone = zones.find((z) => z.id === job.zoneId)
    if (!zone) continue
    const edgeSqFt = job.ground.kind === 'edgesTwice' ? (zone.edgeSqFt ?? 0) : 0
    const ground = { edgeSqFt }
    for (const { labelId, rate } of job.products) {
      const rules = rulesOf(labelId)
      if (!rules) continue
      const passes = put.get(zone.id)!
      const judgement = judgeApplication(
        { day, rules, rate, targets: job.plants.map((plant) => ({ plant })) },
        {
          ...zone,
          ...ground,
          passes,
          ...groundFacts(
            { id: zone.id, turfCheck: zone.check ?? null },
            { seeding: [...seeding, ...sown], finds, restrictions },
            day,
          ),
        },
        {
          ...around,
          neighbours: zones.filter((z) => z.id !== zone.id),
        },
      )
      const before = judged.get(job.id)
      judged.set(job.id, before ? worse(before, judgement) : judgement)
      put.set(zone.id, [...passes, { day, actives: computeActiveRates(rules, worstOn(ground, rate)) }])
    }
  }
  return judged
}

const order = ['yes', 'cautions', 'asks', 'no'] as const
/** Of a tank of several products: what is said of any of them. */
const worse = (a: Judgement, b: Judgement): Judgement => ({
  ...a,
  outcome: order[Math.max(order.indexOf(a.outcome), order.indexOf(b.outcome))]!,
  refusals: [...a.refusals, ...b.refusals],
  cautions: [...a.cautions, ...b.cautions],
})
