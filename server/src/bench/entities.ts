import { EntitySchema } from 'typeorm'
import type { Calibration, Mix, Sprayer } from '@jardinero/contract/bench'
import { accountKey, belongsTo, column, ofAccount, rowColumns } from '../platform/columns.ts'
import type { Owned } from '../yard/entities.ts'

export const sprayerEntity = new EntitySchema<Owned<Sprayer>>({
  name: 'sprayer',
  columns: { ...rowColumns, name: column.text, kind: column.text, capacityGal: column.numeric },
  uniques: [accountKey],
  foreignKeys: [ofAccount],
})

export const calibrationEntity = new EntitySchema<Owned<Calibration>>({
  name: 'calibration',
  columns: { ...rowColumns, sprayerId: column.uuid, day: column.day, runs: column.json, note: column.text },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'sprayerId'] }],
  foreignKeys: [belongsTo('sprayer', 'sprayerId')],
})

/** A mix as it was made; the label and the calibration may change or go, the mix keeps what it rested on. */
export const mixEntity = new EntitySchema<Mix & { accountId: string }>({
  name: 'mix',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    zoneId: column.uuid,
    labelId: column.uuid,
    calibrationId: column.uuid,
    day: column.day,
    rate: column.json,
    loadPlan: column.text,
    tool: column.text,
    rules: column.json,
    areaSqFt: column.numeric,
    result: column.json,
    madeAt: column.instant,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'madeAt'] }],
  foreignKeys: [belongsTo('zone', 'zoneId')],
})
