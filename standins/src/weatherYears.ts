import { almanac, type Climate } from '@jardinero/almanac'
import { addDays, dayNumber, dayOfYear, drawNormal, seededRandom, type Day } from '@jardinero/core/quantity'
import { hoursOf, type StationHour } from './weatherHours.ts'
import type { StationDay } from './stationDay.ts'

/** The first day of every station's history. */
export const historyFrom: Day = '2012-01-01'
const lastDay: Day = '2031-12-31'

/** Numbers from a text: each station, and each day's forecast, has its own. */
const seededBy = (text: string): (() => number) =>
  seededRandom([...text].reduce((h, c) => Math.imul(h ^ c.charCodeAt(0), 16_777_619), 2_166_136_261))
const tenth = (n: number): number => Math.round(n * 10) / 10

/** Radiation above the air is not needed to the letter here: a smooth year by latitude, MJ. */
const clearSky = (latitude: number, doy: number): number => {
  const tilt = Math.cos((2 * Math.PI * (doy - 172)) / 365) * Math.sign(latitude)
  const mid = 29 - 0.2 * Math.abs(latitude)
  return Math.max(3, mid + (0.33 * Math.abs(latitude) - 1) * tilt)
}

/**
 * Daily weather of one station by a generator of the kind of Richardson 1981: wet and dry days by a Markov chain,
 * temperature about the year's wave with spells that fade in days and a season that differs from year to year.
 */
function generateFor(station: Climate, to: Day = lastDay): StationDay[] {
  const random = seededBy(`${station.code}/${station.weather.seed}`)
  const { meanC, swingC, dryRangeC, wetShareWinter, wetShareSummer, wetMm, spellK, seasonK, wind } =
    station.weather
  const south = station.latitude < 0
  let wet = false
  let spell = 0
  let season = 0
  const days: StationDay[] = []
  for (let day = historyFrom; day <= to; day = addDays(day, 1)) {
    const doy = dayOfYear(day)
    const wave = -Math.cos((2 * Math.PI * (doy - 20 - (south ? 182 : 0))) / 365)
    // A season's anomaly drifts over about two months: plain generators vary too little from year to year.
    season = 0.985 * season + seasonK * Math.sqrt(1 - 0.985 ** 2) * drawNormal(random)
    spell = 0.72 * spell + spellK * Math.sqrt(1 - 0.72 ** 2) * drawNormal(random)
    const share = wetShareWinter + ((wetShareSummer - wetShareWinter) * (wave + 1)) / 2
    wet = random() < (wet ? 0.45 + 0.55 * share : share * 0.72)
    const mean = meanC + swingC * wave + spell + season - (wet && wave > 0 ? 1.2 : 0)
    const range = Math.max(2.5, (wet ? 0.6 : 1) * dryRangeC + 1.6 * drawNormal(random))
    const clear = clearSky(station.latitude, doy)
    days.push({
      day,
      minimumC: tenth(mean - range / 2),
      maximumC: tenth(mean + range / 2),
      rainMm: wet ? tenth(Math.max(0.2, -wetMm * Math.log(1 - random()))) : 0,
      wind: tenth(Math.max(0.4, wind * (1 + 0.4 * drawNormal(random)))),
      solarMJ: tenth(clear * (wet ? 0.22 + 0.25 * random() : 0.55 + 0.2 * random())),
    })
  }
  return days
}

const made = new Map<string, StationDay[]>()

function climateOf(code: string): Climate {
  const station = almanac.climates.find((c) => c.code === code)
  if (!station) throw new RangeError(`no station ${code}`)
  return station
}

/** A station's days, made once. @throws RangeError on an unknown station */
export function weatherYears(code: string): StationDay[] {
  const known = made.get(code) ?? generateFor(climateOf(code))
  made.set(code, known)
  return known
}

const forecastDays = 10

/** The day itself and those days, hour by hour. */
export function forecastHours(code: string, issued: Day): StationHour[] {
  const ahead = forecastFrom(code, issued)
  const climate = climateOf(code)
  const now = weatherYears(code).filter((d) => d.day === issued)
  const today = hoursOf([...now, ...ahead.slice(0, 1)], climate, seededBy(`${code}/${issued}/today`))
  return [...today.slice(0, 24 * now.length), ...hoursOf(ahead, climate, seededBy(`${code}/${issued}/hours`))]
}

/** Days that are over, hour by hour. */
export const pastHours = (code: string, from: Day, to: Day): StationHour[] =>
  hoursOf(
    weatherYears(code).filter((d) => d.day >= from && d.day <= to),
    climateOf(code),
    seededBy(`${code}/${from}/past`),
  )

/** What would have been forecast on a day: the truth with an error that grows from under 1 K to over 3 K in ten days. */
export function forecastFrom(code: string, issued: Day): StationDay[] {
  const days = weatherYears(code)
  const random = seededBy(`${code}/${issued}`)
  const first = dayNumber(issued) - dayNumber(historyFrom) + 1
  let error = 0
  return days.slice(first, first + forecastDays).map((truth, lead) => {
    error = 0.8 * error + (0.55 + 0.12 * lead) * drawNormal(random)
    const missed = random() < 0.08 + 0.03 * lead
    return {
      ...truth,
      minimumC: tenth(truth.minimumC + error),
      maximumC: tenth(truth.maximumC + error + 0.4 * Math.abs(drawNormal(random))),
      rainMm: missed ? (truth.rainMm ? 0 : 4) : truth.rainMm,
      wind: tenth(Math.max(0.3, truth.wind * (1 + 0.15 * drawNormal(random)))),
    }
  })
}
