import type { AccountId } from '@jardinero/core/quantity'
import Joi from 'joi'
import {
  calibration,
  mixOrder,
  spreadOrder,
  sprayer,
  tankOrder,
  toolRow,
  type Calibration,
  type Mix,
  type Spread,
  type Sprayer,
  type Tank,
  type ToolRow,
} from './bench.ts'
import type { Job } from '@jardinero/core/job'
import { turfStates } from '@jardinero/core/yard'
import { day, id, instant, list, unit, withKeys } from './field.ts'
import { mixResult, tankResult } from './figure.ts'
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
import { chainTemplate, filedJob, type ChainTemplateRow, type FiledJob } from './job.ts'
import { client, lawnView, type Client, type LawnView } from './lawns.ts'
import { filedOuting, type Outing } from './outing.ts'
import {
  carrierVolume,
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
  account: { id: AccountId; name: string; demoDay: string | null }
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
  jobs: Job[]
  signs: Sign[]
  sprinklers: Sprinkler[]
  waters: Water[]
  /** Plans as they were taken, oldest first. */
  plans: SeasonPlan[]
  outings: Outing[]
  ratings: RatingRow[]
  recordPhotos: RecordPhoto[]
}

export const demoDay = Joi.object<{ day: string }, true>({ day: day.required() })
/** For an order that says all by its address. */
export const nothing = Joi.object<Record<string, never>, true>({})

export const accountFileFormat = 'jardinero.account'
export const accountFileVersion = 10
/** Versions that are read; the first had no finds, the second no signs, water or station, the third no plans, the fourth no packages, label files or earlier labels, the fifth no outings, ratings or pictures of records, the sixth no spreads and no strips, the seventh held the pounds of a hopper as gallons, the eighth had marks and no jobs, the ninth no clients and no views of the list. */
const readVersions = [1, 2, 3, 4, 5, 6, 7, 8, 9, accountFileVersion]

/** A record in the account file: the first facts, and the amendments after it. */
export interface FiledRecord extends Omit<
  ApplicationRecord,
  keyof PassFacts | 'first' | 'yardId' | 'planned' | 'labelId' | 'state' | 'job'
> {
  first: PassFacts
  amendments: Amendment[]
}

/** The whole account as one file. Ids hold inside the file; see docs/account-file.md. */
export interface AccountFile {
  format: typeof accountFileFormat
  version: number
  exportedAt: string
  clients: Client[]
  lawnViews: LawnView[]
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
  spreads: Spread[]
  mixes: Mix[]
  records: FiledRecord[]
  finds: Find[]
  photos: FiledPhoto[]
  /** Of files up to version 8; they are jobs since. */
  marks: SeasonMark[]
  jobs: FiledJob[]
  chainTemplates: ChainTemplateRow[]
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
const firstFacts = recordOrder.fork(['id', 'mixId', 'again'], (f) => f.forbidden())

const filedMix = withKeys(mixOrder, {
  areaSqFt: Joi.number().positive().required(),
  result: mixResult.required(),
  madeAt: instant.required(),
  tankId: id.allow(null),
  spreadId: id.allow(null),
  stripSqFt: Joi.number().min(0).allow(null),
  state: Joi.string()
    .valid(...turfStates)
    .allow(null),
  rules: labelRules.required(),
  loadPlan: mixOrder.extract('loadPlan').optional().allow(null),
  tool: mixOrder.extract('tool').optional().allow(null),
})
const filedRequest = Joi.object({
  grounds: list(
    Joi.object({
      id: id.required(),
      name: Joi.string().max(80).required(),
      turf: Joi.string().max(40).required(),
      areaSqFt: Joi.number().min(0).required(),
    }).unknown(),
    200,
  )
    .min(1)
    .required(),
  products: list(Joi.object({ rules: labelRules.required() }).unknown(), 40)
    .min(1)
    .required(),
  carrierVolume: carrierVolume.required(),
  tools: list(Joi.object({ id: Joi.string().max(60).required() }).unknown(), 200).required(),
}).unknown()
/** A tank as it was made. What it was made from and came to is kept as it is. */
const filedTank = withKeys(tankOrder, {
  request: filedRequest.required(),
  result: tankResult.required(),
  sprayer: Joi.string().max(200).allow('').required(),
  madeAt: instant.required(),
  madeBy: Joi.string().max(120).required(),
  mixIds: list(id, 1000).required(),
  jobIds: list(id, 1000).default([]),
  drawnFrom: id.allow(null),
})

/** A spread as it was made. */
const filedSpread = withKeys(spreadOrder, {
  request: Joi.object({
    grounds: filedRequest.extract('grounds').required(),
    rules: labelRules.required(),
    hopperLb: Joi.number().positive().required(),
  })
    .unknown()
    .required(),
  plan: Joi.object({ fillings: list(Joi.number().min(0), 1000).required() })
    .unknown()
    .required(),
  spreader: Joi.string().max(200).allow('').required(),
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
    unit: unit('massPerArea', 'volumePerArea').required(),
  }).required(),
  keepOffUntil: instant.allow(null).required(),
  turn: Joi.number().integer().min(1).max(1000),
  jobId: id.allow(null),
  recordedAt: instant.required(),
  recordedBy: Joi.string().max(120).required(),
  first: firstFacts.required(),
  amendments: list(
    withKeys(amendmentOrder, {
      zoneId: id.allow(null),
      zoneName: Joi.string().max(80).allow(null),
      turf: Joi.string().max(40).allow(null),
      madeAt: instant.required(),
      madeBy: Joi.string().max(120).required(),
    }),
    1000,
  ).required(),
})

/** Every part of the file but its head: the table of parts, checked by the compiler, is their schema. */
type Part = Exclude<keyof AccountFile, 'format' | 'version' | 'exportedAt'>

/** Each part of the file: the shape of its rows, how many there may be, and whether the first version had it. */
export const accountFileParts: Record<Part, { row: Joi.Schema; most: number; first: boolean }> = {
  clients: { row: client.row, most, first: false },
  lawnViews: { row: lawnView.row, most: 500, first: false },
  yards: { row: yard.row, most, first: true },
  zones: { row: zone.row, most, first: true },
  sections: { row: section.row, most, first: true },
  places: { row: place.row, most, first: true },
  readings: { row: reading.row, most, first: true },
  sprayers: { row: sprayer.row, most, first: true },
  calibrations: { row: calibration.row, most, first: true },
  labels: { row: label.row, most, first: true },
  labelVersions: { row: labelVersion, most, first: false },
  labelFiles: { row: filedLabelFile, most, first: false },
  stock: { row: stockRow.row, most, first: false },
  tools: { row: toolRow.row, most, first: false },
  tanks: { row: filedTank, most, first: false },
  spreads: { row: filedSpread, most, first: false },
  mixes: { row: filedMix, most, first: true },
  records: { row: filedRecord, most, first: true },
  finds: { row: find.row, most, first: false },
  photos: { row: filedPhoto, most, first: false },
  marks: { row: seasonMark.row, most, first: false },
  jobs: { row: filedJob, most, first: false },
  chainTemplates: { row: chainTemplate.row, most, first: false },
  signs: { row: sign.row, most, first: false },
  sprinklers: { row: sprinkler.row, most, first: false },
  waters: { row: water.row, most, first: false },
  stationDays: { row: ownDay, most, first: false },
  typicalYears: { row: typicalYearRow, most: 1000, first: false },
  plans: { row: filedPlan, most, first: false },
  outings: { row: filedOuting, most, first: false },
  ratings: { row: rating.row, most, first: false },
  recordPhotos: { row: filedRecordPhoto, most, first: false },
}

const head = {
  format: Joi.string().valid(accountFileFormat).required(),
  version: Joi.number()
    .valid(...readVersions)
    .required(),
  exportedAt: instant.required(),
}
const withParts = (listOf: (row: Joi.Schema, most: number) => Joi.ArraySchema) =>
  Joi.object<AccountFile>({
    ...head,
    ...Object.fromEntries(
      Object.entries(accountFileParts).map(([part, { row, most: atMost, first }]) => [
        part,
        first ? listOf(row, atMost).required() : listOf(row, atMost).default([]),
      ]),
    ),
  })
export const accountFile = withParts(list)
/** The file as a whole: its rows are gone through one by one, since there may be many. */
export const accountFileOutline = withParts((_, atMost) => Joi.array().max(atMost))
