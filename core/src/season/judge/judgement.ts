import {
  addDays,
  figure,
  operand,
  type Day,
  type Figure,
  type Step,
  type PlaceId,
} from '../../quantity/index.ts'
import type { BarrierActive } from '../barrier/active.ts'
import type { SeasonField } from '../field/field.ts'
import type { EscapedRun, JudgedRuns, PlaceRun } from './judgeShapes.ts'

/** One, five and nine of ten members. */
interface DayRange {
  p10: Day
  p50: Day
  p90: Day
}

export interface WeedJudgement {
  plant: string
  placeId: PlaceId
  /** Mean share that comes through, and one and nine of ten members. */
  escaped: number
  p10: number
  p90: number
}

export interface PlaceJudgement {
  placeId: PlaceId
  /** Strength (residue over threshold) from the first drawn day on, every so many days: mean, and one standard deviation. */
  strength: number[]
  strengthSd: number[]
  /** Share of members with a gap, on the same days. */
  gap: number[]
  /** Seedlings that come up a day, the weeds to stop together, on the same days. */
  emergence: number[]
  /** Chance of a week or more of gap, and its mean length, weeks. */
  gapChance: number
  gapWeeks: number
  holdsUntil?: DayRange
  /** Days from its strongest day to the last on which it holds. */
  lasts?: Figure<'d'>
  /** From when seed of the turf comes up again, by the model. */
  seedFrom?: DayRange
}

/** A programme judged on the ensemble. */
export interface Judgement {
  /** The first drawn day, and how many days apart the drawn ones are. */
  from: Day
  everyDays: number
  weeds: WeedJudgement[]
  places: PlaceJudgement[]
  /** Mean share that comes through, over weeds to stop and places; nothing where none of them can be stopped. */
  escaped?: Figure<'ratio'>
}

/** Indices of the weeds to stop, and the actives that were put down, the first the one the programme rests on. */
interface Summed {
  weeds: number[]
  actives: BarrierActive[]
}

const everyDays = 3
const weekOfGap = 7
/** Every so manieth member is enough for the mean of a drawn hill. */
const sampled = 4

const quantile = (sorted: number[], share: number): number => sorted[Math.round(share * (sorted.length - 1))]!

function rangeOf(days: Float64Array, dayAt: (index: number) => Day): DayRange | undefined {
  const sorted = Array.from(days).sort((a, b) => a - b)
  if (quantile(sorted, 0.5) <= 0) return undefined
  const at = (share: number) => dayAt(Math.max(0, quantile(sorted, share)))
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) }
}

function judgeWeed({ weed, place, escaped }: EscapedRun, field: SeasonField): WeedJudgement {
  const sorted = Array.from(escaped).sort((a, b) => a - b)
  return {
    plant: field.weeds[weed]!.code,
    placeId: field.places[place]!.id,
    escaped: sorted.reduce((sum, e) => sum + e, 0) / sorted.length,
    p10: quantile(sorted, 0.1),
    p90: quantile(sorted, 0.9),
  }
}

/** Mean seedlings a day of the weeds to stop, as shares of their years. */
function emergenceOf(field: SeasonField, place: number, weeds: number[]): number[] {
  const { days, members } = field
  const out: number[] = []
  const asked = Math.ceil(members / sampled)
  for (let d = 0; d < days; d += everyDays) {
    let sum = 0
    for (const w of weeds) {
      const upTo = field.places[place]!.upTo[w]!
      for (let m = 0; m < members; m += sampled)
        sum += upTo[m * days + Math.min(days - 1, d + everyDays)]! - upTo[m * days + d]!
    }
    out.push(sum / asked / everyDays / Math.max(1, weeds.length))
  }
  return out
}

/** How long a barrier lasts from its strongest day on: the median of the seasons, with the half-lives it rests on. */
function lastsOf(run: PlaceRun, field: SeasonField, actives: BarrierActive[]): Pick<PlaceJudgement, 'lasts'> {
  const peak = run.strength.reduce((best, s, d) => (s > run.strength[best]! ? d : best), 0)
  const sorted = Array.from(run.holdsUntil).sort((a, b) => a - b)
  const last = quantile(sorted, 0.5)
  if (last <= peak) return {}
  const distinct = [...new Map(actives.map((a) => [a.name, a])).values()]
  return {
    lasts: figure('d', [
      ...distinct.map((active): Step => ({
        code: 'halfLifeOf',
        subject: active.name,
        formula: '{halfLife}',
        operands: { halfLife: operand(active.halfLifeDays, 'd') },
        result: operand(active.halfLifeDays, 'd'),
        source: active.lastsBy ?? 'barrierModel',
      })),
      {
        code: 'strongest',
        formula: '{strength}',
        operands: { strength: operand(run.strength[peak]!, 'times') },
        result: operand(run.strength[peak]!, 'times'),
        source: 'ensemble',
      },
      {
        code: 'daysHeld',
        formula: '{lastDay} − {strongestDay}',
        operands: {
          lastDay: operand(field.from + last, 'd'),
          strongestDay: operand(field.from + peak, 'd'),
        },
        result: operand(last - peak, 'd'),
        source: 'ensemble',
      },
    ]),
  }
}

function judgePlace(
  run: PlaceRun,
  p: number,
  field: SeasonField,
  { weeds, actives }: Summed,
): PlaceJudgement {
  const every = (values: Float64Array) => Array.from(values).filter((_, d) => d % everyDays === 0)
  const dayAt = (index: number) => addDays(field.today, field.from + index)
  const weekly = run.gapDays.filter((d) => d >= weekOfGap).length / field.members
  const holds = rangeOf(run.holdsUntil, dayAt)
  const seed = rangeOf(run.seedFrom, dayAt)
  return {
    placeId: field.places[p]!.id,
    strength: every(run.strength),
    strengthSd: every(run.strengthSd),
    gap: every(run.gap),
    emergence: emergenceOf(field, p, weeds),
    gapChance: weekly,
    gapWeeks: run.gapDays.reduce((sum, d) => sum + d, 0) / field.members / 7,
    ...(holds && { holdsUntil: holds }),
    ...(holds && lastsOf(run, field, actives)),
    ...(seed && { seedFrom: seed }),
  }
}

/** Mean share that comes through, with what each place has to it. */
function computeEscaped(each: WeedJudgement[], { escapes }: JudgedRuns, field: SeasonField): Figure<'ratio'> {
  const atPlaces = field.places.flatMap((place, p): Step[] => {
    const here = escapes.filter((e) => e.place === p)
    if (!here.length) return []
    const through = here.reduce((sum, e) => sum + e.escaped.reduce((a, b) => a + b, 0), 0)
    const up = here.length * field.members
    return [
      {
        code: 'escapedAtPlace',
        subject: place.name,
        formula: '{through} ÷ {up}',
        operands: { through: operand(through, 'times'), up: operand(up, 'count') },
        result: operand(through / up, 'ratio'),
        source: 'ensemble',
      },
    ]
  })
  const sum = each.reduce((all, w) => all + w.escaped, 0)
  return figure('ratio', [
    ...atPlaces,
    {
      code: 'escapedMean',
      formula: 'Σ {shares} ÷ {pairs}',
      operands: { shares: operand(sum, 'times'), pairs: operand(each.length, 'count') },
      result: operand(sum / each.length, 'ratio'),
      source: 'barrierModel',
    },
  ])
}

/** Sums runs up to what screens show. */
export function computeJudgement(runs: JudgedRuns, field: SeasonField, summed: Summed): Judgement {
  const each = runs.escapes.map((run) => judgeWeed(run, field))
  return {
    from: addDays(field.today, field.from),
    everyDays,
    weeds: each,
    places: runs.places.map((run, p) => judgePlace(run, p, field, summed)),
    ...(each.length && { escaped: computeEscaped(each, runs, field) }),
  }
}
