import { accepted, refused, type Outcome } from '../../quantity/index.ts'
import { believable } from './weather.ts'

/** A day of a typical year: no year of its own. */
export interface TypicalDay {
  /** 1–365. */
  dayOfYear: number
  minimumC: number
  maximumC: number
  solarMJ: number
  wind: number
}

/** What an EPW file says: a typical year, and where. */
export interface TypicalYear {
  latitude: number
  longitude: number
  days: TypicalDay[]
}

/** Columns of a data line (the open EPW format): month, day, hour, dry bulb °C, global horizontal Wh m⁻², wind m s⁻¹. */
const at = { month: 1, day: 2, dryBulb: 6, global: 13, wind: 21 } as const
const headingLines = 8
const hoursOfYear = 8760
const monthStarts = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334]

/**
 * An EPW file (hourly, 8760 lines under eight lines of heading) as days of a typical year. A leap day is left out.
 * Refuses what is not one, with the line at fault.
 */
export function parseEpw(text: string): Outcome<TypicalYear> {
  const lines = text.split(/\r?\n/)
  const refuse = (code: string, line: number, given = '') =>
    refused({ code, field: `line ${line}`, params: { line, given: given.slice(0, 40) } })
  const location = (lines[0] ?? '').split(',')
  const [latitude, longitude] = [Number(location[6]), Number(location[7])]
  if (!/^LOCATION$/i.test(location[0] ?? '') || !(Math.abs(latitude) <= 90) || !(Math.abs(longitude) <= 180))
    return refuse('epwHeading', 1, lines[0])
  const byDay = new Map<number, { t: number[]; global: number; wind: number[] }>()
  let hours = 0
  for (let i = headingLines; i < lines.length; i++) {
    const line = lines[i]!
    if (!line.trim()) continue
    const cells = line.split(',')
    const [month, date] = [Number(cells[at.month]), Number(cells[at.day])]
    const [t, global, wind] = [Number(cells[at.dryBulb]), Number(cells[at.global]), Number(cells[at.wind])]
    if (!(month >= 1 && month <= 12 && date >= 1 && date <= 31)) return refuse('epwLine', i + 1, line)
    if (!(t >= believable.leastC && t <= believable.mostC)) return refuse('epwLine', i + 1, cells[at.dryBulb])
    hours++
    if (month === 2 && date === 29) continue
    const dayOfYear = monthStarts[month - 1]! + date
    const day = byDay.get(dayOfYear) ?? { t: [], global: 0, wind: [] }
    day.t.push(t)
    // 9999 and 999 stand for what is missing.
    if (global >= 0 && global < 2000) day.global += global * 0.0036
    if (wind >= 0 && wind < 100) day.wind.push(wind)
    byDay.set(dayOfYear, day)
  }
  const days = [...byDay]
    .sort(([a], [b]) => a - b)
    .map(([dayOfYear, { t, global, wind }]): TypicalDay => ({
      dayOfYear,
      minimumC: Math.min(...t),
      maximumC: Math.max(...t),
      solarMJ: global,
      wind: wind.length ? wind.reduce((a, b) => a + b, 0) / wind.length : 2.5,
    }))
  if (hours < hoursOfYear || days.length !== 365) return refuse('epwShort', lines.length, String(hours))
  return accepted({ latitude, longitude, days })
}
