import Joi from 'joi'
import type { Day, JobId, YardId, ZoneId } from '@jardinero/core/quantity'
import {
  chainRoles,
  jobGrounds,
  jobOrigins,
  jobTasks,
  mostChainSteps,
  type ChainStep,
  type Job,
  type JobAsk,
  type JobMove,
  type JobSeed,
  type JobStep,
  type JobTime,
} from '@jardinero/core/job'
import { timingSchoolIds } from '@jardinero/core/soil'
import { day, id, instant, list, name, rowShapes, text, type Row } from './field.ts'
import { askedRate } from './shelf.ts'

const daysApart = Joi.number().integer().min(0).max(400)
const time = Joi.alternatives<JobTime>(
  Joi.object({
    kind: Joi.valid('day').required(),
    day: day.required(),
    latest: day.allow(null).default(null),
  }),
  Joi.object({
    kind: Joi.valid('rule').required(),
    school: Joi.string()
      .valid(...timingSchoolIds)
      .required(),
    pass: Joi.string().valid('only', 'first', 'second', 'third', 'fourth', 'seed').required(),
  }),
  Joi.object({
    kind: Joi.valid('after').required(),
    jobId: id.required(),
    leastDays: daysApart.required(),
    mostDays: daysApart.allow(null).default(null),
    mowings: Joi.number().integer().min(1).max(30).allow(null).default(null),
    day: day.allow(null).default(null),
  }),
)
const products = list(Joi.object({ labelId: id.required(), rate: askedRate.required() }), 6)
const code = Joi.string()
  .pattern(/^[a-z][A-Za-z0-9]*$/)
  .max(60)
const why = Joi.string().trim().max(400).allow('')
const role = Joi.string().valid(...chainRoles)
const task = Joi.string().valid(...jobTasks)

const asked = {
  task: task.required(),
  plants: list(code, 30).default([]),
  products: products.default([]),
  ground: Joi.object({
    kind: Joi.string()
      .valid(...jobGrounds)
      .required(),
    sqFt: Joi.number().positive().max(4_356_000).allow(null).default(null),
  }).default({ kind: 'all', sqFt: null }),
  note: text.default(''),
}
const seed = Joi.object<JobSeed, true>({
  id: id.required(),
  yardId: id.required(),
  zoneId: id.required(),
  origin: Joi.string()
    .valid(...jobOrigins)
    .required(),
  ...asked,
  when: time.required(),
  was: day.allow(null).default(null),
  plan: Joi.object({
    id: id.required(),
    half: Joi.string().valid('rising', 'falling').required(),
    passId: Joi.string().max(60).required(),
  })
    .allow(null)
    .default(null),
  chain: Joi.object({
    id: id.required(),
    name: name.required(),
    step: Joi.number()
      .integer()
      .min(0)
      .max(mostChainSteps - 1)
      .required(),
    role: role.allow(null).required(),
  })
    .allow(null)
    .default(null),
})

/** A job that a person makes: of a find, a mark, or by hand. What a plan or a chain makes of jobs, the server does. */
export type JobOrder = Pick<
  JobSeed,
  'id' | 'zoneId' | 'task' | 'plants' | 'products' | 'ground' | 'when' | 'note'
> & {
  origin: 'find' | 'mark' | 'hand'
  /** Only thought of yet: a reminder; planned otherwise. */
  proposed: boolean
  why: string
}
/** POST /api/jobs */
export const jobOrder = Joi.object<JobOrder, true>({
  id: id.required(),
  zoneId: id.required(),
  origin: Joi.string().valid('find', 'mark', 'hand').default('hand'),
  ...asked,
  when: time.required(),
  proposed: Joi.boolean().default(false),
  why: why.default(''),
})

/** What a person may do to a job; what went into a tank or down comes with the tank and the record. */
export type JobStepOrder = { id: string; why: string } & (
  | { kind: 'plan'; ask?: Partial<Pick<JobAsk, 'products' | 'plants' | 'ground' | 'note'>>; when?: JobTime }
  | { kind: 'change'; ask: Partial<Pick<JobAsk, 'products' | 'plants' | 'ground' | 'note'>> }
  | { kind: 'move'; when: JobTime }
  | { kind: 'do' | 'judge'; day: Day }
  | { kind: 'close' | 'skip' | 'reopen' }
)
const change = Joi.object({
  plants: asked.plants.optional(),
  products: asked.products.optional(),
  ground: asked.ground.optional(),
  note: asked.note.optional(),
}).prefs({ noDefaults: true })
const head = { id: id.required(), why: why.default('') }
/** POST /api/jobs/:id/steps */
export const jobStepOrder = Joi.object<JobStepOrder>({
  ...head,
  kind: Joi.string().valid('plan', 'change', 'move', 'do', 'judge', 'close', 'skip', 'reopen').required(),
  ask: Joi.when('kind', { is: 'change', then: change.min(1).required(), otherwise: change }),
  when: Joi.when('kind', { is: 'move', then: time.required(), otherwise: time }),
  day: Joi.when('kind', { is: Joi.valid('do', 'judge'), then: day.required(), otherwise: Joi.forbidden() }),
})

/** A job with its history, oldest step first. */
export interface JobHistory {
  job: Job
  steps: JobStep[]
}
export const jobsRequest = Joi.object<{ yardId: YardId }, true>({ yardId: id.required() })

const chainStep = Joi.object<ChainStep, true>({
  task: task.required(),
  role: role.allow(null).required(),
  product: Joi.object({ labelId: id.required(), rate: askedRate.required() }).allow(null).required(),
  after: Joi.object({
    step: Joi.number()
      .integer()
      .min(0)
      .max(mostChainSteps - 1)
      .required(),
    leastDays: daysApart.required(),
    mostDays: daysApart.allow(null).required(),
    mowings: Joi.number().integer().min(1).max(30).allow(null).required(),
  })
    .allow(null)
    .required(),
  note: Joi.string().trim().max(200).allow('').required(),
})
const steps = list(chainStep, mostChainSteps).min(1).required()

/** A chain that is begun on a lawn. */
export interface ChainOrder {
  id: string
  zoneId: ZoneId
  name: string
  day: Day
  steps: ChainStep[]
}
/** POST /api/jobs/chains */
export const chainOrder = Joi.object<ChainOrder, true>({
  id: id.required(),
  zoneId: id.required(),
  name: name.required(),
  day: day.required(),
  steps,
})

/** A chain of one's own, to be begun again. */
export interface ChainTemplateRow extends Row {
  name: string
  steps: ChainStep[]
}
export const chainTemplate = rowShapes<ChainTemplateRow>({ name: name.required(), steps })

const step = (kind: string, more: object = {}) =>
  Joi.object({
    id: id.required(),
    at: instant.required(),
    by: Joi.string().max(120).allow('').required(),
    why: why.required(),
    kind: Joi.valid(kind).required(),
    ...more,
  })
const plainStep = ['close', 'skip', 'replace', 'reopen'] as const
const jobStep = Joi.alternatives<JobMove>(
  step('propose', { seed: seed.required() }),
  step('plan', { seed: seed.required() }),
  step('change', {
    ask: change.keys({ task, was: seed.extract('was'), plan: seed.extract('plan') }).required(),
  }),
  step('move', { when: time.required() }),
  step('mix', { tankId: id.required() }),
  step('apply', { recordIds: list(id, 1000).required(), day: day.required() }),
  step('do', { day: day.required() }),
  step('judge', { day: day.required() }),
  ...plainStep.map((kind) => step(kind)),
)
/** A job in the account file: its history, from which it follows. */
export interface FiledJob {
  id: JobId
  yardId: YardId
  zoneId: ZoneId
  steps: JobStep[]
}
export const filedJob = Joi.object<FiledJob>({
  id: id.required(),
  yardId: id.required(),
  zoneId: id.required(),
  steps: list(jobStep, 1000).min(1).required(),
})
