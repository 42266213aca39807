import { addDays, daysBetween, type Day, type RatePerAreaUnit } from '../../quantity/index.ts'
import type { Trend } from '../../soil/index.ts'
import type { Target } from '../barrier/escape.ts'
import { lastDayFor, rangeOfLabel, writtenRate } from '../programme/labelRange.ts'
import {
  barrierOf,
  type PlanContext,
  type PlanLabel,
  type Programme,
  type ProgrammePass,
} from '../programme/programme.ts'

/** Days and rates of one label among which the best is looked for. */
export interface SearchGrid {
  label: PlanLabel
  zones: string[]
  unit: RatePerAreaUnit
  /** Days from today, rising. */
  days: number[]
  /** Rates as written, rising. */
  rates: number[]
}

export interface GridChoices {
  from: Day
  to: Day
  everyDays: number
  rateSteps: number
}

/** A grid for each label that may be used on the whole lawn and meets one of the targets; no days too late for what is to be sown. */
export function makeGrids(context: PlanContext, targets: Target[], choices: GridChoices): SearchGrid[] {
  const { today, labels, zones, wishes, barriers } = context
  const free = (day: Day) => !wishes.busy.some((b) => day >= b.from && day <= b.to)
  const count = Math.max(0, Math.floor(daysBetween(choices.from, choices.to) / choices.everyDays) + 1)
  const all = Array.from({ length: count }, (_, i) => addDays(choices.from, i * choices.everyDays))
  return labels.flatMap((label): SearchGrid[] => {
    const range = rangeOfLabel(label, zones)
    const meets = label.rules.actives.some((a) => {
      const controls = barrierOf(barriers, a.name)?.controls
      return targets.some((t) => controls?.[t.target] !== undefined)
    })
    if (!range || !meets || range.zones.length < zones.length) return []
    const days = all
      .filter(
        (day) => day > today && free(day) && day <= (lastDayFor(label, range.zones, day, context) ?? day),
      )
      .map((day) => daysBetween(today, day))
    if (!days.length) return []
    const step = (range.max - range.min) / (choices.rateSteps - 1)
    const rates = Array.from({ length: choices.rateSteps }, (_, i) =>
      writtenRate(i === choices.rateSteps - 1 ? range.max : range.min + step * i, range),
    )
    return [
      {
        label,
        zones: range.zones.map((z) => z.id),
        unit: range.unit,
        days,
        rates: step > 0 ? rates : [range.max],
      },
    ]
  })
}

/** One pass at a point of a grid. */
export interface GridPoint {
  grid: SearchGrid
  day: number
  rate: number
}

/** Passes at points of grids, in the order of their days. */
export function programmeAt(
  points: GridPoint[],
  { today }: Pick<PlanContext, 'today'>,
  season: Trend,
): Programme {
  const passes = points.map(({ grid, day, rate }, i): ProgrammePass => ({
    id: `best.${i + 1}`,
    season,
    when: { kind: 'day', day: addDays(today, grid.days[day]!) },
    labelId: grid.label.id,
    rate: { value: grid.rates[rate]!, unit: grid.unit },
    zones: grid.zones,
    edges: 'once',
  }))
  return { passes, fertiliser: [] }
}
