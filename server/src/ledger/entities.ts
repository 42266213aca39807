import { EntitySchema } from 'typeorm'
import type { Amendment, PassFacts, RatingRow, RecordPhoto } from '@jardinero/contract/ledger'
import type { JobId, Quantity, RatePerAreaUnit } from '@jardinero/core/quantity'
import type { LabelRules } from '@jardinero/core/shelf'
import { accountKey, belongsTo, column, rowColumns, type Owned } from '../platform/columns.ts'

/** A record as first written; the database refuses to change or remove it. */
export interface StoredRecord {
  id: string
  accountId: string
  zoneId: string
  zoneName: string
  turf: string
  mixId: string
  equipment: string
  rules: LabelRules
  rate: Quantity<RatePerAreaUnit>
  keepOffUntil: string | null
  appliedAt: string
  first: PassFacts
  recordedAt: string
  recordedBy: string
  /** 1, or higher where the same mix was put down again on purpose. */
  turn: number
  /** The job it is of. */
  jobId: JobId | null
}

export interface StoredAmendment extends Amendment {
  accountId: string
  recordId: string
  /** In the order they came in. */
  seq?: string
}

export const recordEntity = new EntitySchema<StoredRecord>({
  name: 'application_record',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    zoneId: column.uuid,
    zoneName: column.text,
    turf: column.text,
    mixId: column.uuid,
    equipment: column.text,
    rules: column.json,
    rate: column.json,
    keepOffUntil: column.instantOrNull,
    appliedAt: column.instant,
    first: column.json,
    recordedAt: column.instant,
    recordedBy: column.text,
    turn: { type: 'integer', default: 1 },
    jobId: column.uuidOrNull,
  },
  uniques: [accountKey],
  indices: [
    { columns: ['accountId', 'appliedAt'] },
    { name: 'record_of_zone', columns: ['accountId', 'zoneId', 'appliedAt'] },
    { name: 'recorded_once', columns: ['accountId', 'mixId', 'turn'], unique: true },
  ],
  foreignKeys: [
    belongsTo('zone', 'zoneId', 'NO ACTION'),
    belongsTo('mix', 'mixId', 'NO ACTION'),
    belongsTo('job', 'jobId', 'NO ACTION'),
  ],
})

export const amendmentEntity = new EntitySchema<StoredAmendment>({
  name: 'record_amendment',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    recordId: column.uuid,
    reason: column.text,
    changes: column.json,
    zoneId: column.uuidOrNull,
    zoneName: column.textOrNull,
    turf: column.textOrNull,
    madeAt: column.instant,
    madeBy: column.text,
    seq: { type: 'bigint', generated: 'increment', select: true },
  },
  indices: [
    { columns: ['accountId', 'recordId'] },
    { name: 'amendment_moves', columns: ['accountId', 'zoneId'], where: '"zone_id" IS NOT NULL' },
  ],
  foreignKeys: [
    belongsTo('application_record', 'recordId', 'NO ACTION'),
    belongsTo('zone', 'zoneId', 'NO ACTION'),
  ],
})

export const ratingEntity = new EntitySchema<Owned<RatingRow>>({
  name: 'rating',
  columns: {
    ...rowColumns,
    recordId: column.uuid,
    plant: column.text,
    day: column.day,
    treated: column.json,
    treatedBefore: column.jsonOrNull,
    check: column.jsonOrNull,
    checkBefore: column.jsonOrNull,
    injury: column.numeric,
    why: column.textOrNull,
    note: column.text,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'recordId'] }],
  foreignKeys: [belongsTo('application_record', 'recordId', 'NO ACTION')],
})

export const recordPhotoEntity = new EntitySchema<Owned<RecordPhoto> & { picture: Buffer }>({
  name: 'record_photo',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    createdAt: rowColumns.createdAt,
    recordId: column.uuid,
    kind: column.text,
    takenAt: column.instantOrNull,
    width: column.integer,
    height: column.integer,
    bytes: column.integer,
    picture: column.bytes,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'recordId'] }],
  foreignKeys: [belongsTo('application_record', 'recordId', 'NO ACTION')],
})
