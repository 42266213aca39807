import type { Refusal } from '../quantity/index.ts'

export const sprayerKinds = ['handCan', 'backpack', 'towBehind', 'truckRig'] as const
export type SprayerKind = (typeof sprayerKinds)[number]

/** The most that each kind of sprayer holds, in US gallons: what a person or a truck can carry. Estimate. */
export const largestCapacityGal: Record<SprayerKind, number> = {
  handCan: 4,
  backpack: 8,
  towBehind: 120,
  truckRig: 1500,
}

/** Refuses a sprayer larger than life, or one that holds nothing. */
export function checkSprayer(kind: SprayerKind, capacityGal: number, field = 'capacityGal'): Refusal[] {
  if (!(capacityGal > 0)) return [{ code: 'capacityNotPositive', field, params: {} }]
  const limit = largestCapacityGal[kind]
  return capacityGal <= limit
    ? []
    : [
        {
          code: 'sprayerLargerThanLife',
          field,
          params: { kind, given: { value: capacityGal, unit: 'gal' }, limit: { value: limit, unit: 'gal' } },
        },
      ]
}
