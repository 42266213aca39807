import type { ZoneId, YardId, AccountId } from '@jardinero/core/quantity'
import Joi from 'joi'
import type { Calibration, Sprayer, ToolRow } from './bench.ts'
import { count, id, withKeys } from './field.ts'
import type { ApplicationRecord, RatingRow, RecordPhoto } from './ledger.ts'
import type { Job } from '@jardinero/core/job'
import type { LabelRules } from '@jardinero/core/shelf'
import type { Outing } from './outing.ts'
import type { Find, FindPhoto } from './scout.ts'
import type { SeasonPlan } from './season.ts'
import type { Label, LabelFile, StockRow } from './shelf.ts'
import type { Reading, Sign, Sprinkler, Water } from './soil.ts'
import type { Place, Section, Yard, Zone } from './yard.ts'

/** A yard by its name, as a list has it. */
export interface YardName {
  id: YardId
  name: string
  client: string
}
/** GET /api/yard/names: a page of yards in the order of their names. `next` asks for the page after it. */
export interface YardNames {
  yards: YardName[]
  next: string | null
}

/** GET /api/account/opening: what the application opens with, however large the account is. */
export interface Opening {
  account: { id: AccountId; name: string; demoDay: string | null }
  yardCount: number
  /** The first of them by name. */
  yards: YardName[]
}

/** GET /api/bench/equipment */
export interface Equipment {
  sprayers: Sprayer[]
  calibrations: Calibration[]
  tools: ToolRow[]
}

/** GET /api/shelf/state */
export interface ShelfState {
  labels: Label[]
  stock: StockRow[]
  labelFiles: LabelFile[]
}

/** What went down on a lawn in a year, counted: for what looks back over many years. */
export interface PassHistory {
  zoneId: ZoneId
  year: number
  passes: number
  groups: string[]
  actives: string[]
  lastDay: string
}

/** GET /api/yard/yards/:id/state: a yard and what belongs to no year of it. */
export interface YardState {
  yard: Yard
  zones: Zone[]
  sections: Section[]
  places: Place[]
  sprinklers: Sprinkler[]
  /** Jobs and chores: all that are open, and those of the last years. */
  jobs: Job[]
  /** Plans as they were taken, oldest first. */
  plans: SeasonPlan[]
  history: PassHistory[]
}

/** A record whose rules stand once beside many that share them. */
export type PackedRecord = Omit<ApplicationRecord, 'rules'> & { rules: number }

/** GET /api/yard/yards/:id/years/:year: what happened in a year of a yard. */
export interface YardYear {
  readings: Reading[]
  records: PackedRecord[]
  /** Rules of the records, each once. */
  rules: LabelRules[]
  finds: Find[]
  photos: FindPhoto[]
  signs: Sign[]
  waters: Water[]
  outings: Outing[]
  ratings: RatingRow[]
  recordPhotos: RecordPhoto[]
}

export const yardParams = Joi.object<{ id: YardId }, true>({ id: id.required() })
export const yardYearParams = withKeys<{ id: YardId; year: number }>(yardParams, {
  year: count(1900).max(2200).required(),
})
export const mostYardNames = 60
export const namesRequest = Joi.object<{ search?: string; after?: string }, true>({
  search: Joi.string().trim().max(80).allow(''),
  /** As `next` of the page before. */
  after: id,
})
