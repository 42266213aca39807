import { addDays, dayOfYear, type Day, type Refusal } from '../../quantity/index.ts'
import type { WeatherDay } from '../heat/forcing.ts'

/** A day of weather at a calendar day. */
export interface DatedWeather extends Omit<WeatherDay, 'dayOfYear'> {
  day: Day
}

/** What weather can be, anywhere lawns grow. */
export const believable = { leastC: -60, mostC: 60, mostRainMm: 500, mostSolarMJ: 45, mostWind: 60 }

/** What cannot be in a list of days: a gap, extremes the wrong way round, nonsense; each with its day. */
export function checkWeather(days: DatedWeather[], field: string): Refusal[] {
  return days.flatMap((d, i): Refusal[] => {
    const at = `${field}.${i}`
    const before = days[i - 1]
    if (before && d.day !== addDays(before.day, 1))
      return [{ code: 'weatherGap', field: at, params: { day: d.day, before: before.day } }]
    if (!(d.minimumC <= d.maximumC))
      return [{ code: 'weatherExtremesSwapped', field: at, params: { day: d.day } }]
    const { leastC, mostC, mostRainMm, mostSolarMJ, mostWind } = believable
    const sound =
      d.minimumC >= leastC &&
      d.maximumC <= mostC &&
      d.rainMm >= 0 &&
      d.rainMm <= mostRainMm &&
      (d.solarMJ ?? 0) >= 0 &&
      (d.solarMJ ?? 0) <= mostSolarMJ &&
      (d.wind ?? 0) >= 0 &&
      (d.wind ?? 0) <= mostWind
    return sound ? [] : [{ code: 'weatherNotBelievable', field: at, params: { day: d.day } }]
  })
}

/** A day as the simulation takes it. */
export const undated = ({ day, ...weather }: DatedWeather): WeatherDay => ({
  ...weather,
  dayOfYear: Math.min(365, dayOfYear(day)),
})
