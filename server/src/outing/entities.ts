import { EntitySchema } from 'typeorm'
import type { Outing } from '@jardinero/contract/outing'
import type { StoredPush } from './push.ts'
import { accountKey, belongsTo, column, rowColumns } from '../platform/columns.ts'

/** An outing as it came in from the field; the database refuses to change or remove it. */
export const outingEntity = new EntitySchema<Outing & { accountId: string }>({
  name: 'outing',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    yardId: column.uuid,
    tankId: column.uuid,
    startedAt: column.instant,
    endedAt: column.instant,
    pauses: column.json,
    winds: column.json,
    airC: column.numericOrNull,
    loadsMixed: column.integer,
    leftoverGal: column.numeric,
    zones: column.json,
    applicator: column.text,
    licence: column.text,
    target: column.text,
    note: column.text,
    takenShare: column.numeric,
    recordIds: column.json,
    jobIds: { ...column.json, default: [] },
    madeAt: column.instant,
    madeBy: column.text,
  },
  uniques: [accountKey],
  indices: [
    { columns: ['accountId', 'tankId'] },
    { name: 'outing_of_yard', columns: ['accountId', 'yardId', 'startedAt'] },
  ],
  foreignKeys: [belongsTo('yard', 'yardId', 'NO ACTION'), belongsTo('tank', 'tankId', 'NO ACTION')],
})

export const pushEntity = new EntitySchema<StoredPush>({
  name: 'push_subscription',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    personId: column.uuid,
    endpoint: column.text,
    keys: column.json,
    told: column.json,
  },
  uniques: [accountKey, { columns: ['accountId', 'endpoint'] }],
  foreignKeys: [
    { target: 'person', columnNames: ['personId'], referencedColumnNames: ['id'], onDelete: 'CASCADE' },
  ],
})
