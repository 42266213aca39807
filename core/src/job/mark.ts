import type { Day, JobId, YardId, ZoneId } from '../quantity/index.ts'
import { isOpen, type Job, type JobSeed } from './job.ts'

/** A day to remember: a barrier against the next generation of a plant that was found. A job whose product is not chosen yet. */
export interface SeasonMark {
  id: JobId
  zoneId: ZoneId
  plant: string
  from: Day
  germinatesFrom: Day
  done: boolean
  note: string
}

export const jobOfMark = (
  { id, zoneId, plant, from, germinatesFrom, note }: Omit<SeasonMark, 'done'>,
  yardId: YardId,
): JobSeed => ({
  id,
  yardId,
  zoneId,
  origin: 'mark',
  task: 'apply',
  plants: [plant],
  products: [],
  ground: { kind: 'all', sqFt: null },
  when: { kind: 'day', day: from, latest: germinatesFrom },
  was: null,
  plan: null,
  chain: null,
  note,
})

/** The marks among jobs; those that were taken back are none. */
export const marksOf = (jobs: Job[]): SeasonMark[] =>
  jobs.flatMap((job) => {
    const { id, zoneId, origin, plants, when, note, state } = job
    const [plant] = plants
    if (origin !== 'mark' || !plant || when.kind !== 'day' || state === 'skipped') return []
    return [
      {
        id,
        zoneId,
        plant,
        from: when.day,
        germinatesFrom: when.latest ?? when.day,
        done: !isOpen(job),
        note,
      },
    ]
  })
