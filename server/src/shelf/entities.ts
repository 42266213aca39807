import { EntitySchema } from 'typeorm'
import type { Label, LabelFile, LabelVersion, StockRow } from '@jardinero/contract/shelf'
import { accountKey, belongsTo, column, ofAccount, rowColumns, type Owned } from '../platform/columns.ts'

export const labelEntity = new EntitySchema<Owned<Label>>({
  name: 'label',
  columns: { ...rowColumns, rules: column.json },
  uniques: [accountKey],
  foreignKeys: [ofAccount],
})

export const stockEntity = new EntitySchema<Owned<StockRow>>({
  name: 'stock_package',
  columns: {
    ...rowColumns,
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
export const labelVersionEntity = new EntitySchema<StoredLabelVersion>({
  name: 'label_version',
  columns: {
    id: rowColumns.id,
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
export const labelFileEntity = new EntitySchema<StoredLabelFile>({
  name: 'label_file',
  columns: {
    id: rowColumns.id,
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
