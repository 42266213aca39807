import type { GroundMaterial } from './conduction.ts'
import type { GroundGrid } from './grid.ts'

export const textures = ['sand', 'sandyLoam', 'loam', 'siltLoam', 'clayLoam', 'clay'] as const
export type Texture = (typeof textures)[number]

/** One texture: what it is made of and what water it holds. */
export interface TextureShape {
  /** Bulk density, g cm⁻³. */
  bulkDensity: number
  /** Mass fraction of clay. */
  clay: number
  /** How many times better it conducts for its quartz than the mineral soils the formula was fitted to. */
  quartz?: number
  /** Volumetric water at wilting, at field capacity and full. */
  wilting: number
  fieldCapacity: number
  full: number
}

/** Typical values by texture class (Saxton & Rawls 2006, rounded; turf soils vary): estimates, 10 % either way. */
export const textureShapes: Record<Texture, TextureShape> = {
  sand: { bulkDensity: 1.55, clay: 0.05, quartz: 1.18, wilting: 0.05, fieldCapacity: 0.1, full: 0.42 },
  sandyLoam: { bulkDensity: 1.5, clay: 0.1, wilting: 0.08, fieldCapacity: 0.18, full: 0.45 },
  loam: { bulkDensity: 1.4, clay: 0.2, wilting: 0.14, fieldCapacity: 0.28, full: 0.46 },
  siltLoam: { bulkDensity: 1.35, clay: 0.18, wilting: 0.13, fieldCapacity: 0.31, full: 0.48 },
  clayLoam: { bulkDensity: 1.35, clay: 0.34, wilting: 0.21, fieldCapacity: 0.35, full: 0.48 },
  clay: { bulkDensity: 1.25, clay: 0.5, wilting: 0.3, fieldCapacity: 0.42, full: 0.5 },
}

/** Water as a share of what drained ground holds. */
export const wetnessOf = (texture: Texture, water: number): number =>
  water / textureShapes[texture].fieldCapacity

const solidDensity = 2.65
/** Heat capacities per volume of solid, organic matter, water and ice, J m⁻³ K⁻¹ (de Vries 1963). */
const volumeHeat = { mineral: 1.92e6, organic: 2.51e6, water: 4.18e6, ice: 1.93e6 }
/** Latent heat of the water in a volume, J m⁻³ of water. */
const fusion = 3.34e8
/** Share of soil water that stays unfrozen near 0 °C; it gives no latent heat. Estimate. */
const unfrozenShare = 0.15

/**
 * Thermal conductivity of mineral soil, W m⁻¹ K⁻¹, by water content (Campbell 1985, eq. 4.20 and its coefficients).
 * Holds for 0 ≤ water ≤ saturation; organic matter is neglected. Its short coefficients are of soils with little quartz: of sand
 * they come out 9 to 21 % too low, and the middle of that is made good.
 */
export function conductivityOf({ bulkDensity, clay, quartz = 1 }: TextureShape, water: number): number {
  const a = 0.65 - 0.78 * bulkDensity + 0.6 * bulkDensity ** 2
  const b = 1.06 * bulkDensity
  const c = 1 + 2.6 / Math.sqrt(clay)
  const d = 0.03 + 0.1 * bulkDensity ** 2
  return quartz * (a + b * water - (a - d) * Math.exp(-((c * water) ** 4)))
}

/** Heat capacity, J m⁻³ K⁻¹ (de Vries 1963): solid and water, or ice, by their shares of the volume. */
export const capacityOf = ({ bulkDensity }: TextureShape, water: number, frozen = false): number =>
  volumeHeat.mineral * (bulkDensity / solidDensity) + (frozen ? volumeHeat.ice : volumeHeat.water) * water

/** Thatch: a loose organic layer, nine tenths pores. Conductivity of litter, W m⁻¹ K⁻¹, dry and wet. Estimates. */
const thatch = { solid: 0.1, dry: 0.08, wet: 0.3 }

export interface GroundMakeup {
  texture: Texture
  /** Volumetric water of the soil. */
  water: number
  /** Thickness of thatch on top, m. */
  thatchM: number
}

const emptyMaterial = (cells: number): GroundMaterial => ({
  capacity: new Float64Array(cells),
  frozenCapacity: new Float64Array(cells),
  conductivity: new Float64Array(cells),
  latent: new Float64Array(cells),
})

/** The ground of a place, cell by cell: thatch on top, then soil of one texture. @param into takes it, where there is one to spare */
export function createMaterial(
  grid: GroundGrid,
  { texture, water, thatchM }: GroundMakeup,
  into = emptyMaterial(grid.depthM.length),
): GroundMaterial {
  const shape = textureShapes[texture]
  const wetness = Math.min(1, water / shape.fieldCapacity)
  const inThatch = 0.2 * wetness
  const organic = volumeHeat.organic * thatch.solid
  const layer = (capacity: number, frozenCapacity: number, conductivity: number, held: number) => ({
    capacity,
    frozenCapacity,
    conductivity,
    latent: fusion * held * (1 - unfrozenShare),
  })
  const soil = layer(
    capacityOf(shape, water),
    capacityOf(shape, water, true),
    conductivityOf(shape, water),
    water,
  )
  const top = layer(
    organic + volumeHeat.water * inThatch,
    organic + volumeHeat.ice * inThatch,
    thatch.dry + (thatch.wet - thatch.dry) * wetness,
    inThatch,
  )
  for (let i = 0; i < grid.depthM.length; i++) {
    const of = grid.depthM[i]! < thatchM ? top : soil
    into.capacity[i] = of.capacity
    into.frozenCapacity[i] = of.frozenCapacity
    into.conductivity[i] = of.conductivity
    into.latent[i] = of.latent
  }
  return into
}
