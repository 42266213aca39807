import { EntitySchema } from 'typeorm'
import type { ChainTemplateRow } from '@jardinero/contract/job'
import type { Job, JobState, JobStep } from '@jardinero/core/job'
import type { AccountId, JobId, YardId, ZoneId } from '@jardinero/core/quantity'
import { accountKey, belongsTo, column, ofAccount, rowColumns, type Owned } from '../platform/columns.ts'

/** A job as its history makes it; written by `takeStep` alone. */
export interface StoredJob {
  id: JobId
  accountId: AccountId
  createdAt: string
  yardId: YardId
  zoneId: ZoneId
  state: JobState
  body: Job
}
/** A step of its history: added, never changed. `detail` is what came with it. */
export interface StoredStep {
  id: string
  accountId: AccountId
  jobId: JobId
  at: string
  by: string
  kind: JobStep['kind']
  why: string
  detail: object
  /** In the order they were taken. */
  seq?: string
}

export const jobEntity = new EntitySchema<StoredJob>({
  name: 'job',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    createdAt: rowColumns.createdAt,
    yardId: column.uuid,
    zoneId: column.uuid,
    state: column.text,
    body: column.json,
  },
  uniques: [accountKey],
  indices: [{ name: 'job_of_yard', columns: ['accountId', 'yardId', 'state'] }],
  foreignKeys: [belongsTo('yard', 'yardId'), belongsTo('zone', 'zoneId')],
})

export const jobStepEntity = new EntitySchema<StoredStep>({
  name: 'job_step',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    jobId: column.uuid,
    at: column.instant,
    by: column.text,
    kind: column.text,
    why: column.text,
    detail: column.json,
    seq: { type: 'bigint', generated: 'increment', select: true },
  },
  indices: [{ name: 'step_of_job', columns: ['accountId', 'jobId', 'seq'] }],
  foreignKeys: [belongsTo('job', 'jobId')],
})

export const chainTemplateEntity = new EntitySchema<Owned<ChainTemplateRow>>({
  name: 'chain_template',
  columns: { ...rowColumns, name: column.text, steps: column.json },
  uniques: [accountKey],
  foreignKeys: [ofAccount],
})
