import { EntitySchema } from 'typeorm'
import type { SeasonPlan } from '@jardinero/contract/season'
import { accountKey, belongsTo, column, rowColumns } from '../platform/columns.ts'

/** A plan as it was taken; another replaces it, none is changed. */
export const planEntity = new EntitySchema<SeasonPlan & { accountId: string }>({
  name: 'season_plan',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    yardId: column.uuid,
    half: column.text,
    school: column.textOrNull,
    programme: column.json,
    days: column.json,
    escaped: column.numericOrNull,
    reason: column.text,
    takenAt: column.instant,
    takenBy: column.text,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'yardId'] }],
  foreignKeys: [belongsTo('yard', 'yardId')],
})

export interface StoredFeed {
  id: string
  accountId: string
  yardId: string
  /** Whose words and units the calendar speaks. */
  personId: string
  secret: string
}

export const feedEntity = new EntitySchema<StoredFeed>({
  name: 'calendar_feed',
  columns: {
    id: rowColumns.id,
    accountId: rowColumns.accountId,
    yardId: column.uuid,
    personId: column.uuid,
    secret: column.text,
  },
  uniques: [accountKey, { columns: ['secret'] }, { columns: ['accountId', 'yardId'] }],
  foreignKeys: [belongsTo('yard', 'yardId')],
})
