import Joi from 'joi'
import { mostGrounds, toolIds, treatModes, type MixRequest, type TankRequest } from '@jardinero/core/bench'
import { plantStages } from '@jardinero/core/scout'
import { sparedThings, turfStates } from '@jardinero/core/yard'
import { mixChoices, tankChoices, waterQuality } from './bench.ts'
import { day, list, name, number } from './field.ts'
import { neighbours } from './choose.ts'
import {
  askedRate,
  carrierVolume,
  labelRules,
  oneOf,
  outlookDays,
  override,
  saidLength,
  shelfSituation,
  turfCheck,
} from './shelf.ts'

const state = Joi.string().valid(...turfStates)
const turf = Joi.string().max(40)
const passes = list(
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
    lasts: saidLength,
  }),
).default([])

/** What is known of the turf, and what stands around it. */
const judged = {
  check: turfCheck,
  seedingDay: day,
  sownOn: day,
  spare: list(oneOf(sparedThings), sparedThings.length),
  seen: list(
    Joi.object({
      plant: Joi.string().max(60).required(),
      stage: oneOf(plantStages).required(),
      tillers: Joi.number().integer().min(0).max(300).allow(null),
    }),
    20,
  ),
  around: Joi.object({
    situation: shelfSituation.required(),
    neighbours,
    outlook: outlookDays,
    hemisphere: oneOf(['northern', 'southern']),
  }),
}

/** One product over one area. */
const oneProduct = Joi.object({
  ...mixChoices,
  rules: labelRules.required(),
  turf: turf.required(),
  state: state.required(),
  areaSqFt: number.required(),
  areaUncertaintySqFt: Joi.number().min(0),
  carrierVolume: carrierVolume.required(),
  capacityGal: number.required(),
  passes,
  override,
  ...judged,
})

/** Several products over several lawns. */
const severalProducts = Joi.object({
  ...tankChoices,
  grounds: list(
    Joi.object({
      id: Joi.string().max(60).required(),
      name: name.required(),
      turf: turf.required(),
      state: state.required(),
      areaSqFt: number.required(),
      areaUncertaintySqFt: Joi.number().min(0),
      mode: Joi.string()
        .valid(...treatModes)
        .default('broadcast'),
      spotSqFt: number,
      edgeSqFt: number,
      edgeNames: list(name, 40),
      passes,
      ...judged,
    }),
    mostGrounds,
  )
    .unique('id')
    .required(),
  products: list(
    Joi.object({
      rules: labelRules.required(),
      rate: askedRate,
      concentration: askedRate,
      tool: Joi.string().valid(...toolIds),
    }),
    40,
  ).required(),
  carrierVolume: carrierVolume.required(),
  capacityGal: number.required(),
  waterFirst: number,
  water: waterQuality,
  override,
})

/** POST /api/bench/mix: one product, or with `products` and `grounds` several. */
export type MixAsked = MixRequest | SeveralAsked
/** Several products; a measuring tool of one is named by its id. */
export type SeveralAsked = Omit<TankRequest, 'tools' | 'actives' | 'products'> & {
  products: (Omit<TankRequest['products'][number], 'tool'> & { tool?: string })[]
}
export const mixRequest: Joi.AlternativesSchema<MixAsked> = Joi.alternatives().conditional(
  Joi.object({ products: Joi.exist() }).unknown(),
  {
    then: severalProducts,
    otherwise: oneProduct,
  },
)
