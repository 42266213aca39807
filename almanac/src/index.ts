import type Joi from 'joi'
import type { LabelRules } from '@jardinero/core/shelf'
import actives from '../data/actives.json' with { type: 'json' }
import climates from '../data/climates.json' with { type: 'json' }
import sampleLabels from '../data/sampleLabels.json' with { type: 'json' }
import turf from '../data/turf.json' with { type: 'json' }
import { activesSchema, climatesSchema, turfSchema } from './schemas.ts'

/** A turf type with its names by country; the botanical name settles which is meant. */
export interface Turf {
  code: string
  botanical: string
  season: 'cool' | 'warm'
  names: Record<string, string[]>
  heightIn: { least: number; most: number }
}

/** An invented weather station that ships with the application. */
export interface Climate {
  code: string
  name: string
  kind: string
  latitude: number
  longitude: number
  timeZone: string
  elevationM: number
}

/** What is known of an active ingredient. */
export interface Active {
  name: string
  group: string
  basis: 'ai' | 'ae'
  /** Usual range of one pass to one year, lb/acre. */
  activeLbPerAcre: { least: number; most: number }
  source: string
  confidence: 'measured' | 'estimate'
}

/** An invented label for demonstration. */
export interface SampleLabel {
  code: string
  rules: LabelRules
}

function load<T>(name: string, data: unknown, schema: Joi.Schema): T {
  const { error, value } = schema.validate(data, { abortEarly: false, convert: false })
  if (error) throw new Error(`almanac/${name}: ${error.message}`)
  return value as T
}

export const almanac = {
  turf: load<Turf[]>('turf', turf, turfSchema),
  climates: load<Climate[]>('climates', climates, climatesSchema),
  actives: load<Active[]>('actives', actives, activesSchema),
  /** Held to the contract's label schema and to the label check by test. */
  sampleLabels: sampleLabels as SampleLabel[],
}
