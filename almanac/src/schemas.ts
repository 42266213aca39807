import Joi from 'joi'
import { belts } from '@jardinero/core/scout'

const names = Joi.array().items(Joi.string().min(2)).min(1)

export const turfSchema = Joi.array()
  .items(
    Joi.object({
      code: Joi.string()
        .pattern(/^[a-z][A-Za-z]+$/)
        .required(),
      botanical: Joi.string().required(),
      season: Joi.string().valid('cool', 'warm').required(),
      names: Joi.object().pattern(Joi.string().length(2).uppercase(), names).required(),
      heightIn: Joi.object({
        least: Joi.number().positive().required(),
        most: Joi.number().greater(Joi.ref('least')).required(),
      }).required(),
    }),
  )
  .unique('code')
  .unique('botanical')
  .length(13)

export const climatesSchema = Joi.array()
  .items(
    Joi.object({
      code: Joi.string().required(),
      name: Joi.string().required(),
      kind: Joi.string().required(),
      belt: Joi.string()
        .valid(...belts)
        .required(),
      latitude: Joi.number().min(-60).max(65).required(),
      longitude: Joi.number().min(-180).max(180).required(),
      timeZone: Joi.string().required(),
      elevationM: Joi.number().required(),
      weather: Joi.object({
        meanC: Joi.number().min(0).max(30).required(),
        swingC: Joi.number().min(1).max(25).required(),
        dryRangeC: Joi.number().min(4).max(20).required(),
        wetShareWinter: Joi.number().min(0.02).max(0.9).required(),
        wetShareSummer: Joi.number().min(0.02).max(0.9).required(),
        wetMm: Joi.number().min(1).max(30).required(),
        spellK: Joi.number().min(0.5).max(8).required(),
        seasonK: Joi.number().min(0.2).max(4).required(),
        wind: Joi.number().min(0.5).max(10).required(),
        seed: Joi.number().integer().min(1).required(),
      }).required(),
    }),
  )
  .unique('code')
  .length(6)

export const activesSchema = Joi.array()
  .items(
    Joi.object({
      name: Joi.string().required(),
      group: Joi.string().required(),
      basis: Joi.string().valid('ai', 'ae').required(),
      activeLbPerAcre: Joi.object({
        least: Joi.number().positive().required(),
        most: Joi.number().greater(Joi.ref('least')).required(),
      }).required(),
      source: Joi.string().required(),
      confidence: Joi.string().valid('measured', 'estimate').required(),
    }),
  )
  .unique('name')
