/**
 * Wet-bulb temperature, °C, at sea-level pressure. Stull 2011, J. Appl. Meteor. Climatol. 50:2267, equation 1: within
 * −1 to +0.65 K for 5–99 % humidity and −20 to 50 °C.
 * @param humidity 0–1
 */
export function computeWetBulb(temperatureC: number, humidity: number): number {
  const percent = 100 * Math.min(0.99, Math.max(0.05, humidity))
  return (
    temperatureC * Math.atan(0.151977 * Math.sqrt(percent + 8.313659)) +
    Math.atan(temperatureC + percent) -
    Math.atan(percent - 1.676331) +
    0.00391838 * percent ** 1.5 * Math.atan(0.023101 * percent) -
    4.686035
  )
}

/** Delta-T, K: dry bulb less wet bulb, how fast a droplet dries in the air. */
export const computeDeltaT = (temperatureC: number, humidity: number): number =>
  Math.max(0, temperatureC - computeWetBulb(temperatureC, humidity))
