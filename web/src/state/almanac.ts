import type { Belt } from '@jardinero/core/scout'
import type { BarrierActive } from '@jardinero/core/season'

/** The reference data as the server gives it out. */
export interface Almanac {
  turf: {
    code: string
    botanical: string
    season: 'cool' | 'warm'
    names: Record<string, string[]>
    also?: string[]
  }[]
  climates: {
    code: string
    name: string
    kind: string
    belt: Belt
    latitude: number
    longitude: number
    timeZone: string
  }[]
  barriers: BarrierActive[]
}
