import { EntitySchema } from 'typeorm'
import type { Amendment, PassFacts } from '@jardinero/contract/ledger'
import type { Quantity, RatePerAreaUnit } from '@jardinero/core/quantity'
import type { LabelRules } from '@jardinero/core/shelf'
import { accountKey, belongsTo, column, rowColumns } from '../platform/columns.ts'

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
}

export interface StoredAmendment extends Amendment {
  accountId: string
  recordId: string
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
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'appliedAt'] }],
  foreignKeys: [belongsTo('zone', 'zoneId', 'NO ACTION'), belongsTo('mix', 'mixId', 'NO ACTION')],
})

export const amendmentEntity = new EntitySchema<StoredAmendment>({
  name: 'record_amendment',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    recordId: column.uuid,
    reason: column.text,
    changes: column.json,
    madeAt: column.instant,
    madeBy: column.text,
  },
  indices: [{ columns: ['accountId', 'recordId'] }],
  foreignKeys: [belongsTo('application_record', 'recordId', 'NO ACTION')],
})
