import Joi from 'joi'
import type { MassUnit, Quantity, RatePerAreaUnit, VolumeUnit } from '@jardinero/core/quantity'
import type { LabelRules } from '@jardinero/core/shelf'
import { day, id, instant, text } from './field.ts'
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
}

/** An application record. It is never changed: `first` stands, amendments are laid over it. */
export interface ApplicationRecord extends PassFacts {
  id: string
  yardId: string
  zoneId: string
  zoneName: string
  turf: string
  mixId: string
  equipment: string
  rules: LabelRules
  rate: Quantity<RatePerAreaUnit>
  keepOffUntil: string | null
  recordedAt: string
  recordedBy: string
  /** The facts as first written down. */
  first: PassFacts
  amendments: Amendment[]
}

export interface Amendment {
  id: string
  reason: string
  changes: Partial<PassFacts>
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
  windMph: Joi.number().min(0).max(60).allow(null),
  airC: Joi.number().min(-30).max(55).allow(null),
  target: Joi.string().trim().max(200).allow(''),
  wateredInOn: day.allow(null),
  note: text,
}

/** POST /api/ledger/records: area, product and water are the mix's unless said otherwise. */
export const recordOrder = Joi.object({
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
})

/** POST /api/ledger/tank-records: one pass of a whole tank, written down for each zone and product of it. */
export const tankRecordOrder = Joi.object({
  id: id.required(),
  tankId: id.required(),
  appliedAt: facts.appliedAt.required(),
  applicator: facts.applicator.required(),
  licence: facts.licence.default(''),
  windMph: facts.windMph.default(null),
  airC: facts.airC.default(null),
  target: facts.target.default(''),
  wateredInOn: facts.wateredInOn.default(null),
  note: facts.note.default(''),
})

export const amendmentOrder = Joi.object({
  id: id.required(),
  reason: Joi.string().trim().min(3).max(400).required(),
  changes: Joi.object(facts).min(1).required(),
})

export const recordsRequest = Joi.object({ from: day, to: day })
