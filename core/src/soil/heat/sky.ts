/** Solar constant, MJ m⁻² min⁻¹ (FAO-56). */
const solarConstant = 0.082
const radians = Math.PI / 180

/** The sun on one day of the year at a latitude (Allen and others 1998, FAO-56, eqs 21–25, 34). */
export interface SunDay {
  /** Radiation above the atmosphere, MJ m⁻² d⁻¹. */
  extraterrestrial: number
  /** Solar declination, rad. */
  declination: number
  /** Hours of daylight. */
  daylightH: number
}

/** @param dayOfYear 1–366 @param latitude degrees, south negative; inside the polar circles the day is 0 or 24 h long */
export function computeSun(dayOfYear: number, latitude: number): SunDay {
  const phi = latitude * radians
  const angle = (2 * Math.PI * dayOfYear) / 365
  const distance = 1 + 0.033 * Math.cos(angle)
  const declination = 0.409 * Math.sin(angle - 1.39)
  const cosine = Math.min(1, Math.max(-1, -Math.tan(phi) * Math.tan(declination)))
  const sunset = Math.acos(cosine)
  const extraterrestrial =
    ((24 * 60) / Math.PI) *
    solarConstant *
    distance *
    (sunset * Math.sin(phi) * Math.sin(declination) +
      Math.cos(phi) * Math.cos(declination) * Math.sin(sunset))
  return { extraterrestrial: Math.max(0, extraterrestrial), declination, daylightH: (24 / Math.PI) * sunset }
}

/** Coefficient of Hargreaves & Samani (1982), °C^−½: inland 0.16, by the coast 0.19 (FAO-56). */
const rangeCoefficient = { inland: 0.16, coastal: 0.19 }

/** Solar radiation at the ground from the daily range of air temperature, MJ m⁻² d⁻¹ (Hargreaves & Samani; FAO-56 eq. 50). */
export const solarFromRange = (
  sun: SunDay,
  minimumC: number,
  maximumC: number,
  coefficient = rangeCoefficient.inland,
): number => Math.min(0.75, coefficient * Math.sqrt(Math.max(0, maximumC - minimumC))) * sun.extraterrestrial

/** Reference evapotranspiration, mm d⁻¹ (Hargreaves; FAO-56 eq. 52). */
export const referenceEvaporation = (sun: SunDay, minimumC: number, maximumC: number): number =>
  Math.max(
    0,
    0.0023 *
      ((minimumC + maximumC) / 2 + 17.8) *
      Math.sqrt(Math.max(0, maximumC - minimumC)) *
      0.408 *
      sun.extraterrestrial,
  )

/** Sine of the sun's height at a solar hour, 0 below the horizon. */
const height = (sun: SunDay, latitude: number, solarHour: number): number => {
  const phi = latitude * radians
  const sine =
    Math.sin(phi) * Math.sin(sun.declination) +
    Math.cos(phi) * Math.cos(sun.declination) * Math.cos(((solarHour - 12) / 12) * Math.PI)
  return Math.max(0, sine)
}

/** A day's radiation spread over its 24 hours by the height of the sun, W m⁻², mean of each solar hour; sums to the day. */
export function spreadSolar(sun: SunDay, latitude: number, dailyMJ: number): number[] {
  const hours = Array.from({ length: 24 }, (_, h) => height(sun, latitude, h + 0.5))
  const sum = hours.reduce((a, b) => a + b, 0)
  return sum ? hours.map((s) => (s / sum) * ((dailyMJ * 1e6) / 3600)) : hours
}

/** Parton & Logan 1981, soil-surface air at 1.5 m: lag of the maximum (h), night coefficient, lag of the minimum (h). */
const partonLogan = { a: 1.86, b: 2.2, c: -0.17 }

/** The extremes of a day, with its neighbours'. */
export interface DayExtremes {
  minimumC: number
  maximumC: number
  /** Maximum of the day before, and minimum of the day after: the nights on either side. */
  maximumBeforeC: number
  minimumAfterC: number
}

/** How a day's hours of air follow from its extremes at one length of day: worked out once. */
export interface AirShape {
  /** Hours before the low, up to sunset and after it. */
  lowAt: number
  sunset: number
  /** By day: how far between low and high each hour is; and at sunset, yesterday's as well. */
  byDay: number[]
  atSunset: number
  /** By night: what is left of the fall at each hour, from sunset on and before the low; and at its end. */
  byNight: number[]
  nightEnd: number
}

/** The shape of Parton & Logan 1981: a sine by day, an exponential fall by night. @param daylightH hours of daylight */
export function shapeAir(daylightH: number): AirShape {
  const { a, b, c } = partonLogan
  const sunset = 12 + daylightH / 2
  const lowAt = 12 - daylightH / 2 + c
  const rise = (hoursAfterLow: number) => Math.sin((Math.PI * hoursAfterLow) / (daylightH + 2 * a))
  const night = 24 - sunset + lowAt
  const hours = Array.from({ length: 24 }, (_, h) => h)
  return {
    lowAt,
    sunset,
    byDay: hours.map((h) => rise(h - lowAt)),
    atSunset: rise(sunset - lowAt),
    byNight: hours.map((h) => Math.exp((-b * (h < lowAt ? h + 24 - sunset : h - sunset)) / night)),
    nightEnd: Math.exp(-b),
  }
}

/** Hourly air temperature from daily extremes. @returns temperature at solar hours 0 … 23, in `into` */
export function spreadAir(day: DayExtremes, shape: AirShape, into: number[] = []): number[] {
  const { minimumC, maximumC, maximumBeforeC, minimumAfterC } = day
  const { nightEnd, byDay, byNight, lowAt, sunset } = shape
  const range = maximumC - minimumC
  const before = minimumC + (maximumBeforeC - minimumC) * shape.atSunset
  const evening = minimumC + range * shape.atSunset
  // The fall reaches the next low: its floor lies a little below.
  const floorBefore = (minimumC - before * nightEnd) / (1 - nightEnd)
  const floorAfter = (minimumAfterC - evening * nightEnd) / (1 - nightEnd)
  for (let h = 0; h < 24; h++)
    into[h] =
      h < lowAt
        ? floorBefore + (before - floorBefore) * byNight[h]!
        : h <= sunset
          ? minimumC + range * byDay[h]!
          : floorAfter + (evening - floorAfter) * byNight[h]!
  return into
}
