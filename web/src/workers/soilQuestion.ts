import type { SoilAnswerRequest, SunReading } from '@jardinero/core/soil'

/** What changes without a new simulation: readings, signs, choices. */
export type SoilQuestion = Omit<SoilAnswerRequest, 'pasts' | 'runs' | 'readings'> & {
  readings: (SunReading & { id: string })[]
  /** Rain and water given on the observed days, mm. */
  observedWaterMm: number[]
}
