import { convert, type Day } from '../../../quantity/index.ts'
import { isTurf } from '../../../yard/index.ts'
import type { Active } from '../../active.ts'
import type { LabelRules } from '../../label.ts'
import type { Objection, OutlookDay, Rule } from '../application.ts'
import { minds, remedy, stops } from '../objection.ts'

/** Days ahead that count: after them the weather is not known. */
const daysAhead = 7

interface Band {
  least: number
  most: number
  /** What set each end: the label, or an active's name. */
  leastBy: string
  mostBy: string
}

/** Air in which a product may be used: the narrower of its label and of its actives. °C. @param onTurf heat hurts turf, and nothing else */
export function airBand(rules: LabelRules, actives: Active[], onTurf = true): Band {
  const band: Band = { least: -Infinity, most: Infinity, leastBy: '', mostBy: '' }
  const narrow = (by: string, least?: number, most?: number) => {
    if (least !== undefined && least > band.least) Object.assign(band, { least, leastBy: by })
    if (most !== undefined && most < band.most) Object.assign(band, { most, mostBy: by })
  }
  const { temperature } = rules
  const celsius = (value: number | undefined) =>
    value === undefined ? undefined : convert(value, temperature!.unit, 'degC')
  narrow(rules.name, celsius(temperature?.least), celsius(temperature?.most))
  for (const { name, leastC, turfHeatC } of actives) narrow(name, leastC, onTurf ? turfHeatC : undefined)
  return band
}

/** The first day of those ahead that is neither too hot nor too cold for a product; nothing where none is. */
export function firstOpenDay(
  rules: LabelRules,
  actives: Active[],
  outlook: OutlookDay[],
  today: Day,
  onTurf = true,
): Day | undefined {
  const band = airBand(rules, actives, onTurf)
  const days = outlook.filter((d) => d.day >= today).slice(0, daysAhead)
  return days.find((d) => d.highC <= band.most && d.highC >= band.least)?.day
}

/** The week's heat and cold: whether the day lets a product down, and the first day ahead that does. */
export const heat: Rule = ({ application: { rules, day }, ground, known, circumstances }): Objection[] => {
  const onTurf = isTurf(ground.turf)
  const { outlook } = circumstances
  if (!outlook) return []
  if (!outlook.length) return [minds('weather', 'weatherNotKnown', { label: rules.name })]
  const days = outlook.filter((d) => d.day >= day).slice(0, daysAhead)
  const [first] = days
  const band = airBand(rules, known, onTurf)
  if (!first || (first.highC <= band.most && first.highC >= band.least)) return []
  const opens = firstOpenDay(rules, known, outlook, day, onTurf)
  const hot = first.highC > band.most
  const degrees = (value: number) => ({ value, unit: 'degC' })
  return [
    stops(
      'weather',
      hot ? 'tooHotFor' : 'tooColdFor',
      {
        label: rules.name,
        limit: degrees(hot ? band.most : band.least),
        by: hot ? band.mostBy : band.leastBy,
        high: degrees(opens ? first.highC : Math.max(...days.map((d) => d.highC))),
        days: opens ? 1 : days.length,
        opens: opens ?? false,
      },
      opens ? remedy('waitUntil', { day: opens }) : undefined,
    ),
  ]
}
