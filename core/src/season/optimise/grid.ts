import { addDays, daysBetween, type Day } from '../../quantity/index.ts'
import type { RatePerAreaUnit } from '../../quantity/index.ts'
import type { Trend } from '../../soil/index.ts'
import { rangeOfLabel } from '../schools/schoolProgramme.ts'
import type { PlanContext, PlanLabel, Programme, ProgrammePass } from '../programme/programme.ts'

/** Days and rates among which the best is looked for; a box of the search is a span of each. */
export interface SearchGrid {
  label: PlanLabel
  zones: string[]
  unit: RatePerAreaUnit
  /** Days from today, rising. */
  days: number[]
  /** Rates, rising. */
  rates: number[]
}

export interface GridChoices {
  from: Day
  to: Day
  everyDays: number
  rateSteps: number
}

/** A grid for each label that may be used on some of the lawn and makes a barrier. */
export function makeGrids(context: PlanContext, choices: GridChoices): SearchGrid[] {
  const { today, labels, zones, wishes, barriers } = context
  const free = (day: Day) => !wishes.busy.some((b) => day >= b.from && day <= b.to)
  const count = Math.max(0, Math.floor(daysBetween(choices.from, choices.to) / choices.everyDays) + 1)
  const days = Array.from(
    { length: count },
    (_, i) => daysBetween(today, choices.from) + i * choices.everyDays,
  ).filter((d) => d >= 1 && free(addDays(today, d)))
  return labels.flatMap((label): SearchGrid[] => {
    const range = rangeOfLabel(label, zones)
    const makesBarrier = label.rules.actives.some((a) => barriers.some((b) => b.name === a.name))
    if (!range || !makesBarrier || range.zones.length < zones.length || !days.length) return []
    const step = (range.max - range.min) / (choices.rateSteps - 1)
    const rates = Array.from({ length: choices.rateSteps }, (_, i) =>
      i === choices.rateSteps - 1 ? range.max : range.min + step * i,
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

/** Passes at points of a grid. @param points indices of day and rate, in the order of the days */
export function programmeAt(
  grid: SearchGrid,
  points: [day: number, rate: number][],
  { today }: Pick<PlanContext, 'today'>,
  season: Trend,
): Programme {
  const passes = points.map(([day, rate], i): ProgrammePass => ({
    id: `best.${i + 1}`,
    season,
    when: { kind: 'day', day: addDays(today, grid.days[day]!) },
    labelId: grid.label.id,
    rate: { value: Math.floor(grid.rates[rate]! * 1000 + 1e-9) / 1000, unit: grid.unit },
    zones: grid.zones,
    edges: 'once',
  }))
  return { passes, fertiliser: [] }
}
