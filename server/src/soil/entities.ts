import { EntitySchema } from 'typeorm'
import type { Reading } from '@jardinero/contract/soil'
import { accountKey, belongsTo, column, rowColumns } from '../platform/columns.ts'
import type { Owned } from '../yard/entities.ts'

export const readingEntity = new EntitySchema<Owned<Reading>>({
  name: 'soil_reading',
  columns: {
    ...rowColumns,
    placeId: column.uuid,
    takenAt: column.instant,
    depthCm: column.numeric,
    temperatureC: column.numeric,
    note: column.text,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'takenAt'] }, { columns: ['accountId', 'placeId'] }],
  foreignKeys: [belongsTo('place', 'placeId', 'NO ACTION')],
})
