import { daysBetween, type Day, type LabelId, type ZoneId } from '../quantity/index.ts'
import { makesBarrier, type LabelRules } from '../shelf/index.ts'
import { isOpen, type Job } from './job.ts'

/** What was mixed for, or went down on, one lawn. */
export interface Served {
  zoneId: ZoneId
  day: Day
  /** Spots of it only: they do not do what was meant for the whole lawn. */
  spots: boolean
  products: { labelId: LabelId; rules: LabelRules }[]
}

/** What is mixed so many days before its day is not meant for it. Judgement of the trade. */
const earlyDays = 45

/**
 * The open job that an application serves: first the one with all its products in the tank, then one with some of them, then one
 * whose barrier is made with another product. Of several the one whose day comes first. Nothing where none is meant,
 * or not for weeks yet.
 * @param dayOf the day of a job, where it has one
 */
export function jobServed<J extends Job>(
  jobs: J[],
  { zoneId, day, spots, products }: Served,
  dayOf: (job: J) => Day | undefined,
  rulesOf: (labelId: LabelId) => LabelRules | undefined,
): J | undefined {
  const has = new Set(products.map((p) => p.labelId))
  const hasBarrier = products.some((p) => makesBarrier(p.rules))
  const rank = (job: J): number => {
    const own = job.products.filter((p) => has.has(p.labelId)).length
    if (own && own === job.products.length) return 0
    if (own) return 1
    const wants = job.products[0] && rulesOf(job.products[0].labelId)
    // Of a plan of barriers any barrier is its pass; a mark waits for whichever product one chose.
    const meant = job.origin === 'season' ? !wants || makesBarrier(wants) : !job.products.length
    return hasBarrier && meant ? 2 : Infinity
  }
  const late = '9999-12-31'
  const isMeant = (job: J): boolean => {
    const meantFor = dayOf(job)
    const inTime = !meantFor || daysBetween(day, meantFor) <= earlyDays
    return inTime && (!spots || job.ground.kind === 'spots')
  }
  return jobs
    .filter((j) => isOpen(j) && j.task === 'apply' && j.zoneId === zoneId && isMeant(j) && rank(j) < Infinity)
    .toSorted((a, b) => {
      const [dayA, dayB] = [dayOf(a) ?? late, dayOf(b) ?? late]
      return rank(a) - rank(b) || (dayA < dayB ? -1 : dayA > dayB ? 1 : a.id < b.id ? -1 : 1)
    })[0]
}
