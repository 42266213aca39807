import { daysBetween, type Day, type Refusal } from '../quantity/index.ts'
import type { PlaceKind } from '../yard/index.ts'

/** One settled probe reading, its time already in the yard's own time zone. */
export interface ProbeReading {
  placeId: string
  day: Day
  /** Hour of the day, 0–24, with the minutes as a fraction. */
  hour: number
  depthCm: number
  temperatureC: number
}

export interface ProbedPlace {
  id: string
  name: string
  kind: PlaceKind
}

/** Soil under turf at probe depth stays inside this range anywhere lawns grow. */
export const believableSoilC = { least: -20, most: 50 } as const
export const believableDepthCm = { least: 0.5, most: 60 } as const
/** The rules of timing are written for 2 in (5 cm); readings between 1 and 3 in count for them. */
export const timingDepthCm = { least: 2, most: 8 } as const

/** Reasons to refuse a reading; none when it can be kept. */
export function checkReading(reading: Pick<ProbeReading, 'temperatureC' | 'depthCm'>): Refusal[] {
  const refusals: Refusal[] = []
  const { temperatureC, depthCm } = reading
  if (!(temperatureC >= believableSoilC.least && temperatureC <= believableSoilC.most))
    refusals.push({
      code: 'readingNotBelievable',
      field: 'temperatureC',
      params: {
        given: { value: temperatureC, unit: 'degC' },
        least: { value: believableSoilC.least, unit: 'degC' },
        most: { value: believableSoilC.most, unit: 'degC' },
      },
    })
  if (!(depthCm >= believableDepthCm.least && depthCm <= believableDepthCm.most))
    refusals.push({
      code: 'depthNotBelievable',
      field: 'depthCm',
      params: {
        given: { value: depthCm, unit: 'cm' },
        least: { value: believableDepthCm.least, unit: 'cm' },
        most: { value: believableDepthCm.most, unit: 'cm' },
      },
    })
  return refusals
}

/** How a reading is told to be odd from readings alone: days about it, how many others there must be, and how far off it is, K. */
const odd = { days: 12, others: 3, offK: 9 } as const

/**
 * Whether a reading cannot belong with its place's others: far from the median of those about it. Only the hour and the
 * weather could make such a difference, and at 2 in they do not. The simulation says the same by its own error.
 */
export function isOddReading(reading: ProbeReading, readings: ProbeReading[]): boolean {
  const others = readings
    .filter((r) => r !== reading && r.placeId === reading.placeId)
    .filter((r) => Math.abs(daysBetween(reading.day, r.day)) <= odd.days)
    .map((r) => r.temperatureC)
    .sort((a, b) => a - b)
  if (others.length < odd.others) return false
  const middle =
    (others[Math.floor((others.length - 1) / 2)]! + others[Math.ceil((others.length - 1) / 2)]!) / 2
  return Math.abs(reading.temperatureC - middle) > odd.offK
}
