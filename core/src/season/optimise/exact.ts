import { addDays, daysBetween } from '../../quantity/index.ts'
import type { SeasonField } from '../field/field.ts'
import { disturbsOf, fieldPassOf, madePasses } from '../field/passes.ts'
import { groundAgainst } from '../judge/ground.ts'
import { judgePasses } from '../judge/judge.ts'
import { seedMarginDays } from '../judge/seedMargin.ts'
import type { JudgedRuns } from '../judge/judgeShapes.ts'
import { checkProgramme } from '../programme/check.ts'
import type { Programme } from '../programme/programme.ts'
import type { Season } from '../season.ts'

/** Judges programmes of fixed days on some members of a season. */
export function createExact(season: Season, field: SeasonField, weeds: number[]) {
  const { context, ruleDays } = season
  const made = madePasses(context, field)
  const disturbs = disturbsOf(context, field)
  const margin = seedMarginDays(field.members)
  const judge = (programme: Programme): JudgedRuns => {
    const passes = programme.passes.map((p) => fieldPassOf(p, context, field, ruleDays))
    return judgePasses(field, [...made, ...passes], weeds, { disturbs })
  }
  /** Whether the barrier is gone when seed is sown. */
  const letsSeedUp = (runs: JudgedRuns): boolean =>
    context.wishes.seeding.every(({ zoneId, day }) =>
      field.places.every((place, i) => {
        if (place.zoneId !== zoneId) return true
        const free = runs.places[i]!.seedFrom.toSorted()
        const p90 = free[Math.round(0.9 * (free.length - 1))]!
        return addDays(field.today, field.from + p90 + margin) <= day
      }),
    )
  return {
    /** Share that comes through; nothing where a limit is broken or the barrier is not gone when seed is sown. */
    escapes: (programme: Programme): number | undefined => {
      const dayOf = ({ when }: Programme['passes'][number]) => (when.kind === 'day' ? when.day : undefined)
      if (checkProgramme(programme, context, dayOf).length) return undefined
      const runs = judge(programme)
      if (!letsSeedUp(runs)) return undefined
      const each = runs.escapes.map((e) => e.escaped.reduce((a, b) => a + b, 0) / e.escaped.length)
      return each.length ? each.reduce((a, b) => a + b, 0) / each.length : undefined
    },
    /** How many of its passes would go down on ground, or before rain, that speaks against it. */
    groundsAgainst: (programme: Programme): number =>
      programme.passes.filter(
        ({ when, zones }) =>
          when.kind === 'day' &&
          groundAgainst(field, zones, when.day, daysBetween(field.today, when.day) - field.from).length > 0,
      ).length,
    /** Whether even this programme is not gone in time: then none later or of higher rates is. */
    lastsTooLong: (programme: Programme): boolean =>
      context.wishes.seeding.length > 0 && !letsSeedUp(judge(programme)),
  }
}
