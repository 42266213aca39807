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

/** The most that each kind holds, in US gallons, or in pounds of a spreader's hopper: what a person or a truck can carry. Estimate. */
export const largestCapacityGal: Record<SprayerKind, number> = {
  handCan: 4,
  backpack: 8,
  hoseEnd: 1,
  towBehind: 120,
  truckRig: 1500,
  dropSpreader: 150,
  rotarySpreader: 500,
}

/** Refuses a sprayer larger than life, or one that holds nothing. */
export function checkSprayer(kind: SprayerKind, capacityGal: number, field = 'capacityGal'): Refusal[] {
  if (!(capacityGal > 0)) return [{ code: 'capacityNotPositive', field, params: {} }]
  const limit = largestCapacityGal[kind]
  const unit = spreaderKinds.has(kind) ? 'lb' : 'gal'
  return capacityGal <= limit
    ? []
    : [
        {
          code: 'sprayerLargerThanLife',
          field,
          params: { kind, given: { value: capacityGal, unit }, limit: { value: limit, unit } },
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
