/** Snow on the turf: its water, mm. */
export interface Snow {
  waterMm: number
}

/** Rain falls as snow below this daily mean, °C. */
const snowsBelowC = 0.5
/** Melted by each degree of a day's mean above freezing, mm (Hock 2003: 2–6). Estimate. */
const meltMmPerK = 3.5
/** Settled snow, kg m⁻³. Estimate. */
const density = 250
/** Conductivity by density, W m⁻¹ K⁻¹ (Sturm and others 1997, J. Glaciol. 43:26, the regression for 156–600 kg m⁻³): 0.09 here. */
const conductivityOf = (kgPerM3: number): number => {
  const rho = kgPerM3 / 1000
  return 0.138 - 1.01 * rho + 3.233 * rho ** 2
}
const conductivity = conductivityOf(density)
/** From this depth on no sun reaches the turf, m. */
const darkFromM = 0.05

/** A day of snow: what falls is added, warm days melt it. @returns the snow after it, and the water that reaches the turf, mm */
export function passSnowDay(snow: Snow, meanC: number, rainMm: number): { snow: Snow; wateredMm: number } {
  const falls = meanC < snowsBelowC ? rainMm : 0
  const lying = snow.waterMm + falls
  const melted = Math.min(lying, Math.max(0, meanC) * meltMmPerK)
  return { snow: { waterMm: lying - melted }, wateredMm: rainMm - falls + melted }
}

export const snowDepthM = ({ waterMm }: Snow): number => waterMm / density

/** How much of a blanket it is: its resistance, m² K W⁻¹, and the share of the sun it lets through. */
export function snowBlanket(snow: Snow): { resistance: number; sunShare: number } {
  const depth = snowDepthM(snow)
  return { resistance: depth / conductivity, sunShare: Math.max(0, 1 - depth / darkFromM) }
}
