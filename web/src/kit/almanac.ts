import type { Belt } from '@jardinero/core/scout'
import type { BarrierActive } from '@jardinero/core/season'
import type { LabelRules } from '@jardinero/core/shelf'

/** The reference data as the server gives it out. */
export interface Almanac {
  turf: { code: string; botanical: string; season: 'cool' | 'warm'; names: Record<string, string[]> }[]
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
  sampleLabels: { code: string; rules: LabelRules }[]
}
