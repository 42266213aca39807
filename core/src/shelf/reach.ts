import { addDays, convert, daysBetween, yearOf, type Day } from '../quantity/index.ts'
import type { PlantStage } from '../scout/index.ts'
import type { Hemisphere } from '../yard/index.ts'
import { controlLevel, isControl, weedStages, type Active, type Efficacy, type WeedStage } from './active.ts'
import { efficacyOf, gradeOf, type Grade } from './grade.ts'
import type { LabelRules, LabelUse } from './label.ts'
import { createActiveFinder } from './names.ts'
import { computeActiveRates } from './yearUse.ts'

/** A day, and on which half of the earth: what is old is reached by its season. */
export interface WhenAndWhere {
  day: Day
  hemisphere: Hemisphere
}
const turn = { northern: 0, southern: 182 }
/** The next such day of a northern year, in its own half of the earth. */
function nextDay(dayOfNorth: number, { day, hemisphere }: WhenAndWhere): Day {
  const shifted = ((dayOfNorth - 1 + turn[hemisphere]) % 365) + 1
  const inYear = (year: number) => addDays(`${year}-01-01`, shifted - 1)
  const here = inYear(yearOf(day))
  return here > day ? here : inYear(yearOf(day) + 1)
}

/**
 * The same on a day: what an active does not do to an old plant in midsummer it may do again late in its season.
 * @returns what can be relied on, the grade that is the low end of, and from which day on it is control again where it is not now
 */
function efficacyOn(
  active: Active,
  plant: string,
  stage: WeedStage,
  when: WhenAndWhere | undefined,
): { efficacy: Efficacy; grade: Grade; from?: Day } | undefined {
  const late = active.lateFrom?.[plant]
  const isOld = weedStages.indexOf(stage) >= weedStages.indexOf('manyTillers')
  if (!late || !when || !isOld) {
    const grade = gradeOf(active, plant, stage)
    return grade && { efficacy: grade.low, grade }
  }
  const from = nextDay(late, when)
  // Its own year goes on until the winter after.
  const isLate = daysBetween(when.day, from) > late
  const grade = gradeOf(
    active,
    plant,
    !isLate ? 'manyTillers' : stage === 'manyTillers' ? 'flowering' : stage,
  )
  const again = efficacyOf(active, plant, 'flowering')
  return (
    grade && {
      efficacy: grade.low,
      grade,
      ...(!isLate && again && isControl(again) && !isControl(grade.low) && { from }),
    }
  )
}

/** Stages of a plant at which an active controls it. */
export const controlledStages = (active: Active, plant: string): WeedStage[] =>
  weedStages.filter((stage) => {
    const found = efficacyOf(active, plant, stage)
    return found !== undefined && isControl(found)
  })

/** Plants that some of these actives do something to, as far as is known: which of them they control, and of the rest what. */
export function weedsReached(actives: Active[]): {
  controls: string[]
  less: [plant: string, best: Efficacy][]
} {
  const plants = [
    ...new Set(
      actives.flatMap((a) => [a.efficacy, a.second?.efficacy ?? {}].flatMap((of) => Object.keys(of))),
    ),
  ].sort()
  const best = (plant: string) =>
    actives
      .flatMap((a) => weedStages.flatMap((s) => efficacyOf(a, plant, s) ?? []))
      .toSorted((a, b) => order(b) - order(a))[0]
  const each = plants.flatMap((p) => {
    const found = best(p)
    return found ? [[p, found] as [string, Efficacy]] : []
  })
  return {
    controls: each.filter(([, e]) => isControl(e)).map(([p]) => p),
    less: each.filter(([, e]) => !isControl(e)),
  }
}

/** A plant as it was seen. */
export interface SeenWeed {
  /** Code of the plant. */
  plant: string
  stage: PlantStage
  tillers?: number | null
}

/** Up to so many tillers a grass counts as lightly tillered. */
const fewTillers = 2

/** Stages a find may stand for: a grass with tillers that nobody counted may have few or many. */
export function stagesMeant({ stage, tillers = null }: SeenWeed): WeedStage[] {
  if (stage !== 'tillers') return [stage]
  if (tillers === null) return ['fewTillers', 'manyTillers']
  return [tillers <= fewTillers ? 'fewTillers' : 'manyTillers']
}

const order = (e: Efficacy | undefined): number =>
  e === undefined ? -1 : e === 'suppression' ? 1.5 : controlLevel(e)

export interface Reach {
  active: Active
  efficacy: Efficacy
  /** Between what it may lie: what is relied on is its low end. */
  grade: Grade
  /** From this day on it is control, where it is not now. */
  from?: Day
  /** Too little of it is put down for what it does at a usual amount. */
  isLittle?: boolean
}

/** A grade is of a usual amount: so much less than the least of it only holds back. Our estimate. */
const littleShare = 0.75
/** Actives of which a label's lines put down too little, each line at its most, for their grades to hold. */
export function littleOf(rules: LabelRules, uses: LabelUse[]): (active: Active) => boolean {
  if (!uses.length) return () => false
  const most = uses.flatMap(({ rate }) =>
    computeActiveRates(rules, { value: rate.max, unit: rate.unit }, 'least'),
  )
  return (active) => {
    const activeOf = createActiveFinder([active])
    const own = most.filter((m) => m.basis === active.basis && activeOf(m.name))
    const put = Math.max(0, ...own.map((m) => convert(m.rate.value, m.rate.unit, 'lb/acre')))
    return own.length > 0 && put < littleShare * active.activeLbPerAcre.least
  }
}
const held = (e: Efficacy): Efficacy => (order(e) > order('suppression') ? 'suppression' : e)
const weakened = (reach: Reach): Reach => ({
  ...reach,
  efficacy: held(reach.efficacy),
  grade: {
    ...reach.grade,
    value: held(reach.grade.value),
    low: held(reach.grade.low),
    high: held(reach.grade.high),
  },
  isLittle: true,
})

/** The active of a product that does most to a plant as it stands on a day; the worse of two stages it may be in. */
export function reachOf(
  actives: Active[],
  weed: SeenWeed,
  when: WhenAndWhere | undefined,
  isLittle: (active: Active) => boolean = () => false,
): Reach | undefined {
  const stages = stagesMeant(weed)
  const each = actives.flatMap((active): Reach[] => {
    const found = stages.flatMap((s) => efficacyOn(active, weed.plant, s, when) ?? [])
    if (found.length < stages.length) return []
    const worst = found.reduce((a, b) => (order(a.efficacy) <= order(b.efficacy) ? a : b))
    return [isLittle(active) ? weakened({ active, ...worst }) : { active, ...worst }]
  })
  return each.toSorted((a, b) => order(b.efficacy) - order(a.efficacy))[0]
}
