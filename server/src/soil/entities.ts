import { EntitySchema } from 'typeorm'
import type { Reading, Sign, Sprinkler, Water } from '@jardinero/contract/soil'
import type { OwnDay, TypicalYearRow } from '@jardinero/contract/weather'
import {
  accountKey,
  belongsTo,
  column,
  removable,
  rowColumns,
  type Owned,
  type Removable,
} from '../platform/columns.ts'

export const readingEntity = new EntitySchema<Removable<Owned<Reading>>>({
  name: 'soil_reading',
  columns: {
    ...rowColumns,
    ...removable,
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

const ofYard = { columns: ['accountId', 'yardId'] }

export const signEntity = new EntitySchema<Owned<Sign>>({
  name: 'season_sign',
  columns: { ...rowColumns, yardId: column.uuid, kind: column.text, day: column.day, note: column.text },
  uniques: [accountKey],
  indices: [ofYard],
  foreignKeys: [belongsTo('yard', 'yardId')],
})

export const sprinklerEntity = new EntitySchema<Owned<Sprinkler>>({
  name: 'sprinkler',
  columns: {
    ...rowColumns,
    yardId: column.uuid,
    name: column.text,
    cupsMm: column.json,
    minutes: column.numeric,
    testedOn: column.day,
  },
  uniques: [accountKey],
  indices: [ofYard],
  foreignKeys: [belongsTo('yard', 'yardId')],
})

export const waterEntity = new EntitySchema<Owned<Water>>({
  name: 'water_entry',
  columns: {
    ...rowColumns,
    yardId: column.uuid,
    kind: column.text,
    day: column.day,
    depthMm: column.numeric,
    sprinklerId: column.uuidOrNull,
    minutes: column.numericOrNull,
    note: column.text,
  },
  uniques: [accountKey],
  indices: [ofYard],
  foreignKeys: [belongsTo('yard', 'yardId'), belongsTo('sprinkler', 'sprinklerId', 'NO ACTION')],
})

/** A day of a yard's own station: replaced whole by the next file that has it. */
export const stationDayEntity = new EntitySchema<OwnDay & { accountId: string }>({
  name: 'station_day',
  columns: {
    id: { type: 'uuid', primary: true },
    accountId: column.uuid,
    yardId: column.uuid,
    day: column.day,
    minimumC: column.numeric,
    maximumC: column.numeric,
    rainMm: column.numeric,
    wind: column.numericOrNull,
    solarMJ: column.numericOrNull,
    filled: column.boolean,
  },
  uniques: [accountKey, { columns: ['yardId', 'day'] }],
  foreignKeys: [belongsTo('yard', 'yardId')],
})

export const typicalYearEntity = new EntitySchema<TypicalYearRow & { accountId: string }>({
  name: 'typical_year',
  columns: {
    id: { type: 'uuid', primary: true },
    accountId: column.uuid,
    yardId: column.uuid,
    latitude: column.numeric,
    longitude: column.numeric,
    days: column.json,
  },
  uniques: [accountKey, { columns: ['yardId'] }],
  foreignKeys: [belongsTo('yard', 'yardId')],
})

/** The weather of a station as it was last told on a day; it belongs to nobody. */
export interface StoredWeather {
  station: string
  day: string
  /** Of its content: another word, other weather. */
  stamp: string
  content: string
  askedAt: string
  /** What the service gave to ask again by. */
  marks?: { past?: WeatherMark; ahead?: WeatherMark } | null
}
export interface WeatherMark {
  url: string
  etag?: string
  modified?: string
}
export const weatherEntity = new EntitySchema<StoredWeather>({
  name: 'kept_weather',
  columns: {
    station: { type: 'text', primary: true },
    day: { type: 'date', primary: true },
    stamp: column.text,
    content: column.text,
    askedAt: column.instant,
    marks: column.jsonOrNull,
  },
})
