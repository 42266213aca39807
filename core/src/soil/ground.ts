import type { Refusal, Unit } from '../quantity/index.ts'
import type { PlaceKind } from '../yard/index.ts'
import { usualDrainedShare, wetDrainedShare } from './heat/moisture.ts'
import { textures, type Texture } from './heat/material.ts'
import type { PlaceGround } from './heat/waters.ts'

/** What can be said of a place's ground and turf; everything else follows. People change any of it inside its range. */
export interface GroundChoices {
  texture: Texture
  thatchCm: number
  mowingCm: number
  /** How full the canopy is: 1 dense, 0.2 thin. */
  density: number
  /** Share of the open sky's sun that reaches the place. */
  sunlit: number
  wallHeatK: number
  evaporatedWet: number
  evaporatedDry: number
  calmTransfer: number
  transferPerWind: number
  drainedShare: number
}
export type GroundNumber = Exclude<keyof GroundChoices, 'texture'>

export interface GroundParameter {
  unit: Unit
  least: number
  most: number
  source: string
}

/** Range and source of each number. */
export const groundParameters: Record<GroundNumber, GroundParameter> = {
  thatchCm: { unit: 'cm', least: 0, most: 5, source: 'measured' },
  mowingCm: { unit: 'cm', least: 0.3, most: 15, source: 'measured' },
  density: { unit: 'times', least: 0.1, most: 1.6, source: 'groundEstimate' },
  sunlit: { unit: 'times', least: 0.1, most: 1.4, source: 'groundEstimate' },
  wallHeatK: { unit: 'deltaC', least: 0, most: 8, source: 'groundEstimate' },
  evaporatedWet: { unit: 'times', least: 0.2, most: 0.8, source: 'groundEstimate' },
  evaporatedDry: { unit: 'times', least: 0, most: 0.5, source: 'groundEstimate' },
  calmTransfer: { unit: 'W/m2K', least: 8, most: 35, source: 'groundEstimate' },
  transferPerWind: { unit: 'times', least: 0, most: 6, source: 'groundEstimate' },
  drainedShare: { unit: 'times', least: 0.02, most: 1, source: 'groundEstimate' },
}

const usual: GroundChoices = {
  texture: 'loam',
  thatchCm: 1.016,
  mowingCm: 7.62,
  density: 1,
  sunlit: 1,
  wallHeatK: 0,
  evaporatedWet: 0.6,
  evaporatedDry: 0.2,
  calmTransfer: 14,
  transferPerWind: 3,
  drainedShare: usualDrainedShare,
}
/** What differs by the kind of place. Estimates; a warm edge beside stone has less canopy, is drier and has the stone's own heat. */
const byKind: Partial<Record<PlaceKind, Partial<GroundChoices>>> = {
  edge: { density: 0.62, evaporatedWet: 0.4, wallHeatK: 2.5 },
  thin: { density: 0.45 },
  wet: { drainedShare: wetDrainedShare, evaporatedDry: 0.4, evaporatedWet: 0.65 },
  shade: { sunlit: 0.38 },
  thatch: { thatchCm: 2.54 },
}

/** The ground of a place: what is usual for its kind, and what was changed. */
export const groundOf = (kind: PlaceKind, changed: Partial<GroundChoices> | null = {}): GroundChoices => ({
  ...usual,
  ...byKind[kind],
  ...changed,
})

/** Leaf area of a full canopy by its height, cm⁻¹, and how fast light fades in it (Beer's law: 0.4–0.6). Estimates. */
export const leafAreaPerCm = 0.23
export const lightFading = 0.5

/** Share of the sun that reaches thatch and soil through the canopy: exp(−k · LAI), LAI by mowing height and density. */
export const sunShareOf = ({ mowingCm, density, sunlit }: GroundChoices): number =>
  Math.min(0.95, Math.exp(-lightFading * leafAreaPerCm * mowingCm * density) * sunlit)

/** The ground as the heat model takes it. @param latitude degrees, south negative */
export function createPlaceGround(choices: GroundChoices, latitude: number): PlaceGround {
  const { texture, thatchCm, drainedShare, wallHeatK, ...rest } = choices
  const { evaporatedDry, evaporatedWet, calmTransfer, transferPerWind } = rest
  return {
    latitude,
    texture,
    thatchM: thatchCm / 100,
    drainedShare,
    traits: {
      sunShare: sunShareOf(choices),
      evaporatedDry,
      evaporatedWet,
      calmTransfer,
      transferPerWind,
      wallHeatK,
    },
  }
}

/** What of a changed ground lies outside its range. */
export function checkGround(changed: Partial<GroundChoices> | null = {}): Refusal[] {
  return Object.entries(changed ?? {}).flatMap(([name, given]): Refusal[] => {
    if (name === 'texture')
      return textures.some((t) => t === given)
        ? []
        : [{ code: 'unknownCode', field: name, params: { given: String(given) } }]
    const range = groundParameters[name as GroundNumber]
    if (!range) return [{ code: 'unknownCode', field: name, params: { given: name } }]
    const { least, most, unit } = range
    const value = Number(given)
    return value >= least && value <= most
      ? []
      : [
          {
            code: 'thresholdOutOfRange',
            field: name,
            params: { given: { value, unit }, least: { value: least, unit }, most: { value: most, unit } },
          },
        ]
  })
}
