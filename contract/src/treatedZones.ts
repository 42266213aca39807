import Joi from 'joi'
import { mostGrounds, treatModes, type TreatMode } from '@jardinero/core/bench'
import type { PlaceId, ZoneId } from '@jardinero/core/quantity'
import { id, list } from './field.ts'

/** A lawn, or other ground, of a tank or a spread, and how it is treated. */
export interface TreatedZone {
  zoneId: ZoneId
  mode: TreatMode
  spotSqFt: number | null
  /** What is gone over a second time beside the strips. */
  edgeSqFt: number | null
  /** Strips of the yard that are gone over a second time. */
  stripIds?: PlaceId[]
}

/** The lawns of a tank or a spread, and how each is treated. */
export const treatedZones = list(
  Joi.object({
    zoneId: id.required(),
    mode: Joi.string()
      .valid(...treatModes)
      .required(),
    spotSqFt: Joi.number().min(0).allow(null).default(null),
    edgeSqFt: Joi.number().min(0).allow(null).default(null),
    stripIds: list(id, 40).unique(),
  }),
  mostGrounds,
)
  .min(1)
  .required()
