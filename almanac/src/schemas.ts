import Joi from 'joi'
import { belts } from '@jardinero/core/scout'
import { lawKinds, tolerances } from '@jardinero/core/shelf'
import { turfStates } from '@jardinero/core/yard'

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
  .min(16)

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

const lbPerAcre = Joi.object({
  least: Joi.number().positive().required(),
  most: Joi.number().greater(Joi.ref('least')).required(),
  year: Joi.number().min(Joi.ref('most')).required(),
})
const turfCodes = Joi.array().items(Joi.string()).min(1).unique()
const stateVerdict = Joi.string().valid(...tolerances)
const state = Joi.string().valid(...turfStates)
const days = Joi.number().integer().min(0)
const stageLetters = Joi.string().pattern(/^[EGFPNS-]{7}$/)

/** A figure without source and confidence is not read. */
export const activesSchema = Joi.array()
  .items(
    Joi.object({
      name: Joi.string().required(),
      also: Joi.array().items(Joi.string().max(60)).min(1).unique(),
      group: Joi.string()
        .pattern(/^\d{1,2}$/)
        .required(),
      basis: Joi.string().valid('ai', 'ae').required(),
      ratedAs: Joi.valid('cation', 'phenol'),
      mode: Joi.string().required(),
      uptake: Joi.array()
        .items(Joi.valid('leaf', 'root', 'shoot'))
        .min(1)
        .unique()
        .required(),
      mobility: Joi.string().valid('contact', 'systemic', 'soil').required(),
      activeLbPerAcre: lbPerAcre.required(),
      yearOn: Joi.object().pattern(Joi.string(), Joi.number().positive()).min(1),
      soilDays: Joi.array().ordered(Joi.number().positive().required(), Joi.number().positive().required()),
      symptoms: Joi.object({
        kind: Joi.string().required(),
        firstDays: days.required(),
        judgeDays: Joi.array().ordered(days.required(), days.required()).length(2).required(),
      }).required(),
      law: Joi.object().pattern(
        Joi.string().max(60),
        Joi.object({
          kind: Joi.valid(...lawKinds).required(),
          known: Joi.number().integer().min(2000).max(2100).required(),
          mostLbPerAcre: Joi.number()
            .positive()
            .when('kind', { is: 'capped', then: Joi.required(), otherwise: Joi.forbidden() }),
        }),
      ),
      tolerance: Joi.object({
        safe: turfCodes,
        caution: Joi.object().pattern(Joi.string(), Joi.string()),
        injures: turfCodes,
        kills: turfCodes,
      }).required(),
      states: Joi.object().pattern(state, stateVerdict).required(),
      turns: Joi.array().items(
        Joi.object({
          turf: Joi.string().required(),
          state: state.required(),
          verdict: stateVerdict.required(),
          reason: Joi.string(),
        }),
      ),
      seedlingMowings: days,
      sodWeeks: days,
      sprigWeeks: days,
      turfHeatC: Joi.number().min(15).max(45),
      leastC: Joi.number().min(0).max(30),
      volatile: Joi.boolean(),
      drift: Joi.boolean(),
      treeRoots: Joi.boolean(),
      clippings: Joi.boolean(),
      nonSelective: Joi.boolean(),
      water: Joi.object(
        Object.fromEntries(['alkaline', 'acid', 'hard', 'mud'].map((k) => [k, Joi.boolean()])),
      ).min(1),
      resistant: Joi.array().items(Joi.string()).min(1).unique(),
      efficacy: Joi.object().pattern(Joi.string(), stageLetters).required(),
      lateFrom: Joi.object().pattern(Joi.string(), Joi.number().integer().min(1).max(366)),
      source: Joi.string().required(),
      sourceKind: Joi.string().valid('extensionTables', 'labelKind', 'estimate').required(),
      confidence: Joi.string().valid('measured', 'estimate').required(),
    }),
  )
  .unique('name')
  .min(45)
