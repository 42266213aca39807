import type { DayForcing } from './forcing.ts'

/** How a place meets the weather. Estimates with their range; readings refine h and the absorbed share. */
export interface SurfaceTraits {
  /** Share of the sun's heat that reaches the thatch and soil through the canopy: mown turf 0.2–0.5, bare ground 0.8. */
  sunShare: number
  /** Share of absorbed sun that goes into evaporation when the turf is well watered (about 0.6) … */
  evaporatedWet: number
  /** … and in drought (0.1–0.3). */
  evaporatedDry: number
  /** Heat transfer in calm air, W m⁻² K⁻¹ (12–20), and its rise with each m s⁻¹ of wind (2–4). */
  calmTransfer: number
  transferPerWind: number
  /** Heat from a wall or pavement beside it, K above the air in full sun. */
  wallHeatK: number
}

/** Reflected by grass (FAO-56: 0.23). */
const albedo = 0.23
/** Net long-wave loss of a surface at air temperature under a clear sky, W m⁻². Typical 60–110 (FAO-56 eq. 39). */
const clearSkyLoss = 75
/** A full sun, for the heat of walls, W m⁻². */
const fullSun = 900

/** What lies between the weather and the turf: nothing, or snow. */
export interface Blanket {
  /** m² K W⁻¹. */
  resistance: number
  /** Share of the sun that comes through. */
  sunShare: number
}
const noBlanket: Blanket = { resistance: 0, sunShare: 1 }

/**
 * The equivalent temperature a place's surface feels in each hour, behind its heat transfer: air + (absorbed sun not spent
 * on evaporation − long-wave loss) ÷ h, plus what a wall gives. Neglects that the loss depends on the surface's own
 * warmth. Under snow it is never above melting.
 * @param uptake share of the evaporation that soil water allows, 0–1 @param intoC takes the 24 temperatures, °C
 * @returns conductance between them and the ground, W m⁻² K⁻¹
 */
export function computeDrives(
  traits: SurfaceTraits,
  weather: Pick<DayForcing, 'airC' | 'solarShape' | 'solarMJ' | 'wind' | 'cloud'>,
  uptake: number,
  intoC: number[],
  blanket: Blanket = noBlanket,
): number {
  const { sunShare, evaporatedDry, evaporatedWet, calmTransfer, transferPerWind, wallHeatK } = traits
  const conductance = calmTransfer + transferPerWind * weather.wind
  const evaporated = evaporatedDry + (evaporatedWet - evaporatedDry) * uptake
  const perSolar = ((1 - albedo) * sunShare * blanket.sunShare * (1 - evaporated)) / conductance
  // The canopy hides as much of the cold sky as of the sun.
  const lost = (clearSkyLoss * (1 - 0.75 * weather.cloud) * sunShare) / conductance
  const covered = blanket.resistance > 0
  const { airC, solarShape, solarMJ } = weather
  for (let h = 0; h < 24; h++) {
    const solar = solarShape[h]! * solarMJ
    const wall = wallHeatK * (0.35 + 0.65 * Math.min(1, solar / fullSun))
    const drive = airC[h]! + perSolar * solar - lost + wall
    intoC[h] = covered ? Math.min(0, drive) : drive
  }
  return covered ? 1 / (1 / conductance + blanket.resistance) : conductance
}
