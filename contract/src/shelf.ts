import Joi from 'joi'
import {
  adjuvantClasses,
  formulations,
  labelKinds,
  protectiveGear,
  purposes,
  signalWords,
  sites,
  type LabelRules,
} from '@jardinero/core/shelf'
import { turfStates } from '@jardinero/core/yard'
import { list, name, number, rowShapes, text, unit, type Row } from './field.ts'

export interface Label extends Row {
  rules: LabelRules
}

const ratePerArea = unit('massPerArea', 'volumePerArea')
const quantity = (unitSchema: Joi.Schema) =>
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
const oneOf = (values: readonly string[]) => Joi.string().valid(...values)
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
  atSeeding: Joi.boolean(),
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

export const labelRules = Joi.object<LabelRules>({
  kind: oneOf(labelKinds),
  name: name.required(),
  sample: Joi.boolean().required(),
  registration: Joi.string().trim().max(60).allow(''),
  formulation: Joi.string()
    .valid(...formulations)
    .required(),
  actives: list(
    Joi.object({
      name: name.required(),
      strength: Joi.object({
        value: number.required(),
        unit: Joi.string().valid('percent', 'lb/gal', 'g/L').required(),
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

export const label = rowShapes({ rules: labelRules.required() })
