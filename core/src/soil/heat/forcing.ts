import {
  computeSun,
  referenceEvaporation,
  solarFromRange,
  shapeAir,
  spreadAir,
  spreadSolar,
  type AirShape,
  type SunDay,
} from './sky.ts'
import { numbers } from './numbers.ts'

/** A day of weather; what a station does not give is worked out or taken as usual. */
export interface WeatherDay {
  dayOfYear: number
  minimumC: number
  maximumC: number
  rainMm: number
  irrigationMm?: number
  /** Solar radiation, MJ m⁻² d⁻¹; from the range of temperature where it is missing. */
  solarMJ?: number
  /** Mean wind, m s⁻¹; 2.5 where it is missing. */
  wind?: number
}

/** A day of weather hour by hour, the same for every place of a yard. */
export interface DayForcing {
  /** At solar hours 0 … 23, °C. */
  airC: number[]
  /** Radiation of the day, MJ m⁻², and how a unit of it spreads over the solar hours, W m⁻². */
  solarMJ: number
  solarShape: number[]
  meanC: number
  /** Mean wind, m s⁻¹. */
  wind: number
  /** Share of the sky that is cloud, 0–1. */
  cloud: number
  rainMm: number
  irrigationMm: number
  referenceEvaporationMm: number
}

const usualWind = 2.5
/** Long-wave clouds: little sun for the season means cloud. Estimate. */
const cloudOf = (solarMJ: number, clearMJ: number): number =>
  Math.min(1, Math.max(0, 1 - solarMJ / Math.max(1, 0.75 * clearMJ)))

/** What a latitude's sun does on a day of the year, and how a unit of radiation spreads over its hours. */
interface SunShape {
  sun: SunDay
  shape: number[]
  air: AirShape
}

/**
 * Days of weather hour by hour at a latitude; the sun of each day of the year is worked out once.
 * @returns takes a day, yesterday's maximum and tomorrow's minimum, °C
 */
export function createForcing(
  latitude: number,
): (day: WeatherDay, maximumBeforeC: number, minimumAfterC: number) => DayForcing {
  const suns: (SunShape | undefined)[] = []
  const sunOf = (dayOfYear: number): SunShape => {
    const known = suns[dayOfYear]
    if (known) return known
    const sun = computeSun(dayOfYear, latitude)
    return (suns[dayOfYear] = { sun, shape: spreadSolar(sun, latitude, 1), air: shapeAir(sun.daylightH) })
  }
  return (day, maximumBeforeC, minimumAfterC) => {
    const { minimumC, maximumC } = day
    const { sun, shape, air } = sunOf(day.dayOfYear)
    const solarMJ = day.solarMJ ?? solarFromRange(sun, minimumC, maximumC)
    return {
      airC: spreadAir({ minimumC, maximumC, maximumBeforeC, minimumAfterC }, air, numbers(24)),
      solarShape: shape,
      solarMJ,
      meanC: (minimumC + maximumC) / 2,
      wind: day.wind ?? usualWind,
      cloud: cloudOf(solarMJ, sun.extraterrestrial),
      rainMm: day.rainMm,
      irrigationMm: day.irrigationMm ?? 0,
      referenceEvaporationMm: referenceEvaporation(sun, minimumC, maximumC),
    }
  }
}

/** A row of days, each with its neighbours' nights. @param before the day before the first */
export function forceDays(
  force: ReturnType<typeof createForcing>,
  days: WeatherDay[],
  before?: WeatherDay,
): DayForcing[] {
  return days.map((day, i) =>
    force(day, (days[i - 1] ?? before)?.maximumC ?? day.maximumC, days[i + 1]?.minimumC ?? day.minimumC),
  )
}
