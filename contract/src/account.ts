import Joi from 'joi'
import {
  calibration,
  mixOrder,
  sprayer,
  tankOrder,
  toolRow,
  type Calibration,
  type Mix,
  type Sprayer,
  type Tank,
  type ToolRow,
} from './bench.ts'
import { day, id, instant, list } from './field.ts'
import {
  amendmentOrder,
  filedRecordPhoto,
  rating,
  recordOrder,
  type Amendment,
  type FiledRecordPhoto,
  type PassFacts,
  type RatingRow,
  type RecordPhoto,
} from './ledger.ts'
import { filedOuting, type Outing } from './outing.ts'
import {
  filedLabelFile,
  label,
  labelRules,
  labelVersion,
  stockRow,
  type FiledLabelFile,
  type Label,
  type LabelFile,
  type LabelVersion,
  type StockRow,
} from './shelf.ts'
import {
  reading,
  sign,
  sprinkler,
  water,
  type Reading,
  type Sign,
  type Sprinkler,
  type Water,
} from './soil.ts'
import { ownDay, typicalYearRow, type OwnDay, type TypicalYearRow } from './weather.ts'
import { place, section, yard, zone, type Place, type Section, type Yard, type Zone } from './yard.ts'
import type { ApplicationRecord } from './ledger.ts'
import { filedPlan, type SeasonPlan } from './season.ts'
import {
  filedPhoto,
  find,
  seasonMark,
  type FiledPhoto,
  type Find,
  type FindPhoto,
  type SeasonMark,
} from './scout.ts'

/** What every station needs of an account, in one answer. Readings, mixes and records come by year. */
export interface AccountState {
  account: { id: string; name: string; demoDay: string | null }
  yards: Yard[]
  zones: Zone[]
  sections: Section[]
  places: Place[]
  sprayers: Sprayer[]
  calibrations: Calibration[]
  tools: ToolRow[]
  labels: Label[]
  stock: StockRow[]
  labelFiles: LabelFile[]
  finds: Find[]
  photos: FindPhoto[]
  marks: SeasonMark[]
  signs: Sign[]
  sprinklers: Sprinkler[]
  waters: Water[]
  /** Plans as they were taken, oldest first. */
  plans: SeasonPlan[]
  outings: Outing[]
  ratings: RatingRow[]
  recordPhotos: RecordPhoto[]
}

export const demoDay = Joi.object({ day: day.required() })
/** For an order that says all by its address. */
export const nothing = Joi.object({})

export const accountFileFormat = 'jardinero.account'
export const accountFileVersion = 6
/** Versions that are read; the first had no finds, the second no signs, water or station, the third no plans, the fourth no packages, label files or earlier labels, the fifth no outings, ratings or pictures of records. */
const readVersions = [1, 2, 3, 4, 5, accountFileVersion]

/** A record in the account file: the first facts, and the amendments after it. */
export interface FiledRecord extends Omit<ApplicationRecord, keyof PassFacts | 'first' | 'yardId'> {
  first: PassFacts
  amendments: Amendment[]
}

/** The whole account as one file. Ids hold inside the file; see docs/account-file.md. */
export interface AccountFile {
  format: typeof accountFileFormat
  version: number
  exportedAt: string
  yards: Yard[]
  zones: Zone[]
  sections: Section[]
  places: Place[]
  readings: Reading[]
  sprayers: Sprayer[]
  calibrations: Calibration[]
  labels: Label[]
  labelVersions: LabelVersion[]
  labelFiles: FiledLabelFile[]
  stock: StockRow[]
  tools: ToolRow[]
  tanks: Tank[]
  mixes: Mix[]
  records: FiledRecord[]
  finds: Find[]
  photos: FiledPhoto[]
  marks: SeasonMark[]
  signs: Sign[]
  sprinklers: Sprinkler[]
  waters: Water[]
  stationDays: OwnDay[]
  typicalYears: TypicalYearRow[]
  plans: SeasonPlan[]
  outings: Outing[]
  ratings: RatingRow[]
  recordPhotos: FiledRecordPhoto[]
}

const most = 200_000
const withRow = (shapes: { row: Joi.ObjectSchema }) => list(shapes.row, most).required()
const firstFacts = recordOrder.fork(['id', 'mixId'], (f) => f.forbidden())

const filedMix = mixOrder.keys({
  areaSqFt: Joi.number().positive().required(),
  result: Joi.object().unknown().required(),
  madeAt: instant.required(),
  tankId: id.allow(null),
  rules: labelRules.required(),
})
/** A tank as it was made. What it was made from and came to is kept as it is. */
const filedTank = tankOrder.keys({
  request: Joi.object().unknown().required(),
  result: Joi.object().unknown().required(),
  sprayer: Joi.string().max(200).allow('').required(),
  madeAt: instant.required(),
  madeBy: Joi.string().max(120).required(),
  mixIds: list(id, 1000).required(),
})

const filedRecord = Joi.object({
  id: id.required(),
  zoneId: id.required(),
  zoneName: Joi.string().max(80).required(),
  turf: Joi.string().max(40).required(),
  mixId: id.required(),
  equipment: Joi.string().max(200).allow('').required(),
  rules: labelRules.required(),
  rate: Joi.object({
    value: Joi.number().min(0).required(),
    unit: Joi.string().max(20).required(),
  }).required(),
  keepOffUntil: instant.allow(null).required(),
  recordedAt: instant.required(),
  recordedBy: Joi.string().max(120).required(),
  first: firstFacts.required(),
  amendments: list(
    amendmentOrder.keys({ madeAt: instant.required(), madeBy: Joi.string().max(120).required() }),
    1000,
  ).required(),
})

export const accountFile = Joi.object<AccountFile>({
  format: Joi.string().valid(accountFileFormat).required(),
  version: Joi.number()
    .valid(...readVersions)
    .required(),
  exportedAt: instant.required(),
  yards: withRow(yard),
  zones: withRow(zone),
  sections: withRow(section),
  places: withRow(place),
  readings: withRow(reading),
  sprayers: withRow(sprayer),
  calibrations: withRow(calibration),
  labels: withRow(label),
  labelVersions: list(labelVersion, most).default([]),
  labelFiles: list(filedLabelFile, most).default([]),
  stock: list(stockRow.row, most).default([]),
  tools: list(toolRow.row, most).default([]),
  tanks: list(filedTank, most).default([]),
  mixes: list(filedMix, most).required(),
  records: list(filedRecord, most).required(),
  finds: list(find.row, most).default([]),
  photos: list(filedPhoto, most).default([]),
  marks: list(seasonMark.row, most).default([]),
  signs: list(sign.row, most).default([]),
  sprinklers: list(sprinkler.row, most).default([]),
  waters: list(water.row, most).default([]),
  stationDays: list(ownDay, most).default([]),
  typicalYears: list(typicalYearRow, 1000).default([]),
  plans: list(filedPlan, most).default([]),
  outings: list(filedOuting, most).default([]),
  ratings: list(rating.row, most).default([]),
  recordPhotos: list(filedRecordPhoto, most).default([]),
})

/** What an import did. */
export interface ImportResult {
  added: Record<string, number>
  /** Rows that were here already, left as they are. */
  kept: Record<string, number>
}
