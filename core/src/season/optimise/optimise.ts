import { convert, daysBetween } from '../../quantity/index.ts'
import { computeActiveRates } from '../../shelf/index.ts'
import { lastEmergence, thinField, type SeasonField } from '../field/field.ts'
import { madePasses } from '../field/passes.ts'
import { barrierOf, type Programme, type ProgrammePass } from '../programme/programme.ts'
import { computeWatering, waterAfterDays } from '../programme/watering.ts'
import { weedsToStop, type Season } from '../season.ts'
import { asLongAsAnyLabel } from '../barrier/labelLength.ts'
import { boundEscapes, type PassBox } from './bound.ts'
import { createExact } from './exact.ts'
import { makeGrids, programmeAt, type GridChoices, type SearchGrid } from './grid.ts'

export interface OptimiseRequest extends GridChoices {
  season: Season
  /** Most passes. */
  passes: 1 | 2
  /** Gains smaller than this are not looked for, a share; 0 to be exact. */
  tolerance: number
  /** Every so manieth member is asked. */
  stride: number
  /** Boxes looked into at most; past it the best so far is told with what is proven. */
  most: number
  progress?: (looked: number) => void
}

/** The best programme of fixed days found, and how sure that is. */
export interface Optimum {
  programme: Programme
  /** Share that comes through, on the members asked; the same with the weight of product; and the least any programme of the grid could have of that. */
  escaped: number
  value: number
  bound: number
  /** Whether no programme of the grid does better by more than the tolerance. */
  proven: boolean
  looked: number
}

/** What less product is worth: a fifth of a seedling in a hundred for a full rate. A choice; ties go to less. */
const productWeight = 0.002

/** A pass on ground that speaks against it comes after all that have none: worth more than any share that gets through. */
const groundWeight = 1

/** One pass anywhere in a span of days and of rates, as indices of its grid. */
interface Span {
  grid: SearchGrid
  day: [number, number]
  rate: [number, number]
}
interface Box {
  spans: Span[]
  bound: number
}

const productOf = (points: { grid: SearchGrid; rate: number }[]): number =>
  points.reduce((sum, { grid, rate }) => sum + grid.rates[rate]! / grid.rates.at(-1)!, 0)

/** Splits the widest span in two; nothing where all are points. */
function split(spans: Span[]): Span[][] {
  const widest = spans
    .flatMap(({ grid, day, rate }, i) => [
      { i, kind: 'day' as const, width: (day[1] - day[0]) / grid.days.length },
      { i, kind: 'rate' as const, width: ((rate[1] - rate[0]) / grid.rates.length) * 0.3 },
    ])
    .toSorted((a, b) => b.width - a.width)[0]!
  if (widest.width <= 0) return []
  const [low, high] = spans[widest.i]![widest.kind]
  const middle = Math.floor((low + high) / 2)
  return [
    [low, middle],
    [middle + 1, high],
  ].map((part) =>
    spans.map((s, i) => (i === widest.i ? { ...s, [widest.kind]: part as [number, number] } : s)),
  )
}

/** Whether all programmes of a box are out of order, or nearer than a label's interval. */
function isEmpty(spans: Span[]): boolean {
  const [first, second] = spans
  if (!first || !second) return false
  const same = first.grid === second.grid
  const asked = same ? first.grid.label.rules.uses.map((u) => u.minimumIntervalDays ?? 1) : [1]
  return second.grid.days[second.day[1]]! - first.grid.days[first.day[0]]! < Math.max(1, ...asked)
}

const pointOf = (spans: Span[], day: (s: Span) => number, rate: (s: Span) => number) =>
  spans.map((s) => ({ grid: s.grid, day: day(s), rate: rate(s) }))

/** The part of the field a search needs: some members, and the days until the last seedling is up and the last seed is sown. */
export function searchField(
  { field, context }: Omit<Season, 'ruleDays'>,
  weeds: number[],
  stride: number,
): SeasonField {
  const sown = context.wishes.seeding.map(({ day }) => daysBetween(field.today, day) - field.from + 1)
  const until = Math.max(lastEmergence(field, weeds), ...sown)
  return thinField(field, stride, Math.min(field.days, until + 2))
}

/** What bounds a box on this season: its doses and watering in the terms of the field. */
function createBounds({ context }: Season, field: SeasonField, weeds: number[]) {
  const made = madePasses(context, field).map(({ days, doses, times, watering }): PassBox => ({
    from: days[0]!,
    to: days[0]!,
    doses,
    times,
    ...(watering && { watering }),
  }))
  const dosesAt = (grid: SearchGrid, rate: number): PassBox['doses'] =>
    computeActiveRates(grid.label.rules, { value: grid.rates[rate]!, unit: grid.unit }).flatMap((a) => {
      const active = barrierOf(context.barriers, a.name)
      if (!active) return []
      // A label's own table may let it last longer than the model does.
      const lasting = grid.label.rules.uses.some((u) => u.lengths?.length) ? asLongAsAnyLabel(active) : active
      return [{ active: lasting, lbPerAcre: convert(a.rate.value, a.rate.unit, 'lb/acre') }]
    })
  const wateringOf = ({ label }: SearchGrid): Pick<PassBox, 'watering'> => {
    const watering = computeWatering({ labelId: label.id } as ProgrammePass, context.today, [label])
    return watering && context.wishes.sprinkler
      ? { watering: { mm: watering.leastMm, afterDays: waterAfterDays(watering) } }
      : {}
  }
  return (spans: Span[]): number => {
    const boxes = spans.map(({ grid, day, rate }): PassBox => ({
      from: grid.days[day[0]]! - field.from,
      to: grid.days[day[1]]! - field.from,
      doses: dosesAt(grid, rate[1]),
      ...wateringOf(grid),
    }))
    const least = pointOf(
      spans,
      (s) => s.day[0],
      (s) => s.rate[0],
    )
    return boundEscapes(field, [...made, ...boxes], weeds) + productWeight * productOf(least)
  }
}

/**
 * The programme of one or two passes on fixed days that lets least through, within every limit: branch and bound over
 * labels, days and rates. Exact on its grid and its members, to the tolerance, where `proven` says so.
 */
export function optimiseProgramme(request: OptimiseRequest): Optimum | undefined {
  const { season, stride, most, tolerance, progress } = request
  const weeds = weedsToStop(season)
  const field = searchField(season, weeds, stride)
  const exact = createExact(season, field, weeds)
  const boundOf = createBounds(season, field, weeds)
  const targets = weeds.map((w) => field.weeds[w]!.target!)
  const whole = makeGrids(season.context, targets, request).map((grid): Span => ({
    grid,
    day: [0, grid.days.length - 1],
    rate: [0, grid.rates.length - 1],
  }))
  const starts = [
    ...whole.map((s) => [s]),
    ...(request.passes === 2 ? whole.flatMap((a) => whole.map((b) => [a, b])) : []),
  ]
  let best: { programme: Programme; value: number; escaped: number } | undefined
  const consider = (points: ReturnType<typeof pointOf>): void => {
    const programme = programmeAt(points, season.context, season.half)
    const escaped = exact.escapes(programme)
    if (escaped === undefined) return
    const value = escaped + productWeight * productOf(points) + groundWeight * exact.groundsAgainst(programme)
    if (!best || value < best.value) best = { programme, value, escaped }
  }
  const programmeOf = (spans: Span[]) =>
    programmeAt(
      pointOf(
        spans,
        (s) => s.day[0],
        (s) => s.rate[0],
      ),
      season.context,
      season.half,
    )
  const open: Box[] = []
  const offer = (spans: Span[], atLeast: number): void => {
    if (isEmpty(spans)) return
    const bound = Math.max(atLeast, boundOf(spans))
    if (best && bound >= best.value - tolerance) return
    if (!exact.lastsTooLong(programmeOf(spans))) open.push({ spans, bound })
  }
  for (const spans of starts) offer(spans, 0)
  let looked = 0
  while (open.length && looked < most) {
    open.sort((a, b) => b.bound - a.bound)
    const box = open.pop()!
    if (best && box.bound >= best.value - tolerance) {
      open.length = 0
      break
    }
    if (++looked % 20 === 0) progress?.(looked)
    const parts = split(box.spans)
    // A point in the middle of the box: early good programmes close many boxes.
    const middle = pointOf(
      box.spans,
      (s) => Math.floor((s.day[0] + s.day[1]) / 2),
      (s) => (parts.length ? s.rate[1] : s.rate[0]),
    )
    if (!isEmpty(middle.map((p) => ({ ...p, day: [p.day, p.day], rate: [p.rate, p.rate] })))) consider(middle)
    for (const part of parts) offer(part, box.bound)
  }
  if (!best) return undefined
  const left = Math.min(best.value, ...open.map((b) => b.bound))
  const { programme, value, escaped } = best
  return {
    programme,
    escaped,
    value,
    bound: Math.min(escaped, left),
    proven: left >= value - tolerance,
    looked,
  }
}

/** Every programme of the grid judged, one after another: for small grids, to hold the search against. */
export function searchAll(
  request: OptimiseRequest,
): { escaped: number; value: number; count: number } | undefined {
  const { season, stride } = request
  const weeds = weedsToStop(season)
  const field = searchField(season, weeds, stride)
  const exact = createExact(season, field, weeds)
  const targets = weeds.map((w) => field.weeds[w]!.target!)
  const points = makeGrids(season.context, targets, request).flatMap((grid) =>
    grid.days.flatMap((_, day) => grid.rates.map((__, rate) => ({ grid, day, rate }))),
  )
  const later = (a: (typeof points)[number], b: (typeof points)[number]) =>
    b.grid.days[b.day]! > a.grid.days[a.day]!
  const sets = [
    ...points.map((p) => [p]),
    ...(request.passes === 2
      ? points.flatMap((a) => points.filter((b) => later(a, b)).map((b) => [a, b]))
      : []),
  ]
  let best: { escaped: number; value: number } | undefined
  for (const set of sets) {
    const programme = programmeAt(set, season.context, season.half)
    const escaped = exact.escapes(programme)
    if (escaped === undefined) continue
    const value = escaped + productWeight * productOf(set) + groundWeight * exact.groundsAgainst(programme)
    if (!best || value < best.value) best = { escaped, value }
  }
  return best && { ...best, count: sets.length }
}
