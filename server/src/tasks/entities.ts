import { EntitySchema } from 'typeorm'
import type { Problem } from '@jardinero/contract/problem'
import type { TaskKind, TaskState } from '@jardinero/contract/task'
import { column, ofAccount, rowColumns } from '../platform/columns.ts'

/** Long work that was asked for. What was sent goes when it is done; what was made stays for a week. */
export interface StoredTask {
  id: string
  accountId: string
  personId: string
  kind: TaskKind
  state: TaskState
  /** How often a worker has begun it. */
  tries: number
  done: number
  total: number
  result: object | null
  problem: Problem | null
  /** What was sent. */
  body: Buffer | null
  /** What was made, where the work makes a file. */
  product: Buffer | null
  madeAt: string
}

export const taskEntity = new EntitySchema<StoredTask>({
  name: 'task',
  columns: {
    id: rowColumns.id,
    accountId: column.uuid,
    personId: column.uuid,
    kind: column.text,
    state: column.text,
    tries: { type: 'integer', default: 0 },
    done: { type: 'integer', default: 0 },
    total: { type: 'integer', default: 0 },
    result: column.jsonOrNull,
    problem: column.jsonOrNull,
    body: { type: 'bytea', nullable: true, select: false },
    product: { type: 'bytea', nullable: true, select: false },
    madeAt: { type: 'timestamp with time zone', createDate: true },
  },
  indices: [
    {
      name: 'task_one_an_account',
      columns: ['accountId'],
      unique: true,
      where: `state IN ('waiting', 'running')`,
    },
  ],
  foreignKeys: [ofAccount],
})

/** A row that could not be read any more, as it was. Only the owner of the schema writes here. */
export const setAsideEntity = new EntitySchema<{
  id: string
  accountId: string
  ofTable: string
  content: object
  why: string
  at: string
}>({
  name: 'set_aside',
  columns: {
    id: { type: 'uuid', primary: true, generated: 'uuid' },
    accountId: column.uuid,
    ofTable: column.text,
    content: column.json,
    why: column.text,
    at: { type: 'timestamp with time zone', default: () => 'now()' },
  },
})

/** Which account's ledger gives way in which transaction: see migration 0009. Only the owner of the schema writes here. */
export const ledgerReleaseEntity = new EntitySchema<{ accountId: string; inTransaction: string }>({
  name: 'ledger_release',
  columns: {
    accountId: { type: 'uuid', primary: true },
    inTransaction: { type: 'text', primary: true },
  },
})
