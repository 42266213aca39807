import type { TextureShape } from './material.ts'

/** Depth of the root zone whose water is counted, mm. Estimate for turf: 150–300. */
export const rootZoneMm = 200
/** Below this share of the available water turf takes up less than it could (FAO-56, cool-season turf: p = 0.4). */
const easyShare = 0.4
/** Turf against the reference crop (FAO-56, table 12: 0.85–0.95). */
const turfCoefficient = 0.9
/** Share of the water above field capacity that drains in a day; in a wet corner little. Estimates. */
export const usualDrainedShare = 0.6
export const wetDrainedShare = 0.08

export interface WaterDay {
  rainMm: number
  irrigationMm: number
  referenceEvaporationMm: number
  /** No uptake from frozen ground. */
  frozen?: boolean
}

export interface WaterState {
  /** Volumetric water of the root zone. */
  water: number
  /** What ran off or drained, mm since the start. */
  lostMm: number
  /** What evaporated, mm since the start. */
  evaporatedMm: number
}

export const createWater = (shape: TextureShape, share = 0.8): WaterState => ({
  water: shape.wilting + share * (shape.fieldCapacity - shape.wilting),
  lostMm: 0,
  evaporatedMm: 0,
})

/** Share of the demand that turf can take up: 1 while water is easy, falling to 0 at wilting (FAO-56 eq. 84). */
export function uptakeShare(shape: TextureShape, water: number): number {
  const available = (water - shape.wilting) / (shape.fieldCapacity - shape.wilting)
  return Math.min(1, Math.max(0, available / (1 - easyShare)))
}

/** One day of a soil-water bucket: rain and irrigation in, evaporation and drainage out; nothing is lost from the count. */
export function passWaterDay(
  shape: TextureShape,
  state: WaterState,
  day: WaterDay,
  drainedShare = usualDrainedShare,
): WaterState {
  const inMm = day.rainMm + day.irrigationMm
  let waterMm = state.water * rootZoneMm + inMm
  const fullMm = shape.full * rootZoneMm
  const runoff = Math.max(0, waterMm - fullMm)
  waterMm -= runoff
  const above = Math.max(0, waterMm - shape.fieldCapacity * rootZoneMm)
  const drained = above * drainedShare
  waterMm -= drained
  const demand = day.frozen ? 0 : turfCoefficient * day.referenceEvaporationMm
  const evaporated = Math.min(
    demand * uptakeShare(shape, waterMm / rootZoneMm),
    Math.max(0, waterMm - shape.wilting * rootZoneMm),
  )
  return {
    water: (waterMm - evaporated) / rootZoneMm,
    lostMm: state.lostMm + runoff + drained,
    evaporatedMm: state.evaporatedMm + evaporated,
  }
}
