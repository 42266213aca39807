import type { Belt } from '@jardinero/core/scout'
import type { Active, LabelRules } from '@jardinero/core/shelf'
import actives from '../data/actives.json' with { type: 'json' }
import climates from '../data/climates.json' with { type: 'json' }
import sampleLabels from '../data/sampleLabels.json' with { type: 'json' }
import { barriers } from './barriers.ts'
import { load } from './load.ts'
import { activesSchema, climatesSchema } from './schemas.ts'
import { withSecond } from './second.ts'
import { turf } from './turf.ts'

export { controlLengths, type ControlLengthRow } from './barriers.ts'
export { plantAlmanac, sprouts } from './plants.ts'
export type { Turf } from './turf.ts'

/** An invented weather station that ships with the application. */
export interface Climate {
  code: string
  name: string
  kind: string
  /** How long the growing season is. */
  belt: Belt
  latitude: number
  longitude: number
  timeZone: string
  elevationM: number
  /** What its invented weather is made from: year's mean and swing, daily range, wet days, spells, seasons that differ. */
  weather: {
    meanC: number
    swingC: number
    dryRangeC: number
    wetShareWinter: number
    wetShareSummer: number
    /** Mean rain of a wet day. */
    wetMm: number
    /** Standard deviation of spells, and of the season's anomaly, K. */
    spellK: number
    seasonK: number
    /** m s⁻¹. */
    wind: number
    /** Of the generator: which of the years it could make these are. */
    seed: number
  }
}

/** An invented label for demonstration. */
export interface SampleLabel {
  code: string
  rules: LabelRules
}

const knownActives = load<Active[]>('actives', actives, activesSchema).map(withSecond)
/** A label may have any of an active's names. */
const namesOf = (name: string) => {
  const also = knownActives.find((a) => a.name === name)?.also
  return also ? { also } : {}
}

export const almanac = {
  turf,
  climates: load<Climate[]>('climates', climates, climatesSchema),
  barriers: barriers.map((b) => ({ ...b, ...namesOf(b.name) })),
  actives: knownActives,
  /** Held to the contract's label schema and to the label check by test. */
  sampleLabels: sampleLabels as SampleLabel[],
}
