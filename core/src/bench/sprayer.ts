import type { Refusal } from '../quantity/index.ts'

export const sprayerKinds = [
  'handCan',
  'backpack',
  'hoseEnd',
  'towBehind',
  'truckRig',
  'dropSpreader',
  'rotarySpreader',
] as const
export type SprayerKind = (typeof sprayerKinds)[number]

/** Spread dry, by weight: their hopper is in pounds. */
export const spreaderKinds: ReadonlySet<SprayerKind> = new Set(['dropSpreader', 'rotarySpreader'])

/** What a sprayer is filled to, US gallons; of a spreader, the pounds its hopper holds. The other is nothing. */
export interface Capacity {
  capacityGal: number | null
  hopperLb: number | null
}

/** The most that each kind holds, US gallons, or pounds of a spreader's hopper: what a person or a truck can carry. Estimate. */
export const largestCapacity: Record<SprayerKind, number> = {
  handCan: 4,
  backpack: 8,
  hoseEnd: 1,
  towBehind: 120,
  truckRig: 1500,
  dropSpreader: 150,
  rotarySpreader: 500,
}

/**
 * Refuses a sprayer larger than life, one that holds nothing, and one that is filled by the other's measure.
 * @example checkSprayer({ kind: 'rotarySpreader', capacityGal: null, hopperLb: 40 })
 * // → []
 */
export function checkSprayer({ kind, capacityGal, hopperLb }: Capacity & { kind: SprayerKind }): Refusal[] {
  const dry = spreaderKinds.has(kind)
  const [field, unit] = dry ? (['hopperLb', 'lb'] as const) : (['capacityGal', 'gal'] as const)
  const [held, other] = dry ? [hopperLb, capacityGal] : [capacityGal, hopperLb]
  if (!(held !== null && held > 0) || other !== null)
    return [{ code: 'capacityNotPositive', field, params: {} }]
  const limit = largestCapacity[kind]
  return held <= limit
    ? []
    : [
        {
          code: 'sprayerLargerThanLife',
          field,
          params: { kind, given: { value: held, unit }, limit: { value: limit, unit } },
        },
      ]
}

/** Spray tips by the drops they make, finest first. */
export const droplets = ['fine', 'medium', 'coarse', 'veryCoarse'] as const
export type Droplet = (typeof droplets)[number]
/** The nozzle of a sprayer, as stamped on it or written on its packet. */
export interface Nozzle {
  type: 'flatFan' | 'cone' | 'flood' | 'airInduction'
  /** Flow at its pressure. */
  gpm?: number
  psi?: number
  droplet?: Droplet
}
export const nozzleTypes = ['flatFan', 'cone', 'flood', 'airInduction'] as const

/** A calibration is due again after so long: pumps, nozzles and legs change. Practice of the trade. */
export const calibrationDays = 365
