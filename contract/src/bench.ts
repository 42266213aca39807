import Joi from 'joi'
import {
  droplets,
  loadPlans,
  mostProducts,
  nozzleTypes,
  spreaderKinds,
  sprayerKinds,
  toolIds,
  toolKinds,
  type CalibrationRun,
  type LoadPlan,
  type MeasuringTool,
  type Mix as MixResult,
  type Nozzle,
  type SpreadPlan,
  type SpreadRequest,
  type SprayerKind,
  type TankMix,
  type TankProductOrder,
  type TankRequest,
  type ToolId,
  type WaterQuality,
} from '@jardinero/core/bench'
import type {
  Quantity,
  RatePerAreaUnit,
  CalibrationId,
  JobId,
  LabelId,
  MixId,
  SprayerId,
  SpreadId,
  TankId,
  ZoneId,
} from '@jardinero/core/quantity'
import type { LabelRules, OutlookDay } from '@jardinero/core/shelf'
import type { TurfState } from '@jardinero/core/yard'
import type { CalibrationInputs } from './calibrationInputs.ts'
import { calibrationMethods } from './constants.ts'
import { day, id, list, name, number, rowShapes, text, unit, type Row } from './field.ts'
import { askedRate, outlookDays, override } from './shelf.ts'
import { treatedZones, type TreatedZone } from './treatedZones.ts'

export interface Sprayer extends Row<'sprayer'> {
  name: string
  kind: SprayerKind
  /** What it is filled to; nothing of a spreader. */
  capacityGal: number | null
  /** The pounds a spreader's hopper holds; nothing of a sprayer. */
  hopperLb: number | null
  nozzle?: Nozzle | null
  /** Width of one pass. */
  swathFt?: number | null
}

export type CalibrationMethod = (typeof calibrationMethods)[number]

export interface Calibration extends Row<'calibration'> {
  sprayerId: SprayerId
  day: string
  runs: CalibrationRun[]
  note: string
  /** Runs over known ground where absent. */
  method?: CalibrationMethod | null
  inputs?: CalibrationInputs | null
}

/** A scale, cup, spoon or syringe of one's own. */
export interface ToolRow extends Row<'tool'>, Omit<MeasuringTool, 'holds'> {
  name: string
  holds: number | null
}

/** A mix of several products over several zones: everything else the server looks up. */
export interface TankOrder {
  zones: TreatedZone[]
  products: {
    labelId: LabelId
    rate: TankProductOrder['rate'] | null
    concentration: TankProductOrder['concentration'] | null
    /** One of one's own tools, or a usual one; the best where null. */
    tool: string | null
  }[]
  calibrationId: CalibrationId
  day: string
  loadPlan: LoadPlan
  /** What each load is filled to, where that is less than the sprayer holds. */
  fillGal?: number | null
  /** Mixed beside what the lawns take, for those that are not known yet. */
  spareGal?: number | null
  waterFirst: number | null
  water: WaterQuality | null
  /** The weather ahead as it is known where it is mixed. */
  outlook?: OutlookDay[]
  override?: string
}

/** A tank as it was made: the order, the request with the labels of that day, and the figures. Never changed. */
export interface Tank extends Omit<TankOrder, 'outlook' | 'override'> {
  id: TankId
  /** The tank it was drawn from, over ground that one was not mixed for. */
  drawnFrom?: TankId | null
  request: TankRequest
  result: TankMix
  sprayer: string
  madeAt: string
  madeBy: string
  /** What the ledger records of it, a mix a zone and herbicide; and what it was mixed for. */
  mixIds: MixId[]
  jobIds: JobId[]
}

/** What a mix is asked for: everything else the server looks up. */
export interface MixOrder {
  zoneId: ZoneId
  labelId: LabelId
  calibrationId: CalibrationId
  day: string
  rate: Quantity<RatePerAreaUnit>
  loadPlan: LoadPlan
  tool: ToolId
}

/** What the ledger writes down of a mix; what is sprayed has its loads too. */
export type MixFigures = Pick<MixResult, 'water' | 'product' | 'measured' | 'measuredRate'> &
  Partial<MixResult>

/** A mix as it was made: the order, the label's rules and the ground of that day, and the figures. Never changed. */
export interface Mix extends Omit<MixOrder, 'loadPlan' | 'tool'> {
  id: MixId
  /** None of what is spread. */
  loadPlan: LoadPlan | null
  tool: ToolId | null
  rules: LabelRules
  areaSqFt: number
  result: MixFigures
  madeAt: string
  tankId?: TankId | null
  spreadId?: SpreadId | null
  /** Of the area, the strip along the edges that is gone over twice, once. */
  stripSqFt?: number | null
  /** The turf's state that day. */
  state?: TurfState | null
}

/** Granules over lawns, by weight: what is asked for. */
export interface SpreadOrder {
  zones: TankOrder['zones']
  labelId: LabelId
  calibrationId: CalibrationId
  day: string
  rate: Quantity<RatePerAreaUnit>
  directions: 1 | 2
  outlook?: OutlookDay[]
  override?: string
}

/** A spread as it was made: the order, what it rests on, and the figures. Never changed. */
export interface Spread extends Omit<SpreadOrder, 'outlook' | 'override'> {
  id: SpreadId
  request: SpreadRequest
  plan: SpreadPlan
  spreader: string
  madeAt: string
  madeBy: string
  /** The mixes it stands for, one a zone: what the ledger records. */
  mixIds: MixId[]
}

const sprayerRows = rowShapes<Sprayer>({
  name: name.required(),
  kind: Joi.string()
    .valid(...sprayerKinds)
    .required(),
  capacityGal: number.allow(null).default(null),
  hopperLb: number.allow(null).default(null),
  nozzle: Joi.object({
    type: Joi.string()
      .valid(...nozzleTypes)
      .required(),
    gpm: Joi.number().positive().max(20),
    psi: Joi.number().positive().max(500),
    droplet: Joi.string().valid(...droplets),
  }).allow(null),
  swathFt: Joi.number().positive().max(60).allow(null),
})
/** Of a spreader that is said in gallons, as it was until hoppers had their own measure, those are pounds. */
const asHopper = (row: Partial<Sprayer>): Partial<Sprayer> =>
  row.kind && spreaderKinds.has(row.kind) && row.capacityGal && !row.hopperLb
    ? { ...row, capacityGal: null, hopperLb: row.capacityGal }
    : row
export const sprayer: typeof sprayerRows = {
  ...sprayerRows,
  create: sprayerRows.create.custom(asHopper),
  row: sprayerRows.row.custom(asHopper),
}

const run = Joi.object({ areaSqFt: number.required(), volumeGal: number.required(), seconds: number })

export const calibration = rowShapes<Calibration>({
  sprayerId: id.required(),
  day: day.required(),
  runs: list(run, 20).required(),
  note: text.required(),
  method: Joi.string()
    .valid(...calibrationMethods)
    .allow(null),
  inputs: Joi.object({
    nozzleGpm: number,
    mph: number,
    spacingIn: number,
    flOzCaught: number,
    wettedGalPer1000: number,
    usualGalPer1000: number,
    psi: number,
    setting: Joi.string().trim().max(40).allow(''),
    weighed: list(Joi.object({ areaSqFt: number.required(), lb: number.required() }), 20),
  }).allow(null),
})

export const toolRow = rowShapes<ToolRow>({
  name: name.required(),
  measure: Joi.string().valid('mass', 'volume').required(),
  kind: Joi.string()
    .valid(...toolKinds)
    .required(),
  step: number.required(),
  unit: unit('mass', 'volume').required(),
  holds: number.allow(null).required(),
})

export const waterQuality = Joi.object({
  ph: Joi.number().min(0).max(14),
  hardnessMgL: Joi.number().min(0).max(5000),
  muddy: Joi.boolean(),
})
export const tankChoices = {
  day: day.required(),
  loadPlan: Joi.string()
    .valid(...loadPlans)
    .required(),
}
/** POST /api/bench/tanks/:id/draws: so much of a tank over a lawn it was not mixed for. */
export interface DrawOrder {
  id: TankId
  zoneId: ZoneId
  gal: number
}
export const drawOrder = Joi.object<DrawOrder, true>({
  id: id.required(),
  zoneId: id.required(),
  gal: Joi.number().positive().max(10_000).required(),
})

export const tankOrder = Joi.object<TankOrder & { id: string }, true>({
  id: id.required(),
  outlook: outlookDays,
  override,
  zones: treatedZones,
  products: list(
    Joi.object({
      labelId: id.required(),
      rate: askedRate.allow(null).default(null),
      concentration: askedRate.allow(null).default(null),
      tool: Joi.string().max(60).allow(null).default(null),
    }),
    mostProducts,
  )
    .min(1)
    .required(),
  calibrationId: id.required(),
  ...tankChoices,
  fillGal: Joi.number().positive().max(10_000).allow(null),
  spareGal: Joi.number().min(0).max(10_000).allow(null),
  waterFirst: Joi.number().min(0.1).max(0.95).allow(null).default(null),
  water: waterQuality.allow(null).default(null),
})

export const mixChoices = {
  day: day.required(),
  rate: askedRate.required(),
  loadPlan: Joi.string()
    .valid(...loadPlans)
    .required(),
  tool: Joi.string()
    .valid(...toolIds)
    .required(),
}

export const mixOrder = Joi.object<MixOrder & { id: string }, true>({
  id: id.required(),
  zoneId: id.required(),
  labelId: id.required(),
  calibrationId: id.required(),
  ...mixChoices,
})

/** POST /api/bench/spreads */
export const spreadOrder = Joi.object<SpreadOrder & { id: string }, true>({
  id: id.required(),
  outlook: outlookDays,
  override,
  zones: treatedZones,
  labelId: id.required(),
  calibrationId: id.required(),
  day: day.required(),
  rate: askedRate.required(),
  directions: Joi.number().valid(1, 2).required(),
})

/** POST /api/bench/calibrate */
export const calibrateRequest = Joi.object<{ runs: CalibrationRun[] }, true>({
  runs: list(run, 20).required(),
})
