/** What drives the surface: an equivalent temperature, °C, behind a conductance, W m⁻² K⁻¹. */
export interface SurfaceDrive {
  temperatureC: number
  conductance: number
}

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

export const usualTraits: SurfaceTraits = {
  sunShare: 0.42,
  evaporatedWet: 0.6,
  evaporatedDry: 0.2,
  calmTransfer: 14,
  transferPerWind: 3,
  wallHeatK: 0,
}
/** A warm edge beside stone: more sun, a thinner canopy, drier, and the stone's own heat. */
export const edgeTraits: SurfaceTraits = {
  ...usualTraits,
  sunShare: 0.58,
  evaporatedWet: 0.4,
  wallHeatK: 2.5,
}
/** Shade: a third of the sun. */
export const shadeTraits: SurfaceTraits = { ...usualTraits, sunShare: 0.16 }

export interface HourWeather {
  airC: number
  /** Solar radiation, W m⁻². */
  solar: number
  /** m s⁻¹. */
  wind: number
  /** Share of the sky that is cloud, 0–1. */
  cloud: number
}

/** Reflected by grass (FAO-56: 0.23). */
const albedo = 0.23
/** Net long-wave loss of a surface at air temperature under a clear sky, W m⁻². Typical 60–110 (FAO-56 eq. 39). */
const clearSkyLoss = 75
/** A full sun, for the heat of walls, W m⁻². */
const fullSun = 900

/**
 * The equivalent temperature a place's surface feels, behind its heat transfer: air + (absorbed sun not spent on
 * evaporation − long-wave loss) ÷ h, plus what a wall gives. Neglects that the loss depends on the surface's own warmth.
 * @param uptake share of the evaporation that soil water allows, 0–1
 */
export function computeDrive(traits: SurfaceTraits, weather: HourWeather, uptake: number): SurfaceDrive {
  const { sunShare, evaporatedDry, evaporatedWet, calmTransfer, transferPerWind, wallHeatK } = traits
  const conductance = calmTransfer + transferPerWind * weather.wind
  const evaporated = evaporatedDry + (evaporatedWet - evaporatedDry) * uptake
  const gained = (1 - albedo) * sunShare * weather.solar * (1 - evaporated)
  // The canopy hides as much of the cold sky as of the sun.
  const lost = clearSkyLoss * (1 - 0.75 * weather.cloud) * sunShare
  const wall = wallHeatK * (0.35 + 0.65 * Math.min(1, weather.solar / fullSun))
  return {
    temperatureC: weather.airC + (gained - lost) / conductance + (wallHeatK ? wall : 0),
    conductance,
  }
}
