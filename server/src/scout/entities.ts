import type { Card } from 'ts-fsrs'
import { EntitySchema } from 'typeorm'
import type { Find, FindPhoto } from '@jardinero/contract/scout'
import {
  accountKey,
  belongsTo,
  column,
  removable,
  rowColumns,
  type Owned,
  type Removable,
} from '../platform/columns.ts'

export const findEntity = new EntitySchema<Removable<Owned<Find>>>({
  name: 'plant_find',
  columns: {
    ...rowColumns,
    ...removable,
    zoneId: column.uuid,
    placeId: column.uuidOrNull,
    xFt: column.numericOrNull,
    yFt: column.numericOrNull,
    foundOn: column.day,
    plant: column.textOrNull,
    candidates: column.json,
    answers: column.json,
    stage: column.text,
    leafCount: column.integerOrNull,
    tillerCount: column.integerOrNull,
    amount: column.json,
    wantedShare: column.numericOrNull,
    note: column.text,
  },
  uniques: [accountKey],
  indices: [
    { columns: ['accountId', 'foundOn'] },
    { name: 'find_of_zone', columns: ['accountId', 'zoneId', 'foundOn'] },
  ],
  foreignKeys: [belongsTo('zone', 'zoneId'), belongsTo('place', 'placeId', 'NO ACTION')],
})

export type StoredPhoto = FindPhoto & { accountId: string; createdAt: string; picture: Buffer }
export const photoEntity = new EntitySchema<Removable<StoredPhoto>>({
  name: 'find_photo',
  columns: {
    id: rowColumns.id,
    ...removable,
    accountId: rowColumns.accountId,
    createdAt: rowColumns.createdAt,
    findId: column.uuid,
    width: column.integer,
    height: column.integer,
    bytes: column.integer,
    takenAt: column.instantOrNull,
    latitude: column.numericOrNull,
    longitude: column.numericOrNull,
    picture: column.bytes,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'findId'] }],
  foreignKeys: [belongsTo('plant_find', 'findId')],
})

/** How well one person knows one plant: the scheduler's card. */
export interface DrillCard {
  personId: string
  accountId: string
  plant: string
  /** The scheduler's card, its instants as text. */
  card: Omit<Card, 'due' | 'last_review'> & { due: string; last_review?: string }
  due: string
  lapses: number
  answers: number
}
export const drillCardEntity = new EntitySchema<DrillCard>({
  name: 'drill_card',
  columns: {
    personId: { type: 'uuid', primary: true },
    plant: { type: 'text', primary: true },
    accountId: column.uuid,
    card: column.json,
    due: column.instant,
    lapses: column.integer,
    answers: column.integer,
  },
  foreignKeys: [
    { target: 'person', columnNames: ['personId'], referencedColumnNames: ['id'], onDelete: 'CASCADE' },
  ],
})
