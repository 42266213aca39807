import alsoNamed from '../data/alsoNamed.json' with { type: 'json' }
import turfData from '../data/turf.json' with { type: 'json' }
import { load } from './load.ts'
import { turfSchema } from './schemas.ts'

/** A turf type with its names by country; the botanical name settles which is meant. */
export interface Turf {
  code: string
  botanical: string
  season: 'cool' | 'warm'
  names: Record<string, string[]>
  /** Other names people write. */
  also?: string[]
  heightIn: { least: number; most: number }
}

export const turf = load<Turf[]>('turf', turfData, turfSchema).map((t): Turf => {
  const also = (alsoNamed as Record<string, string[]>)[t.code]
  return { ...t, ...(also && { also }) }
})
