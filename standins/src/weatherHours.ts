import type { Climate } from '@jardinero/almanac'
import { dayNumber } from '@jardinero/core/quantity'
import type { StationDay } from './stationDay.ts'

/** An hour of a forecast; the instant is the hour's beginning, UTC. */
export interface StationHour {
  at: string
  temperatureC: number
  /** In the hour. */
  rainMm: number
  /** Mean and gusts, m s⁻¹. */
  wind: number
  gust: number
  /** Relative humidity and share of the sky under cloud, 0–1. */
  humidity: number
  cloud: number
}

const rounded = (n: number, digits: number): number => Math.round(n * 10 ** digits) / 10 ** digits
/** Saturation vapour pressure, hPa (Magnus). */
const saturation = (c: number): number => 6.112 * Math.exp((17.62 * c) / (243.12 + c))

/** Rain falls in one spell of some hours, heaviest in its middle. */
function rainByHour(day: StationDay, random: () => number): number[] {
  const hours = new Array<number>(24).fill(0)
  if (!day.rainMm) return hours
  const length = 2 + Math.floor(random() * 7)
  const first = Math.floor(random() * (24 - length))
  const weights = Array.from(
    { length },
    (_, i) => Math.sin((Math.PI * (i + 1)) / (length + 1)) * (0.5 + random()),
  )
  const sum = weights.reduce((a, b) => a + b, 0)
  weights.forEach((w, i) => (hours[first + i] = (day.rainMm * w) / sum))
  return hours
}

/** Hours of the day's low and high. */
const [lowAt, highAt] = [5, 15]
/** How far between low and high an hour is: up by day, down through the night. */
const warmth = (hour: number): number =>
  hour >= lowAt && hour < highAt
    ? (1 - Math.cos((Math.PI * (hour - lowAt)) / (highAt - lowAt))) / 2
    : (1 + Math.cos((Math.PI * ((hour + 24 - highAt) % 24)) / (24 - highAt + lowAt))) / 2

/** Days of a forecast hour by hour: coolest before dawn, wind up in the afternoon, dew near the night's low. All invented. */
export function hoursOf(days: StationDay[], { longitude }: Climate, random: () => number): StationHour[] {
  return days.flatMap((day, d) => {
    const rain = rainByHour(day, random)
    const before = days[d - 1] ?? day
    const nextMinimum = days[d + 1]?.minimumC ?? day.minimumC
    const overcast = day.rainMm > 0 ? 0.7 + 0.3 * random() : 0.5 * random()
    const dewC = Math.min(day.minimumC, nextMinimum) - (day.rainMm ? 0 : 1.5)
    return rain.map((rainMm, hour): StationHour => {
      const swing = warmth(hour)
      const [low, high] =
        hour < lowAt
          ? [day.minimumC, before.maximumC]
          : hour < highAt
            ? [day.minimumC, day.maximumC]
            : [nextMinimum, day.maximumC]
      const temperatureC = low + (high - low) * swing
      const wind = Math.max(0.2, day.wind * (0.55 + 0.9 * swing + 0.15 * (random() - 0.5)))
      const instant = dayNumber(day.day) * 86_400_000 + (hour - longitude / 15) * 3_600_000
      return {
        at: new Date(Math.round(instant / 3_600_000) * 3_600_000).toISOString(),
        temperatureC: rounded(temperatureC, 1),
        rainMm: rounded(rainMm, 2),
        wind: rounded(wind, 1),
        gust: rounded(wind * (1.4 + 0.5 * random()), 1),
        humidity: rounded(Math.min(1, saturation(dewC) / saturation(temperatureC)), 2),
        cloud: rounded(Math.min(1, Math.max(0, overcast + 0.2 * (random() - 0.5) + (rainMm ? 0.2 : 0))), 2),
      }
    })
  })
}
