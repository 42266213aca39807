import Joi from 'joi'
import { causeCodes, type GridCount, type PassFigures, type Rating } from '@jardinero/core/ledger'
import type {
  MassUnit,
  Quantity,
  RatePerAreaUnit,
  VolumeUnit,
  JobId,
  LabelId,
  MixId,
  RecordId,
  SpreadId,
  TankId,
  YardId,
  ZoneId,
} from '@jardinero/core/quantity'
import type { Job } from '@jardinero/core/job'
import type { LabelRules } from '@jardinero/core/shelf'
import type { TurfState } from '@jardinero/core/yard'
import { spreadOrder, type SpreadOrder } from './bench.ts'
import { compass } from './constants.ts'
import { airC, count, day, id, instant, rowShapes, text, type Row, windMph, withKeys } from './field.ts'
import { measuredAmount } from './shelf.ts'

/** What a person says of a pass that is down; correctable by amendment. */
export interface PassFacts {
  /** UTC. */
  appliedAt: string
  areaSqFt: number
  product: Quantity<MassUnit | VolumeUnit>
  waterGal: number
  applicator: string
  licence: string
  windMph: number | null
  airC: number | null
  target: string
  wateredInOn: string | null
  note: string
  /** UTC; absent where nobody wrote it down. */
  endedAt?: string | null
  /** Where the wind blew from, as a point of the compass. */
  windFrom?: string | null
  /** Of the area, the strip along the edges that was gone over twice, once. */
  stripSqFt?: number | null
  /** Water of the day that came after the start, mm; absent where nobody was asked. */
  waterAfterMm?: number | null
}

/** An application record. It is never changed: `first` stands, amendments are laid over it. */
export interface ApplicationRecord extends PassFacts {
  id: RecordId
  yardId: YardId
  zoneId: ZoneId
  zoneName: string
  turf: string
  mixId: MixId
  equipment: string
  rules: LabelRules
  rate: Quantity<RatePerAreaUnit>
  /** When people and pets may be on it again; null where no label of the pass states anything. */
  keepOffUntil: string | null
  /** 1, or higher where the same mix was put down again on purpose. */
  turn?: number
  /** The job it is of, and what was meant: as it was planned, whatever became of it. */
  jobId?: JobId | null
  job?: RecordJob
  recordedAt: string
  recordedBy: string
  /** The facts as first written down. */
  first: PassFacts
  amendments: Amendment[]
  /** As the mix was made for it. */
  planned?: PassFigures
  /** The reason it was mixed against advice, where it was. */
  override?: string
  labelId?: LabelId
  /** The turf's state as it was mixed. */
  state?: TurfState | null
}

export interface RecordJob extends Pick<Job, 'origin' | 'note'> {
  /** The day it was meant for. */
  meantFor: string | null
  chain: string | null
}

export interface Amendment {
  id: string
  reason: string
  changes: Partial<PassFacts>
  /** Where it really went down, where another lawn was written first. */
  zoneId?: ZoneId | null
  zoneName?: string | null
  turf?: string | null
  madeAt: string
  madeBy: string
}

const facts = {
  appliedAt: instant,
  areaSqFt: Joi.number().positive().max(4_356_000),
  product: measuredAmount,
  waterGal: Joi.number().min(0).max(100_000),
  applicator: Joi.string().trim().min(1).max(120),
  licence: Joi.string().trim().max(60).allow(''),
  windMph: windMph.allow(null),
  airC: airC.allow(null),
  target: Joi.string().trim().max(200).allow(''),
  wateredInOn: day.allow(null),
  note: text,
  endedAt: instant.allow(null),
  windFrom: Joi.string()
    .valid(...compass)
    .allow(null),
  stripSqFt: Joi.number().min(0).max(4_356_000).allow(null),
  waterAfterMm: Joi.number().min(0).max(1000).allow(null),
}

/** One mix written down: area, product and water where they differ from what was mixed. */
export interface RecordOrder
  extends ApplicationFacts, Partial<Pick<PassFacts, 'areaSqFt' | 'product' | 'waterGal' | 'stripSqFt'>> {
  id: RecordId
  mixId: MixId
  again?: boolean
}
export interface AmendmentOrder {
  id: string
  reason: string
  changes: Partial<PassFacts>
  /** The lawn it really went down on. */
  zoneId?: ZoneId
}
/** By whole days, of one yard or of all. */
export interface RecordsRequest {
  from?: string
  to?: string
  yardId?: YardId
  /** A page of the list: so many, after the record of this id. All where it is absent. */
  limit?: number
  after?: string
}

/** POST /api/ledger/records: area, product and water are the mix's unless said otherwise. */
export const recordOrder = Joi.object<RecordOrder, true>({
  id: id.required(),
  mixId: id.required(),
  ...facts,
  appliedAt: facts.appliedAt.required(),
  applicator: facts.applicator.required(),
  licence: facts.licence.default(''),
  windMph: facts.windMph.default(null),
  airC: facts.airC.default(null),
  target: facts.target.default(''),
  wateredInOn: facts.wateredInOn.default(null),
  note: facts.note.default(''),
  endedAt: facts.endedAt.default(null),
  windFrom: facts.windFrom.default(null),
  /** Although the tank it is of is written down already. */
  again: Joi.boolean().default(false),
})

/**
 * POST /api/ledger/applications: one application, of a tank or of a spread, over any number of lawns, written down whole or not
 * at all. A spread that is not kept yet comes with it.
 */
export const applicationOrder = Joi.object<ApplicationOrder, true>({
  id: id.required(),
  tankId: id,
  spreadId: id,
  spread: spreadOrder,
  appliedAt: facts.appliedAt.required(),
  applicator: facts.applicator.required(),
  licence: facts.licence.default(''),
  windMph: facts.windMph.default(null),
  airC: facts.airC.default(null),
  target: facts.target.default(''),
  wateredInOn: facts.wateredInOn.default(null),
  note: facts.note.default(''),
  endedAt: facts.endedAt.default(null),
  windFrom: facts.windFrom.default(null),
  again: Joi.boolean().default(false),
}).xor('tankId', 'spreadId', 'spread')

/** POST /api/ledger/tank-records: as an application of a tank. */
export const tankRecordOrder = applicationOrder.fork(['spreadId', 'spread'], (f) => f.forbidden())

/** What a person says of an application that is of a whole tank or spread. */
export type ApplicationFacts = Omit<
  PassFacts,
  'areaSqFt' | 'product' | 'waterGal' | 'stripSqFt' | 'waterAfterMm'
>
export interface ApplicationOrder extends ApplicationFacts {
  id: string
  tankId?: TankId
  spreadId?: SpreadId
  spread?: SpreadOrder & { id: string }
  /** Although it is written down already. */
  again?: boolean
}

export const amendmentOrder = Joi.object<AmendmentOrder, true>({
  id: id.required(),
  reason: Joi.string().trim().min(3).max(400).required(),
  zoneId: id,
  changes: Joi.object(facts).when('zoneId', {
    is: Joi.exist(),
    then: Joi.object().default({}),
    otherwise: Joi.object().min(1).required(),
  }),
})

export const recordsRequest = Joi.object<RecordsRequest, true>({
  from: day,
  to: day,
  yardId: id,
  limit: count(1, 500),
  after: id,
})
export const csvRequest = withKeys<Omit<RecordsRequest, 'limit' | 'after'> & { client?: string }>(
  recordsRequest.fork(['limit', 'after'], (f) => f.forbidden()),
  {
    client: Joi.string().trim().max(120),
  },
)

/** Points of a grid that met a weed. */
const gridCount = Joi.object({
  hits: Joi.number().integer().min(0).max(10_000).required(),
  points: Joi.number().integer().min(1).max(10_000).required(),
})

/** A rating of a pass: cover by grid counts, the turf's injury, and what one makes of it. */
export interface RatingRow extends Row, Omit<Rating, 'treatedBefore' | 'check' | 'checkBefore'> {
  recordId: RecordId
  plant: string
  treatedBefore: GridCount | null
  check: GridCount | null
  checkBefore: GridCount | null
  /** Why it failed, as the person settled it: a code of the diagnosis. */
  why: string | null
  note: string
}
export const rating = rowShapes<RatingRow>({
  recordId: id.required(),
  plant: Joi.string().max(60).required(),
  day: day.required(),
  treated: gridCount.required(),
  treatedBefore: gridCount.allow(null).required(),
  check: gridCount.allow(null).required(),
  checkBefore: gridCount.allow(null).required(),
  injury: Joi.number().min(0).max(10).required(),
  why: Joi.string()
    .valid(...causeCodes)
    .allow(null)
    .required(),
  note: text.required(),
})

export const pictureKinds = ['before', 'after', 'other'] as const
/** A picture kept with a record. */
export interface RecordPhoto {
  id: string
  recordId: RecordId
  kind: (typeof pictureKinds)[number]
  takenAt: string | null
  width: number
  height: number
  bytes: number
}
export const recordPhotoRequest = Joi.object({
  id: id.required(),
  kind: Joi.string()
    .valid(...pictureKinds)
    .default('other'),
})
export interface FiledRecordPhoto extends RecordPhoto {
  picture: string
}
export const filedRecordPhoto = Joi.object({
  id: id.required(),
  recordId: id.required(),
  kind: Joi.string()
    .valid(...pictureKinds)
    .required(),
  takenAt: instant.allow(null).required(),
  width: Joi.number().integer().min(1).max(20_000).required(),
  height: Joi.number().integer().min(1).max(20_000).required(),
  bytes: count(1).required(),
  picture: Joi.string().base64().max(30_000_000).required(),
})

/** A season of one yard, by days. */
export interface SeasonRequest {
  yardId: YardId
  from: string
  to: string
}
export const seasonRequest = Joi.object<SeasonRequest, true>({
  yardId: id.required(),
  from: day.required(),
  to: day.required(),
})
