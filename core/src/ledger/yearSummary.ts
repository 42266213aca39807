import { yearOf, type Day, type RecordId, type ZoneId } from '../quantity/index.ts'
import type { LabelRules } from '../shelf/index.ts'
import { judgeRating, type Rating } from './rating.ts'

/** What a year's comparison reads of a record. */
export interface RecordInYear {
  id: RecordId
  day: Day
  zoneId: ZoneId
  areaSqFt: number
  rules: Pick<LabelRules, 'actives'>
}

/** A year of passes in a few figures. */
export interface YearSummary {
  /** Days on which something went down. */
  days: number
  first?: Day
  /** Ground gone over, ft²: each lawn once a day, however many products were in the tank. */
  areaSqFt: number
  /** Groups of the actives, each once. */
  groups: string[]
  /** Mean control of the ratings that compare with something, 0–1. */
  control?: number
}

export function computeYearSummary(
  records: RecordInYear[],
  ratings: (Rating & { recordId: RecordId })[],
  year: number,
): YearSummary {
  const own = records.filter((r) => yearOf(r.day) === year)
  const ids = new Set(own.map((r) => r.id))
  const controls = ratings
    .filter((r) => ids.has(r.recordId))
    .flatMap((r) => {
      const judged = judgeRating(r)
      return judged.ok ? [judged.value.control.value.value] : []
    })
  const days = [...new Set(own.map((r) => r.day))].sort()
  const ground = new Map<string, number>()
  for (const r of own) {
    const key = `${r.day} ${r.zoneId}`
    ground.set(key, Math.max(ground.get(key) ?? 0, r.areaSqFt))
  }
  return {
    days: days.length,
    ...(days[0] && { first: days[0] }),
    areaSqFt: [...ground.values()].reduce((a, b) => a + b, 0),
    groups: [...new Set(own.flatMap((r) => r.rules.actives.flatMap((a) => a.group ?? [])))].sort(),
    ...(controls.length && { control: controls.reduce((a, b) => a + b, 0) / controls.length }),
  }
}
