import { EntitySchema } from 'typeorm'
import type { Label, LabelFile, LabelVersion, StockRow } from '@jardinero/contract/shelf'
import {
  accountKey,
  belongsTo,
  column,
  ofAccount,
  removable,
  rowColumns,
  type Owned,
  type Removable,
} from '../platform/columns.ts'

export const labelEntity = new EntitySchema<Removable<Owned<Label>>>({
  name: 'label',
  columns: { ...rowColumns, ...removable, rules: column.json },
  uniques: [accountKey],
  foreignKeys: [ofAccount],
})

export const stockEntity = new EntitySchema<Removable<Owned<StockRow>>>({
  name: 'stock_package',
  columns: {
    ...rowColumns,
    ...removable,
    labelId: column.uuid,
    amount: column.json,
    boughtOn: column.day,
    openedOn: column.dayOrNull,
    counted: column.jsonOrNull,
    priceCents: column.integerOrNull,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'labelId'] }],
  foreignKeys: [belongsTo('label', 'labelId')],
})

export type StoredLabelVersion = LabelVersion & { accountId: string }
export const labelVersionEntity = new EntitySchema<Removable<StoredLabelVersion>>({
  name: 'label_version',
  columns: {
    id: rowColumns.id,
    ...removable,
    accountId: rowColumns.accountId,
    labelId: column.uuid,
    number: column.integer,
    rules: column.json,
    replacedAt: column.instant,
    replacedBy: column.text,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'labelId'] }],
  foreignKeys: [belongsTo('label', 'labelId')],
})

export type StoredLabelFile = Owned<LabelFile> & { picture: Buffer }
export const labelFileEntity = new EntitySchema<Removable<StoredLabelFile>>({
  name: 'label_file',
  columns: {
    id: rowColumns.id,
    ...removable,
    accountId: rowColumns.accountId,
    createdAt: rowColumns.createdAt,
    labelId: column.uuid,
    name: column.text,
    kind: column.text,
    bytes: column.integer,
    picture: column.bytes,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'labelId'] }],
  foreignKeys: [belongsTo('label', 'labelId')],
})
