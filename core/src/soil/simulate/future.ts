import { drawNormal } from '../../quantity/index.ts'
import type { WeatherDay } from '../heat/forcing.ts'

/** Blocks in which past years are cut and joined, days: long enough to keep spells whole. */
const blockDays = 25
/** How far a block may be moved in the year, days. */
const jitterDays = 7
/** A forecast's error of daily temperature: what each day adds, K, by its lead, and what stays of the day before's. Estimates. */
const forecastError = { first: 0.5, perDay: 0.1, keeps: 0.8 }

/**
 * One way the days ahead may go: blocks of the station's own years at the same time of the year, drawn at random and
 * moved by up to a week. The years as a whole differ, so long cold and warm springs are among them.
 * @param past two years at least, oldest first @param random numbers in [0, 1) @throws RangeError with too little past
 */
export function drawFuture(
  past: WeatherDay[],
  afterDay: number,
  days: number,
  random: () => number,
): WeatherDay[] {
  const years = Math.floor(past.length / 365)
  if (years < 2) throw new RangeError('less than two years of past weather')
  const first = past[0]!.dayOfYear
  // Two blocks of three come from one year: its anomaly carries through the season.
  const mainYear = Math.floor(random() * years)
  const future: WeatherDay[] = []
  while (future.length < days) {
    const year = random() < 2 / 3 ? mainYear : Math.floor(random() * years)
    const shift = Math.round((2 * random() - 1) * jitterDays)
    const wanted = (afterDay + future.length) % 365
    const begin = year * 365 + ((wanted - (first - 1) + 365) % 365) + shift
    for (let i = 0; i < blockDays && future.length < days; i++) {
      const drawn = past[(begin + i + past.length) % past.length]!
      future.push({ ...drawn, dayOfYear: ((afterDay + future.length) % 365) + 1 })
    }
  }
  return future
}

/** One member: the forecast with an error that grows with its lead, then a drawn season into which the error fades. */
export function drawMember(
  forecast: WeatherDay[],
  past: WeatherDay[],
  days: number,
  random: () => number,
): WeatherDay[] {
  const sure = forecast.slice(0, days)
  const season = drawFuture(past, past.at(-1)!.dayOfYear + sure.length, days - sure.length, random)
  let error = 0
  return [...sure, ...season].map((day, lead) => {
    error *= forecastError.keeps
    if (lead < sure.length) error += (forecastError.first + forecastError.perDay * lead) * drawNormal(random)
    return { ...day, minimumC: day.minimumC + error, maximumC: day.maximumC + error }
  })
}
