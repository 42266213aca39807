import Joi from 'joi'
import type { Belt, PlantStage } from '@jardinero/core/scout'
import type { ChoiceGround, ChoiceRequest, LabelRules } from '@jardinero/core/shelf'
import type { Hemisphere, TurfState } from '@jardinero/core/yard'
import { count, day, list, name } from './field.ts'
import { labelRules, oneOf, outlookDays, quantity, saidLength, shelfSituation, turfCheck } from './shelf.ts'

const code = Joi.string()
  .pattern(/^[a-z][A-Za-z0-9]*$/)
  .max(60)

const pastPass = Joi.object({
  day: day.required(),
  actives: list(
    Joi.object({
      name: name.required(),
      basis: oneOf(['ai', 'ae']).required(),
      rate: quantity(Joi.string().valid('lb/acre', 'kg/ha')).required(),
    }),
    10,
  ).required(),
  lasts: saidLength,
})
/** POST /api/shelf/choose, as its schema lets it through. */
export interface ChooseOrder extends Pick<
  ChoiceRequest,
  'day' | 'outlook' | 'situation' | 'neighbours' | 'sprayAnyway'
> {
  hemisphere: Hemisphere
  belt: Belt
  turf: string
  state: TurfState
  areaSqFt: number
  seedingDay?: string
  check?: ChoiceGround['check']
  passes: ChoiceGround['passes']
  weeds: { plant: string; stage: PlantStage; tillers: number | null; count?: number }[]
  labels?: LabelRules[]
}

/** Grass of the yard that is not to be touched. */
export const neighbours = list(
  Joi.object({ name: name.required(), turf: code.required(), state: Joi.string().max(20).required() }),
  20,
).default([])

/** POST /api/shelf/choose: labels asked about, else the sample labels. */
export const chooseRequest = Joi.object<ChooseOrder, true>({
  day: day.required(),
  hemisphere: oneOf(['northern', 'southern']).default('northern'),
  belt: oneOf(['cool', 'mild', 'warm']).default('mild'),
  turf: code.required(),
  state: Joi.string()
    .valid('growing', 'greeningUp', 'dormant', 'drought', 'seeded', 'aboutToSeed')
    .required(),
  areaSqFt: Joi.number().positive().max(4_356_000).default(1000),
  seedingDay: day,
  check: turfCheck,
  passes: list(pastPass, 500).default([]),
  neighbours,
  weeds: list(
    Joi.object({
      plant: code.required(),
      stage: Joi.string().valid('seedling', 'leaves', 'tillers', 'flowering', 'seeding', 'mature').required(),
      tillers: count(300).allow(null).default(null),
      count: Joi.number().integer().min(1).max(100_000),
    }),
    12,
  )
    .min(1)
    .required(),
  labels: list(labelRules, 100),
  outlook: outlookDays.default([]),
  situation: shelfSituation.default({
    licensed: false,
    site: 'homeLawn',
    places: ['US'],
    nearVegetables: false,
    trees: 'none',
  }),
  sprayAnyway: list(code, 12).default([]),
})
