import { type Day, type JobId, type YardId, type ZoneId } from '../quantity/index.ts'
import { cleanUpDays } from '../scout/index.ts'
import type { PassProduct } from '../season/index.ts'
import type { ChainRole, Job, JobSeed, JobTask } from './job.ts'

/** One step of a chain: what is done, and how long after which step before it. */
export interface ChainStep {
  task: JobTask
  /** What an application is for; nothing of a chore. */
  role: ChainRole | null
  product: PassProduct | null
  /** Nothing of a step that has its own day; `step` counts from 0 and is one before this. */
  after: { step: number; leastDays: number; mostDays: number | null; mowings: number | null } | null
  /** In one's own words; empty where the usual ones do. */
  note: string
}
/** Steps that belong together, as they may be begun again and again. */
export interface ChainTemplate {
  name: string
  steps: ChainStep[]
}
export const mostChainSteps = 20

const wait = (
  step: number,
  leastDays: number,
  mostDays: number | null = null,
  mowings: number | null = null,
) => ({
  step,
  leastDays,
  mostDays,
  mowings,
})
const chore = (task: JobTask, after: ChainStep['after'], note = ''): ChainStep => ({
  task,
  role: null,
  product: null,
  after,
  note,
})
const apply = (role: ChainRole, after: ChainStep['after'] = null): ChainStep => ({
  task: 'apply',
  role,
  product: null,
  after,
  note: '',
})

/** The usual chains, by code; names and notes of their steps are words under job.chain.<code>. Judgement of the trade. */
export const usualChains: Record<string, ChainStep[]> = {
  /** Dormant turf full of green weeds: killed, scalped and bagged, then the barrier before anything sprouts again. */
  renovation: [
    apply('nonSelective'),
    chore('scalp', wait(0, 10, 28)),
    chore('bag', wait(1, 0, 1)),
    apply('preEmergent', wait(2, 0, 14)),
    chore('water', wait(3, 0, 7)),
    chore('feed', wait(3, 28, 70)),
    chore('judge', wait(3, 42, 70)),
  ],
  /** Weeds first, seed after them, the barrier only once the seedlings are mown. */
  overseeding: [
    apply('postEmergent'),
    chore('aerate', wait(0, cleanUpDays, 2 * cleanUpDays)),
    chore('sow', wait(1, 0, 2)),
    chore('feed', wait(2, 0, 28)),
    apply('preEmergent', wait(2, 42, null, 4)),
    chore('judge', wait(4, 42, 84)),
  ],
  /** Against annual bluegrass all autumn and winter. */
  autumnTwice: [
    apply('preEmergent'),
    chore('water', wait(0, 0, 7)),
    apply('preEmergent', wait(0, 56, 84)),
    chore('water', wait(2, 0, 7)),
    chore('judge', wait(2, 84, 150)),
  ],
}

/** A step that waits for none before it, or for one that comes after it, is none. @returns its number, of the first such */
export const brokenStep = (steps: ChainStep[]): number =>
  steps.findIndex(({ after }, i) => after && after.step >= i)

export interface ChainStart {
  chainId: string
  name: string
  yardId: YardId
  zoneId: ZoneId
  /** The day of the first step, and of each that waits for none. */
  day: Day
}

/** The jobs of a chain that is begun: each waits for the one before it. @param idOf a step's job, by its number */
export const startChain = (
  steps: ChainStep[],
  { chainId, name, yardId, zoneId, day }: ChainStart,
  idOf: (step: number) => JobId,
): JobSeed[] =>
  steps.map(({ task, role, product, after, note }, step) => ({
    id: idOf(step),
    yardId,
    zoneId,
    origin: 'chain',
    task,
    plants: [],
    products: product ? [product] : [],
    ground: { kind: 'all', sqFt: null },
    when: after
      ? {
          kind: 'after',
          jobId: idOf(after.step),
          leastDays: after.leastDays,
          mostDays: after.mostDays,
          mowings: after.mowings,
          day: null,
        }
      : { kind: 'day', day, latest: null },
    was: null,
    plan: null,
    chain: { id: chainId, name, step, role },
    note,
  }))

/** The steps of a chain as it stands, to be kept and begun again elsewhere. */
export function stepsOfChain(jobs: Job[], chainId: string): ChainStep[] {
  const own = jobs.filter((j) => j.chain?.id === chainId).toSorted((a, b) => a.chain!.step - b.chain!.step)
  return own.map(({ task, products, when, chain, note }) => {
    const before = when.kind === 'after' ? own.findIndex((j) => j.id === when.jobId) : -1
    return {
      task,
      role: chain!.role,
      product: products[0] ?? null,
      after:
        when.kind === 'after' && before >= 0
          ? { step: before, leastDays: when.leastDays, mostDays: when.mostDays, mowings: when.mowings }
          : null,
      note,
    }
  })
}
