import { EntitySchema } from 'typeorm'
import type { Calibration, Mix, Sprayer, Spread, Tank, ToolRow } from '@jardinero/contract/bench'
import { accountKey, belongsTo, column, ofAccount, rowColumns, type Owned } from '../platform/columns.ts'

export const sprayerEntity = new EntitySchema<Owned<Sprayer>>({
  name: 'sprayer',
  columns: {
    ...rowColumns,
    name: column.text,
    kind: column.text,
    capacityGal: column.numericOrNull,
    hopperLb: column.numericOrNull,
    nozzle: column.jsonOrNull,
    swathFt: column.numericOrNull,
  },
  uniques: [accountKey],
  foreignKeys: [ofAccount],
})

export const calibrationEntity = new EntitySchema<Owned<Calibration>>({
  name: 'calibration',
  columns: {
    ...rowColumns,
    sprayerId: column.uuid,
    day: column.day,
    runs: column.json,
    note: column.text,
    method: column.textOrNull,
    inputs: column.jsonOrNull,
  },
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
    loadPlan: column.textOrNull,
    tool: column.textOrNull,
    rules: column.json,
    areaSqFt: column.numeric,
    result: column.json,
    madeAt: column.instant,
    tankId: column.uuidOrNull,
    spreadId: column.uuidOrNull,
    stripSqFt: column.numericOrNull,
    state: column.textOrNull,
  },
  uniques: [accountKey],
  indices: [
    { columns: ['accountId', 'madeAt'] },
    { name: 'mix_of_tank', columns: ['accountId', 'tankId'] },
    { name: 'mix_of_label', columns: ['accountId', 'labelId', 'day'] },
  ],
  foreignKeys: [belongsTo('zone', 'zoneId')],
})

/** A tank as it was made, whole; its mixes are what the ledger records. */
export const tankEntity = new EntitySchema<Tank & { accountId: string }>({
  name: 'tank',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    zones: column.json,
    products: column.json,
    calibrationId: column.uuid,
    day: column.day,
    loadPlan: column.text,
    waterFirst: column.numericOrNull,
    water: column.jsonOrNull,
    request: column.json,
    result: column.json,
    sprayer: column.text,
    madeAt: column.instant,
    madeBy: column.text,
    mixIds: column.json,
    jobIds: { ...column.json, default: [] },
    drawnFrom: column.uuidOrNull,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'madeAt'] }],
  foreignKeys: [ofAccount],
})

/** A spread as it was made, whole; its mixes are what the ledger records. */
export const spreadEntity = new EntitySchema<Spread & { accountId: string }>({
  name: 'spread',
  columns: {
    id: { ...rowColumns.id, primaryKeyConstraintName: 'PK_spread' },
    accountId: rowColumns.accountId,
    zones: column.json,
    labelId: column.uuid,
    calibrationId: column.uuid,
    day: column.day,
    rate: column.json,
    directions: column.integer,
    request: column.json,
    plan: column.json,
    spreader: column.text,
    madeAt: column.instant,
    madeBy: column.text,
    mixIds: column.json,
  },
  uniques: [{ ...accountKey, name: 'UQ_spread_account' }],
  indices: [{ name: 'spread_made', columns: ['accountId', 'madeAt'] }],
  foreignKeys: [{ ...ofAccount, name: 'FK_spread_account' }],
})

export const toolEntity = new EntitySchema<Owned<ToolRow>>({
  name: 'measuring_tool',
  columns: {
    ...rowColumns,
    name: column.text,
    measure: column.text,
    kind: column.text,
    step: column.numeric,
    unit: column.text,
    holds: column.numericOrNull,
  },
  uniques: [accountKey],
  foreignKeys: [ofAccount],
})
