import Joi from 'joi'
import { belts, lifeCycles, plantGroups } from '@jardinero/core/scout'
import { placeKinds } from '@jardinero/core/yard'

const code = Joi.string().pattern(/^[a-z][A-Za-z0-9]+$/)
const codes = Joi.array().items(code).unique().required()
const oneOf = (values: readonly string[]) => Joi.string().valid(...values)
const month = Joi.number().integer().min(1).max(12)
const span = Joi.array().ordered(month.required(), month.required()).length(2)

export const charactersSchema = Joi.array()
  .items(
    Joi.object({
      code: code.required(),
      groups: Joi.array().items(oneOf(plantGroups)).min(1).unique().required(),
      part: oneOf(['plant', 'leaf', 'root', 'stem', 'sheath', 'ligule', 'head', 'flower']).required(),
      effort: Joi.number().min(0.5).max(5).required(),
      states: Joi.array().items(code).min(2).unique().required(),
      near: Joi.array().items(Joi.array().items(code).length(2)),
      ordered: Joi.boolean(),
      needs: Joi.string().valid('head'),
      only: Joi.object().pattern(code, code),
    }),
  )
  .unique('code')
  .min(40)

const emergence = Joi.object({
  trend: oneOf(['rising', 'falling', 'both']).required(),
  soilC: Joi.array().ordered(Joi.number().required(), Joi.number().required()).length(2).required(),
  baseC: Joi.number().min(0).max(25).required(),
  source: code,
})

export const plantsSchema = Joi.array()
  .items(
    Joi.object({
      code: code.required(),
      botanical: Joi.string()
        .pattern(/^[A-Z][a-z]+/)
        .required(),
      names: Joi.object()
        .pattern(Joi.string().length(2).uppercase(), Joi.array().items(Joi.string().min(3)).min(1))
        .min(1)
        .required(),
      also: Joi.array().items(Joi.string().min(3)).min(1).unique(),
      group: oneOf(plantGroups).required(),
      roles: Joi.array()
        .items(oneOf(['turf', 'weed']))
        .min(1)
        .unique()
        .required(),
      turfs: oneOf(['cool', 'warm']),
      cycle: oneOf(lifeCycles).required(),
      perennialForms: Joi.boolean(),
      common: Joi.number().valid(1, 2, 3).required(),
      commonSouth: Joi.number().valid(1, 2, 3),
      belts: Joi.array().items(oneOf(belts)).min(1).unique().required(),
      clock: Joi.object({
        germinates: span.required(),
        flowers: span,
        dies: span,
        seen: span.required(),
      }).required(),
      emergence,
      where: Joi.array().items(oneOf(placeKinds)).unique().required(),
      reasons: codes,
      hand: codes,
      hazards: codes,
      barrier: Joi.object({ stops: oneOf(['yes', 'partly', 'no']).required(), why: code })
        .when(Joi.object({ stops: Joi.valid('partly', 'no') }).unknown(), {
          then: Joi.object({ why: Joi.required() }),
        })
        .required(),
      scores: Joi.object().pattern(code, Joi.string()).required(),
      lookalikes: Joi.array()
        .items(Joi.object({ of: code.required(), by: code.required() }))
        .unique('of')
        .required(),
    }).when(Joi.object({ roles: Joi.array().has('weed') }).unknown(), {
      then: Joi.object({
        emergence: Joi.required(),
        reasons: Joi.array().min(1),
        hand: Joi.array().min(1),
      }),
    }),
  )
  .unique('code')
  .unique('botanical')
