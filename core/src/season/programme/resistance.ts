import { yearOf, type Day } from '../../quantity/index.ts'
import { barrierOf, dosesOf, type PlanContext, type Programme } from './programme.ts'

/** A herbicide group of a programme, and in how many years running it has been used with this one. */
export interface GroupUse {
  group: string
  years: number
  /** Nothing else of another group meets the weeds this year. */
  alone: boolean
}

/** From this many years running with one group alone, another should go with it. Practice against resistance. */
export const resistanceYears = 3

/** Groups a programme rests on, this year and in the years before it. */
export function computeGroupUse(programme: Programme, context: PlanContext, day: Day): GroupUse[] {
  const planned = [
    ...new Set(programme.passes.flatMap((p) => dosesOf(p, context).map((d) => d.active.group))),
  ]
  const usedIn = (group: string, year: number) =>
    context.zones.some((z) =>
      z.passes.some(
        (p) =>
          yearOf(p.day) === year &&
          p.actives.some((a) => barrierOf(context.barriers, a.name)?.group === group),
      ),
    )
  // Group 0 is of what nobody has grouped: it says nothing of resistance.
  return planned.flatMap((group) => {
    if (group === '0') return []
    let years = 1
    while (usedIn(group, yearOf(day) - years)) years++
    return { group, years, alone: planned.length === 1 }
  })
}
