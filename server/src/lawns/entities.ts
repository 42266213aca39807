import { EntitySchema } from 'typeorm'
import type { Client, LawnView } from '@jardinero/contract/lawns'
import { accountKey, column, ofAccount, rowColumns, type Owned } from '../platform/columns.ts'

export const clientEntity = new EntitySchema<Owned<Client>>({
  name: 'client',
  columns: {
    ...rowColumns,
    name: column.text,
    phone: column.text,
    email: column.text,
    tell: column.text,
    tellDays: column.integer,
    notes: column.text,
  },
  uniques: [accountKey, { name: 'client_by_name', columns: ['accountId', 'name'] }],
  foreignKeys: [ofAccount],
})

export const lawnViewEntity = new EntitySchema<Owned<LawnView>>({
  name: 'lawn_view',
  columns: {
    ...rowColumns,
    name: column.text,
    wishes: column.json,
    order: column.text,
    descending: column.boolean,
  },
  uniques: [accountKey],
  foreignKeys: [ofAccount],
})
