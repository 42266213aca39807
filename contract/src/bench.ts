import Joi from 'joi'
import {
  loadPlans,
  sprayerKinds,
  toolIds,
  type CalibrationRun,
  type LoadPlan,
  type Mix as MixResult,
  type SprayerKind,
  type ToolId,
} from '@jardinero/core/bench'
import type { Quantity, RatePerAreaUnit } from '@jardinero/core/quantity'
import type { LabelRules } from '@jardinero/core/shelf'
import { turfStates } from '@jardinero/core/yard'
import { day, id, list, name, number, rowShapes, text, type Row } from './field.ts'
import { askedRate, carrierVolume, labelRules } from './shelf.ts'

export interface Sprayer extends Row {
  name: string
  kind: SprayerKind
  capacityGal: number
}

export interface Calibration extends Row {
  sprayerId: string
  day: string
  runs: CalibrationRun[]
  note: string
}

/** What a mix is asked for: everything else the server looks up. */
export interface MixOrder {
  zoneId: string
  labelId: string
  calibrationId: string
  day: string
  rate: Quantity<RatePerAreaUnit>
  loadPlan: LoadPlan
  tool: ToolId
}

/** A mix as it was made: the order, the label's rules and the ground of that day, and the figures. Never changed. */
export interface Mix extends MixOrder {
  id: string
  rules: LabelRules
  areaSqFt: number
  result: MixResult
  madeAt: string
}

export const sprayer = rowShapes({
  name: name.required(),
  kind: Joi.string()
    .valid(...sprayerKinds)
    .required(),
  capacityGal: number.required(),
})

const run = Joi.object({ areaSqFt: number.required(), volumeGal: number.required(), seconds: number })

export const calibration = rowShapes({
  sprayerId: id.required(),
  day: day.required(),
  runs: list(run, 20).required(),
  note: text.required(),
})

const mixChoices = {
  day: day.required(),
  rate: askedRate.required(),
  loadPlan: Joi.string()
    .valid(...loadPlans)
    .required(),
  tool: Joi.string()
    .valid(...toolIds)
    .required(),
}

export const mixOrder = Joi.object({
  id: id.required(),
  zoneId: id.required(),
  labelId: id.required(),
  calibrationId: id.required(),
  ...mixChoices,
})

/** POST /api/bench/calibrate */
export const calibrateRequest = Joi.object({ runs: list(run, 20).required() })

/** POST /api/bench/mix */
export const mixRequest = Joi.object({
  ...mixChoices,
  rules: labelRules.required(),
  turf: Joi.string().max(40).required(),
  state: Joi.string()
    .valid(...turfStates)
    .required(),
  areaSqFt: number.required(),
  areaUncertaintySqFt: Joi.number().min(0),
  carrierVolume: carrierVolume.required(),
  capacityGal: number.required(),
  passes: list(
    Joi.object({
      day: day.required(),
      actives: list(
        Joi.object({
          name: name.required(),
          basis: Joi.string().valid('ai', 'ae').required(),
          rate: Joi.object({
            value: Joi.number().min(0).required(),
            unit: Joi.string().valid('lb/acre', 'kg/ha').required(),
          }).required(),
        }),
        6,
      ).required(),
    }),
  ).default([]),
})
