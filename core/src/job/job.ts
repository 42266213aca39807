import type { Day, JobId, PlanId, RecordId, TankId, YardId, ZoneId } from '../quantity/index.ts'
import type { PassProduct, PassTime } from '../season/index.ts'
import type { Trend } from '../soil/index.ts'

/** What is done: an application of products, or a chore beside it. */
export const jobTasks = [
  'apply',
  'scalp',
  'bag',
  'rake',
  'mow',
  'aerate',
  'sow',
  'feed',
  'water',
  'wait',
  'judge',
] as const
export type JobTask = (typeof jobTasks)[number]

/** Who thought of it. */
export const jobOrigins = ['season', 'find', 'mark', 'hand', 'chain'] as const
export type JobOrigin = (typeof jobOrigins)[number]

/** Where a job stands, as it is kept. What the day and the weather say of it, `standingOf` says. */
export const jobStates = [
  'proposed',
  'planned',
  'mixed',
  'applied',
  'judged',
  'closed',
  'skipped',
  'replaced',
] as const
export type JobState = (typeof jobStates)[number]

/** Over which of a lawn's ground. */
export const jobGrounds = ['all', 'edgesTwice', 'spots'] as const
export interface JobGround {
  kind: (typeof jobGrounds)[number]
  /** What the spots come to; nothing where nobody measured them. */
  sqFt: number | null
}

/** What an application of a chain is for, so that a product for it can be chosen. */
export const chainRoles = ['nonSelective', 'preEmergent', 'postEmergent'] as const
export type ChainRole = (typeof chainRoles)[number]

/**
 * When: on a day, by a rule of a school whenever the soil asks for it, or so many days after another step of its chain (`day`
 * is one's own wish for it, kept where the distance is). `latest` is the last day on which it still does what it is for.
 */
export type JobTime =
  | { kind: 'day'; day: Day; latest: Day | null }
  | Extract<PassTime, { kind: 'rule' }>
  | {
      kind: 'after'
      jobId: JobId
      leastDays: number
      mostDays: number | null
      mowings: number | null
      day: Day | null
    }

/** What is intended on one lawn, as it is said when the job is made. */
export interface JobSeed {
  id: JobId
  yardId: YardId
  zoneId: ZoneId
  origin: JobOrigin
  task: JobTask
  /** The plants it is against, by code. */
  plants: string[]
  /** What goes down, in one tank; nothing of a chore, and of an application whose product is not chosen yet. */
  products: PassProduct[]
  ground: JobGround
  when: JobTime
  /** The day it was meant for as it was planned, where a rule decides. */
  was: Day | null
  /** The pass of a plan it is of. */
  plan: { id: PlanId; half: Trend; passId: string } | null
  /** The step of a chain it is. */
  chain: { id: string; name: string; step: number; role: ChainRole | null } | null
  note: string
}

/** One intended application, or chore, on one lawn, from the first thought to the last judgement. */
export interface Job extends JobSeed {
  state: JobState
  /** The day it was done. */
  doneOn: Day | null
  tankIds: TankId[]
  recordIds: RecordId[]
}

/** A step of a job's history: who took it, when and why, and what came with it. */
export type JobStep = {
  id: string
  /** UTC. */
  at: string
  by: string
  why: string
} & JobMove

/** What can happen to a job. */
export type JobMove =
  | { kind: 'propose'; seed: JobSeed }
  | { kind: 'plan'; seed: JobSeed }
  | { kind: 'change'; ask: Partial<JobAsk> }
  | { kind: 'move'; when: JobTime }
  | { kind: 'mix'; tankId: TankId }
  | { kind: 'apply'; recordIds: RecordId[]; day: Day }
  | { kind: 'do'; day: Day }
  | { kind: 'judge'; day: Day }
  | { kind: 'close' | 'skip' | 'replace' | 'reopen' }

/** What a change may say anew. */
export type JobAsk = Pick<JobSeed, 'task' | 'plants' | 'products' | 'ground' | 'was' | 'plan' | 'note'>

export const openStates: readonly JobState[] = ['proposed', 'planned', 'mixed']
/** Still to be done. */
export const isOpen = ({ state }: Pick<Job, 'state'>): boolean => openStates.includes(state)
