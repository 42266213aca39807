import { EntitySchema } from 'typeorm'
import type { Place, Section, Yard, Zone } from '@jardinero/contract/yard'
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

export const yardEntity = new EntitySchema<Owned<Yard>>({
  name: 'yard',
  columns: {
    ...rowColumns,
    name: column.text,
    latitude: column.numeric,
    longitude: column.numeric,
    timeZone: column.text,
    climate: column.text,
    placeFrom: column.textOrNull,
    town: column.textOrNull,
    country: column.textOrNull,
    region: column.textOrNull,
    elevationM: column.numericOrNull,
    timingSchool: column.text,
    timingParameters: column.jsonOrNull,
    verdictThresholds: column.jsonOrNull,
    seasonWishes: column.jsonOrNull,
    shelfSituation: column.jsonOrNull,
    outingWishes: column.jsonOrNull,
    watchedWeeds: column.jsonOrNull,
    client: column.textOrNull,
    address: column.textOrNull,
    gate: column.textOrNull,
    dog: { type: 'boolean', nullable: true },
    siteNotes: column.textOrNull,
    tags: column.jsonOrNull,
    archivedAt: column.instantOrNull,
  },
  uniques: [accountKey],
  indices: [{ name: 'yard_by_name', columns: ['accountId', 'name', 'id'] }],
  foreignKeys: [ofAccount],
})

export const zoneEntity = new EntitySchema<Owned<Zone & { areaSqFt?: number | null }>>({
  name: 'zone',
  columns: {
    ...rowColumns,
    yardId: column.uuid,
    name: column.text,
    turf: column.text,
    state: column.text,
    turfCheck: column.jsonOrNull,
    spared: column.jsonOrNull,
    // Worked out from its sections, and forgotten by the database as soon as one of them changes.
    areaSqFt: { ...column.numericOrNull, select: false },
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'yardId'] }],
  foreignKeys: [belongsTo('yard', 'yardId')],
})

export const sectionEntity = new EntitySchema<Removable<Owned<Section>>>({
  name: 'section',
  columns: {
    ...rowColumns,
    ...removable,
    zoneId: column.uuid,
    name: column.text,
    kind: column.text,
    lengthsFt: column.json,
    deduction: column.boolean,
    xFt: column.numeric,
    yFt: column.numeric,
    turnDeg: column.numeric,
    accuracyFt: column.numericOrNull,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'zoneId'] }],
  foreignKeys: [belongsTo('zone', 'zoneId')],
})

export const placeEntity = new EntitySchema<Owned<Place>>({
  name: 'place',
  columns: {
    ...rowColumns,
    zoneId: column.uuid,
    name: column.text,
    kind: column.text,
    sectionId: column.uuidOrNull,
    side: column.integerOrNull,
    widthFt: column.numericOrNull,
    ground: column.jsonOrNull,
  },
  uniques: [accountKey],
  indices: [{ columns: ['accountId', 'zoneId'] }],
  foreignKeys: [belongsTo('zone', 'zoneId'), belongsTo('section', 'sectionId', 'NO ACTION')],
})
