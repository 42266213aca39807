import { convert, type Day, type Refusal } from '../../quantity/index.ts'
import type { Active } from '../active.ts'
import type { LabelRules } from '../label.ts'
import { because } from './reason.ts'
import type { OutlookDay } from './request.ts'

/** Days ahead that count: after them the weather is not known. */
const daysAhead = 7

interface Band {
  least: number
  most: number
  /** What set each end: the label, or an active's name. */
  leastBy: string
  mostBy: string
}

/** Air in which a product may be used: the narrower of its label and of its actives. °C. */
export function airBand(rules: LabelRules, actives: Active[]): Band {
  const band: Band = { least: -Infinity, most: Infinity, leastBy: '', mostBy: '' }
  const narrow = (by: string, least?: number, most?: number) => {
    if (least !== undefined && least > band.least) Object.assign(band, { least, leastBy: by })
    if (most !== undefined && most < band.most) Object.assign(band, { most, mostBy: by })
  }
  const { temperature } = rules
  const celsius = (value: number | undefined) =>
    value === undefined ? undefined : convert(value, temperature!.unit, 'degC')
  narrow(rules.name, celsius(temperature?.least), celsius(temperature?.most))
  for (const { name, leastC, turfHeatC } of actives) narrow(name, leastC, turfHeatC)
  return band
}

export interface WeatherAnswer {
  refusals: Refusal[]
  /** First day of those ahead that is neither too hot nor too cold. */
  opensOn?: Day
}

/** Whether any of the days ahead lets a product down; what shuts it where none does, or not yet. */
export function judgeWeather(
  rules: LabelRules,
  actives: Active[],
  outlook: OutlookDay[],
  today: Day,
): WeatherAnswer {
  const days = outlook.filter((d) => d.day >= today).slice(0, daysAhead)
  const band = airBand(rules, actives)
  if (!days.length || (band.least === -Infinity && band.most === Infinity)) return { refusals: [] }
  const fits = (d: OutlookDay) => d.highC <= band.most && d.highC >= band.least
  const open = days.find(fits)
  if (open && open.day === days[0]!.day) return { refusals: [], opensOn: open.day }
  const [first] = days
  const hot = first!.highC > band.most
  const degrees = (value: number) => ({ value, unit: 'degC' })
  return {
    refusals: [
      because(hot ? 'tooHotFor' : 'tooColdFor', {
        label: rules.name,
        limit: degrees(hot ? band.most : band.least),
        by: hot ? band.mostBy : band.leastBy,
        high: degrees(hot ? Math.max(...days.map((d) => d.highC)) : Math.max(...days.map((d) => d.highC))),
        days: days.length,
        opens: open?.day ?? false,
      }),
    ],
    ...(open && { opensOn: open.day }),
  }
}
