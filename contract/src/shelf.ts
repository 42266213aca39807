import type { LabelId, YardId } from '@jardinero/core/quantity'
import Joi from 'joi'
import {
  adjuvantClasses,
  formulations,
  labelKinds,
  protectiveGear,
  purposes,
  signalWords,
  sites,
  type Active,
  type Circumstances,
  type LabelRules,
  type OutlookDay,
  type ShelfSituation,
  type StockPackage,
  type Taken,
  type TurfCheck,
} from '@jardinero/core/shelf'
import { turfStates } from '@jardinero/core/yard'
import { day, id, instant, list, name, number, rowShapes, text, unit, type Row } from './field.ts'

export interface Label extends Row<'label'> {
  rules: LabelRules
}

const ratePerArea = unit('massPerArea', 'volumePerArea')
export const quantity = (unitSchema: Joi.Schema) =>
  Joi.object({ value: number.required(), unit: unitSchema.required() })
/** A rate in any unit: the core refuses in words what is not a rate per area. */
export const askedRate = quantity(Joi.string().max(20))
export const carrierVolume = quantity(Joi.string().valid('gal/1000ft2'))
export const measuredAmount = quantity(unit('mass', 'volume'))

const count = (most: number) => Joi.number().integer().min(0).max(most)
const plants = list(
  Joi.string()
    .pattern(/^[a-z][A-Za-z0-9]*$/)
    .max(60),
)
/** How long a label says that a pass lasts. */
export const saidLength = Joi.object({
  leastDays: number.min(0).max(400).required(),
  mostDays: number.min(0).max(400).required(),
})
export const oneOf = (values: readonly string[]) => Joi.string().valid(...values)
/** An amount in any unit: the core says in words what does not fit the formulation. */
const amount = quantity(unit('mass', 'volume'))

const use = Joi.object({
  turf: list(Joi.string().max(40), 30).min(1).required(),
  purpose: Joi.string()
    .valid(...purposes)
    .required(),
  states: list(Joi.string().valid(...turfStates), 10),
  rate: Joi.object({
    min: number.required(),
    max: number.required(),
    unit: Joi.string().max(20).required(),
  }).required(),
  annualMaximum: Joi.object({
    value: Joi.number().positive().required(),
    unit: ratePerArea.required(),
    of: Joi.string().valid('product', 'active').required(),
  }),
  applicationsPerYear: Joi.number().integer().min(1).max(50),
  minimumIntervalDays: Joi.number().integer().min(0).max(400),
  minimumCarrier: carrierVolume,
  onlySuppresses: plants,
  fromSpots: Joi.boolean(),
  atSeeding: Joi.boolean(),
  lengths: list(
    Joi.object({
      min: number.required(),
      max: number.required(),
      leastDays: number.min(0).max(400).required(),
      mostDays: number.min(0).max(400).required(),
    }),
    12,
  ),
})

/** What a label says beside its directions. */
const besides = {
  weeds: Joi.object({ controls: plants.required(), suppresses: plants.required() }),
  temperature: Joi.object({
    least: Joi.number().min(-40).max(150),
    most: Joi.number().min(-40).max(150),
    unit: Joi.string().valid('degF', 'degC').required(),
  }).or('least', 'most'),
  windMost: quantity(Joi.string().valid('mph', 'km/h', 'm/s')),
  mowing: Joi.object({ beforeDays: count(30).required(), afterDays: count(30).required() }),
  seedlingMowings: count(30),
  adjuvant: Joi.object({
    rule: oneOf(['needs', 'allows', 'forbids']).required(),
    classes: list(oneOf(adjuvantClasses), 4).required(),
  }),
  notWith: list(name, 40),
  mixing: Joi.object({ waterFirst: Joi.number().min(0.1).max(0.95), place: oneOf(['first', 'last']) }),
  sites: list(oneOf(sites), 5).min(1),
  notIn: list(name, 60),
  coverage: list(Joi.object({ amount: amount.required(), areaSqFt: Joi.number().positive().required() }), 10),
  spots: list(Joi.object({ amount: amount.required(), waterGal: Joi.number().positive().required() }), 10),
  additive: Joi.object({
    class: oneOf([...adjuvantClasses, 'dye']).required(),
    rate: Joi.object({
      min: Joi.number().positive().required(),
      max: Joi.number().min(Joi.ref('min')).required(),
      unit: unit('volumePerVolume', 'massPerVolume').required(),
    }).required(),
  }),
  analysis: Joi.object(
    Object.fromEntries(['n', 'p2o5', 'k2o'].map((k) => [k, Joi.number().min(0).max(100).required()])),
  ),
}

export const labelRules = Joi.object<LabelRules, true>({
  kind: oneOf(labelKinds),
  name: name.required(),
  sample: Joi.boolean().required(),
  registration: Joi.string().trim().max(60).allow(''),
  formulation: Joi.string()
    .valid(...formulations)
    .required(),
  density: quantity(Joi.string().valid('lb/gal', 'g/L')),
  actives: list(
    Joi.object({
      name: name.required(),
      strength: Joi.object({
        value: number.required().when('unit', { is: 'none', then: Joi.valid(0) }),
        unit: Joi.string().valid('percent', 'lb/gal', 'g/L', 'none').required(),
        basis: Joi.string().valid('ai', 'ae').required(),
      }).required(),
      group: Joi.string().trim().max(10).allow(''),
    }),
    6,
  ).required(),
  uses: list(use, 40).required(),
  wateringIn: Joi.object({
    leastIn: Joi.number().positive().max(3).required(),
    mostIn: Joi.number().min(Joi.ref('leastIn')).max(4).required(),
    withinDays: Joi.number().integer().min(0).max(60).required(),
  }),
  keepOff: Joi.object({
    untilDry: Joi.boolean().required(),
    hours: Joi.number().min(0).max(720).required(),
  }).required(),
  seedingIntervalDays: Joi.number().integer().min(0).max(730),
  gear: list(Joi.string().valid(...protectiveGear), 10).required(),
  signalWord: Joi.string()
    .valid(...signalWords)
    .required(),
  restrictedUse: Joi.boolean().required(),
  dryHours: Joi.number().min(0).max(96),
  packages: list(
    Joi.object({
      amount: Joi.object({
        value: Joi.number().positive().required(),
        unit: unit('mass', 'volume').required(),
      }).required(),
      priceCents: Joi.number().integer().min(0).max(10_000_000).required(),
    }),
    20,
  ),
  ...besides,
  notes: text,
})

export const label = rowShapes<Label>({ rules: labelRules.required() })

/** GET /api/shelf/almanac */
export interface ShelfAlmanac {
  actives: Active[]
  sampleLabels: { code: string; rules: LabelRules }[]
  /** On what soil each plant sprouts: warming, cooling or both. */
  sprouts: NonNullable<Circumstances['sprouts']>
}

/** A package of a product on the shelf. */
export interface StockRow extends Row<'stock'>, Omit<StockPackage, 'id'> {
  labelId: LabelId
  priceCents: number | null
}
export const stockRow = rowShapes<StockRow>({
  labelId: id.required(),
  amount: amount.required(),
  boughtOn: day.required(),
  openedOn: day.allow(null).required(),
  counted: Joi.object({ amount: amount.required(), day: day.required() }).allow(null).required(),
  priceCents: Joi.number().integer().min(0).max(10_000_000).allow(null).required(),
})

/** GET /api/shelf/taken: what mixes have measured out, by label. */
export type TakenByLabel = Record<string, Taken[]>

/** The label itself: its PDF or a picture of it. */
export interface LabelFile {
  id: string
  labelId: LabelId
  name: string
  kind: 'pdf' | 'picture'
  bytes: number
}
export const labelFileRequest = Joi.object<{ id: string; name: string }, true>({
  id: id.required(),
  name: name.required(),
})
const labelFileFacts = {
  id: id.required(),
  labelId: id.required(),
  name: name.required(),
  kind: oneOf(['pdf', 'picture']).required(),
  bytes: count(2_147_483_647).min(1).required(),
}
/** A label's file in the account file, its content as base64. */
export interface FiledLabelFile extends LabelFile {
  picture: string
}
export const filedLabelFile = Joi.object<FiledLabelFile, true>({
  ...labelFileFacts,
  picture: Joi.string().base64().max(22_000_000).required(),
})

/** A label as it stood before it was changed. */
export interface LabelVersion {
  id: string
  labelId: LabelId
  /** Counts from 1; the label as it stands is one more than the last of these. */
  number: number
  rules: LabelRules
  replacedAt: string
  replacedBy: string
}
export const labelVersion = Joi.object<LabelVersion, true>({
  id: id.required(),
  labelId: id.required(),
  number: count(2_147_483_647).min(1).required(),
  rules: labelRules.required(),
  replacedAt: instant.required(),
  replacedBy: Joi.string().max(120).required(),
})

/** Labels as a file: see docs/label-file.md. */
export const labelsFileFormat = 'jardinero.labels'
export interface LabelsFile {
  format: typeof labelsFileFormat
  version: 1
  labels: LabelRules[]
}
export const labelsFile = Joi.object<LabelsFile, true>({
  format: oneOf([labelsFileFormat]).required(),
  version: Joi.number().valid(1).required(),
  labels: list(labelRules, 500).min(1).required(),
})
export interface LabelsTaken {
  added: Label[]
  /** Names of labels that were here already, word for word. */
  kept: string[]
  /** Labels whose name is here already with other rules: the one that is here, and the rules of the file. */
  differing: { id: LabelId; rules: LabelRules }[]
}

export const shelfSituation = Joi.object<ShelfSituation, true>({
  licensed: Joi.boolean().required(),
  site: oneOf(sites).required(),
  places: list(Joi.string().trim().min(1).max(60), 10).required(),
  nearVegetables: Joi.boolean().required(),
  trees: oneOf(['none', 'near', 'over']).required(),
})
export const turfCheck = Joi.object<TurfCheck, true>({
  madeBy: oneOf(['seed', 'sod', 'sprigs']),
  mowings: count(100),
  laidOn: day,
  crown: Joi.object({ day: day.required(), green: Joi.boolean().required() }),
})

/** The days ahead as the person's application saw them. */
export const outlookDays = list(
  Joi.object<OutlookDay, true>({
    day: day.required(),
    highC: Joi.number().required(),
    lowC: Joi.number().required(),
  }),
  16,
)
/** The owner's reason to go on against advice. */
export const override = Joi.string().trim().max(400).allow('')

/** POST /api/shelf/check */
export const checkRequest = Joi.object<{ rules: LabelRules; lawnSqFt?: number }, true>({
  rules: labelRules.required(),
  lawnSqFt: Joi.number().positive().max(4_356_000),
})

/** GET /api/shelf/sheet.csv and .pdf: for the turf of one yard, or for all. */
export const sheetRequest = Joi.object<{ yardId?: YardId; heading?: string }, true>({
  yardId: id,
  heading: Joi.string().trim().max(120).allow(''),
})
