import { scaleSqrt, scaleUtc } from 'd3-scale'
import { area, line } from 'd3-shape'
import { addDays, type Day } from '@jardinero/core/quantity'
import type { Judgement, PlaceJudgement } from '@jardinero/core/season'
import { seasonOf, type Trend } from '@jardinero/core/soil'
import type { Hemisphere } from '@jardinero/core/yard'

const dateOf = (day: Day) => new Date(`${day}T00:00:00Z`)
/** Days from the start of a season of warming to midwinter, where its lanes begin; days drawn after a season's end. */
const midwinter = 47
const after = 75

/** The days the lanes of a half of the year show. */
export function laneSpan(today: Day, hemisphere: Hemisphere, half: Trend): [Day, Day] {
  const { from, to } = seasonOf(today, hemisphere, half)
  return [half === 'rising' ? addDays(from, midwinter) : from, addDays(to, after)]
}

/** Days across a width. */
export function laneScale([from, to]: [Day, Day], left: number, right: number) {
  const x = scaleUtc([dateOf(from), dateOf(to)], [left, right]).clamp(true)
  return {
    at: (day: Day) => x(dateOf(day)),
    dayAt: (px: number): Day => x.invert(px).toISOString().slice(0, 10),
    months: (count: number) => x.ticks(count),
    inside: (day: Day) => day >= from && day <= to,
  }
}
export type LaneScale = ReturnType<typeof laneScale>

/** A stretch of days. */
export interface Stretch {
  from: Day
  to: Day
}

/** So many of the seasons have a gap for it to be drawn. */
const drawnGap = 0.25

/** The stretches in which seedlings come up through a barrier that has failed. */
export function gapStretches({ gap }: PlaceJudgement, { from, everyDays }: Judgement): Stretch[] {
  const out: Stretch[] = []
  gap.forEach((share, i) => {
    if (share < drawnGap) return
    const day = addDays(from, i * everyDays)
    const last = out.at(-1)
    if (last && last.to >= addDays(day, -1)) last.to = addDays(day, everyDays - 1)
    else out.push({ from: day, to: addDays(day, everyDays - 1) })
  })
  return out
}

interface Point {
  day: Day
  value: number
}

/** One lane's drawing: strength as a line with what it stands on, seedlings as a hill, the threshold. */
export function drawLane(
  place: PlaceJudgement,
  judgement: Judgement,
  scale: LaneScale,
  { height, strongest, busiest }: { height: number; strongest: number; busiest: number },
) {
  const y = scaleSqrt([0, Math.max(1.2, strongest)], [height, 4])
  const points = (values: number[]): Point[] =>
    values
      .map((value, i) => ({ day: addDays(judgement.from, i * judgement.everyDays), value }))
      .filter((p) => scale.inside(p.day))
  const x = (p: Point) => scale.at(p.day)
  const strength = points(place.strength)
  const under = area<Point>(x, height, (p) => y(p.value))
  const spread = place.strength.map((s, i): [number, number] => {
    const sd = place.strengthSd[i]!
    return [Math.max(0, s - sd), s + sd]
  })
  const lower = points(spread.map(([low]) => low))
  const upper = points(spread.map(([, high]) => high))
  const band = area<Point>(
    x,
    (_, i) => y(lower[i]!.value),
    (_, i) => y(upper[i]!.value),
  )
  const over = line<Point>(x, (p) => y(p.value))
  const hill = area<Point>(x, height, (p) => height - (height - 8) * (p.value / Math.max(1e-9, busiest)))
  return {
    under: under(strength) ?? '',
    band: band(strength) ?? '',
    line: over(strength) ?? '',
    hill: hill(points(place.emergence)) ?? '',
    thresholdY: y(1),
    gaps: gapStretches(place, judgement),
  }
}

export const largest = (lists: number[][]): number => Math.max(1e-9, ...lists.flat())
