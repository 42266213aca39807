import { EntitySchema } from 'typeorm'
import type { Label } from '@jardinero/contract/shelf'
import { accountKey, column, ofAccount, rowColumns } from '../platform/columns.ts'
import type { Owned } from '../yard/entities.ts'

export const labelEntity = new EntitySchema<Owned<Label>>({
  name: 'label',
  columns: { ...rowColumns, rules: column.json },
  uniques: [accountKey],
  foreignKeys: [ofAccount],
})
