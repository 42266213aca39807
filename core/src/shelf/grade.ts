import {
  controlLevel,
  efficacies,
  firstEfficacy,
  firstTolerance,
  letterEfficacy,
  tolerances,
  weedStages,
  type Active,
  type Efficacy,
  type Tolerance,
  type WeedStage,
} from './active.ts'
import type { TurfState } from '../yard/index.ts'

/** How far two readings of the same table, made apart, bear each other out; or that there is only one. */
export const readings = ['agree', 'differ', 'one'] as const

/** A figure of the almanac with its doubt: what is taken for most likely, and between what it may lie, both ends in. */
export interface Doubted<T> {
  value: T
  low: T
  high: T
  readings: (typeof readings)[number]
}
export type Grade = Doubted<Efficacy>

/** From least to most; suppression stands between poor and fair. */
const fromLeast: Efficacy[] = ['none', 'poor', 'suppression', 'fair', 'good', 'excellent']
const at = (e: Efficacy): number => fromLeast.indexOf(e)
const lesser = (a: Efficacy, b: Efficacy): Efficacy => (at(a) <= at(b) ? a : b)
const ofLevel = (level: number): Efficacy =>
  efficacies.find((e) => e !== 'suppression' && controlLevel(e) === Math.min(4, Math.max(0, level)))!

const stepLess = (e: Efficacy): Efficacy => (e === 'suppression' ? 'poor' : ofLevel(controlLevel(e) - 1))

/** The second reading has a letter for young plants and one for old; the stages of the first that stand for them. */
const oldFrom = weedStages.indexOf('manyTillers')
const standFor = { young: ['leaves', 'seedling'], old: ['flowering', 'manyTillers', 'mature'] } as const

const isSettled = ({ second }: Active, table: 'plants' | 'turf', on: string): boolean =>
  second?.settled?.[table].includes(on) ?? false

/**
 * What an active does to a plant at a stage: of the first reading, and as much less or more as the second has it for plants of that
 * age. What only one of them has is given one grade less at its low end. Undefined where neither knows the plant.
 */
export function gradeOf(active: Active, plant: string, stage: WeedStage): Grade | undefined {
  const first = firstEfficacy(active, plant, stage)
  const age = weedStages.indexOf(stage) < oldFrom ? 'young' : 'old'
  const second = letterEfficacy(active.second?.efficacy?.[plant]?.[age === 'young' ? 0 : 1])
  if (!first) {
    if (!second || active.efficacy[plant] !== undefined) return undefined
    const low = stepLess(second)
    return { value: second, low, high: second, readings: 'one' }
  }
  if (!second) {
    const low = active.second && !isSettled(active, 'plants', plant) ? stepLess(first) : first
    return { value: first, low, high: first, readings: isSettled(active, 'plants', plant) ? 'agree' : 'one' }
  }
  const stands = standFor[age].flatMap((s) => firstEfficacy(active, plant, s) ?? [])[0] ?? first
  if (stands === second) return { value: first, low: first, high: first, readings: 'agree' }
  if ([first, stands, second].includes('suppression')) {
    const low = lesser(first, second)
    return { value: first, low, high: low === first ? second : first, readings: 'differ' }
  }
  const [here, asRead, again] = [first, stands, second].map(controlLevel) as [number, number, number]
  const apart = again - asRead
  // A stage that is harder than the one that was read again is no harder for that; an easier one stays as much easier.
  const low = apart > 0 ? here : here > asRead ? here + apart : Math.min(here, again)
  return { value: first, low: ofLevel(low), high: ofLevel(here + Math.max(0, apart)), readings: 'differ' }
}

/** What can be relied on of an active on a plant at a stage: the low end. Undefined where it is not known for that plant. */
export const efficacyOf = (active: Active, plant: string, stage: WeedStage): Efficacy | undefined =>
  gradeOf(active, plant, stage)?.low

export interface TurfVerdict {
  verdict: Tolerance
  reason?: string
}
const worse = (a: Tolerance, b: Tolerance): Tolerance =>
  tolerances.indexOf(a) >= tolerances.indexOf(b) ? a : b

/** What an active does to a growing turf, between the better and the worse of two readings. */
export function toleranceGrade(active: Active, turf: string): Doubted<Tolerance> | undefined {
  const first = firstTolerance(active, turf)?.verdict
  const second = active.second?.tolerance?.[turf]
  if (!first || !second) {
    const value = first ?? second
    // Said once that it is safe is not enough.
    const isOne = active.second && !isSettled(active, 'turf', turf)
    const low = value && (isOne ? worse(value, 'caution') : value)
    return (
      value && { value, low: low!, high: value, readings: isSettled(active, 'turf', turf) ? 'agree' : 'one' }
    )
  }
  const low = worse(first, second)
  return {
    value: first,
    low,
    high: low === first ? second : first,
    readings: first === second ? 'agree' : 'differ',
  }
}

/** What an active does to a turf in a state, at the worse of two readings; undefined where nothing is known of that turf. */
export function toleranceOf(active: Active, turf: string, state: TurfState): TurfVerdict | undefined {
  const turned = active.turns?.find((t) => t.turf === turf && t.state === state)
  if (turned) return { verdict: turned.verdict, ...(turned.reason && { reason: turned.reason }) }
  const grade = toleranceGrade(active, turf)
  if (!grade) return undefined
  const first = firstTolerance(active, turf)
  const reason =
    first?.verdict === grade.low ? first.reason : grade.readings === 'one' ? 'oneReading' : 'readingsDiffer'
  const verdict = worse(grade.low, active.states[state] ?? 'safe')
  if (verdict === grade.low) return { verdict, ...(reason && { reason }) }
  return { verdict, reason: state }
}

/** The most that is usual of an active in one application, or in a year on a turf, between two readings, lb/acre. */
export function usualMost(
  { activeLbPerAcre, yearOn, second }: Active,
  of: 'most' | 'year',
  turf?: string,
): Doubted<number> {
  const onTurf = of === 'year' && turf !== undefined ? yearOn?.[turf] : undefined
  const value = onTurf ?? activeLbPerAcre[of]
  const other = onTurf === undefined ? second?.[of] : undefined
  const [low, high] = [Math.min(value, other ?? value), Math.max(value, other ?? value)]
  return { value, low, high, readings: other === undefined ? 'one' : low === high ? 'agree' : 'differ' }
}
