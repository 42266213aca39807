import { computeActiveRates } from '../../shelf/index.ts'
import { addDays, convert, daysBetween } from '../../quantity/index.ts'
import { disturbsOf, fieldPassOf, madePasses } from '../field/passes.ts'
import { lastEmergence, thinField, type SeasonField } from '../field/field.ts'
import { judgePasses } from '../judge/judge.ts'
import { checkProgramme } from '../programme/check.ts'
import { barrierOf, type Programme, type ProgrammePass } from '../programme/programme.ts'
import { computeWatering, waterAfterDays } from '../programme/watering.ts'
import { weedsToStop, type Season } from '../season.ts'
import { boundEscapes, type PassBox } from './bound.ts'
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

/** What less product is worth: half a seedling in a hundred for a full rate. A choice; ties go to less. */
const productWeight = 0.005

/** A box: a span of days and of rates for each pass, as indices of the grid. */
interface Box {
  grid: SearchGrid
  spans: { day: [number, number]; rate: [number, number] }[]
  bound: number
}

const dosesAt = (grid: SearchGrid, rate: number, { context }: Season): PassBox['doses'] =>
  computeActiveRates(grid.label.rules, { value: grid.rates[rate]!, unit: grid.unit }).flatMap((a) => {
    const active = barrierOf(context.barriers, a.name)
    return active ? [{ active, lbPerAcre: convert(a.rate.value, a.rate.unit, 'lb/acre') }] : []
  })

/** How passes of a grid are watered in. */
function wateringOf({ label }: SearchGrid, { context }: Season): PassBox['watering'] {
  const pass = { labelId: label.id } as ProgrammePass
  const watering = computeWatering(pass, context.today, [label])
  return watering && context.wishes.sprinkler
    ? { mm: watering.leastMm, afterDays: waterAfterDays(watering) }
    : undefined
}

const productOf = (grid: SearchGrid, rates: number[]): number =>
  rates.reduce((sum, r) => sum + grid.rates[r]! / grid.rates.at(-1)!, 0)

/** Splits the widest span of a box in two; nothing where it is a point. */
function split({ grid, spans }: Box): Pick<Box, 'grid' | 'spans'>[] {
  const widest = spans
    .flatMap((s, i) => [
      { i, kind: 'day' as const, width: (s.day[1] - s.day[0]) / grid.days.length },
      { i, kind: 'rate' as const, width: ((s.rate[1] - s.rate[0]) / grid.rates.length) * 0.3 },
    ])
    .toSorted((a, b) => b.width - a.width)[0]!
  if (widest.width <= 0) return []
  const [low, high] = spans[widest.i]![widest.kind]
  const middle = Math.floor((low + high) / 2)
  return [
    [low, middle],
    [middle + 1, high],
  ].map((part) => ({
    grid,
    spans: spans.map((s, i) => (i === widest.i ? { ...s, [widest.kind]: part as [number, number] } : s)),
  }))
}

/** Whether all programmes of a box are out of order, or nearer than the label's interval. */
function isEmpty({ grid, spans }: Pick<Box, 'grid' | 'spans'>): boolean {
  if (spans.length < 2) return false
  const [first, second] = spans as [Box['spans'][number], Box['spans'][number]]
  const interval = Math.max(1, ...grid.label.rules.uses.map((u) => u.minimumIntervalDays ?? 1))
  return grid.days[second.day[1]]! - grid.days[first.day[0]]! < interval
}

/**
 * The programme of one or two passes of one label on fixed days that lets least through, within every limit: branch and
 * bound over days and rates. Exact on its grid and its members, to the tolerance, where `proven` says so.
 */
export function optimiseProgramme(request: OptimiseRequest): Optimum | undefined {
  const { season, stride, most, tolerance, progress } = request
  const { field, context } = season
  const weeds = weedsToStop(season)
  const thin = searchField(season, weeds, stride)
  const judge = createExact(season, thin, weeds)
  const indexOf = (days: number) => days - field.from
  const made = madePasses(context, thin).map(({ days, doses, times, watering }): PassBox => ({
    from: days[0]!,
    to: days[0]!,
    doses,
    times,
    watering,
  }))
  const boundOf = ({ grid, spans }: Pick<Box, 'grid' | 'spans'>): number =>
    boundEscapes(
      thin,
      [
        ...made,
        ...spans.map(({ day, rate }) => ({
          from: indexOf(grid.days[day[0]]!),
          to: indexOf(grid.days[day[1]]!),
          doses: dosesAt(grid, rate[1], season),
          watering: wateringOf(grid, season),
        })),
      ],
      weeds,
    ) +
    productWeight *
      productOf(
        grid,
        spans.map((s) => s.rate[0]),
      )

  const counts = request.passes === 1 ? [1] : [1, 2]
  const open: Box[] = makeGrids(context, request).flatMap((grid) =>
    counts.map((count) => {
      const all = { day: [0, grid.days.length - 1], rate: [0, grid.rates.length - 1] } as Box['spans'][number]
      const box = { grid, spans: Array.from({ length: count }, () => all) }
      return { ...box, bound: boundOf(box) }
    }),
  )
  let best: { programme: Programme; value: number; escaped: number } | undefined
  let looked = 0
  const consider = (box: Pick<Box, 'grid' | 'spans'>): void => {
    const programme = programmeAt(
      box.grid,
      box.spans.map((s) => [s.day[0], s.rate[0]]),
      context,
      season.half,
    )
    const escaped = judge(programme)
    if (escaped === undefined) return
    const value =
      escaped +
      productWeight *
        productOf(
          box.grid,
          box.spans.map((s) => s.rate[0]),
        )
    if (!best || value < best.value) best = { programme, value, escaped }
  }
  while (open.length && looked < most) {
    open.sort((a, b) => b.bound - a.bound)
    const box = open.pop()!
    if (best && box.bound >= best.value - tolerance) break
    looked++
    if (looked % 20 === 0) progress?.(looked)
    const parts = split(box)
    if (!parts.length) consider(box)
    else {
      // A point in the middle of the box: early good programmes close many boxes.
      const [day, rate] = [
        (s: Box['spans'][number]) => Math.floor((s.day[0] + s.day[1]) / 2),
        (s: Box['spans'][number]) => s.rate[1],
      ]
      const point = box.spans.map((s) => ({
        day: [day(s), day(s)],
        rate: [rate(s), rate(s)],
      })) as Box['spans']
      if (!isEmpty({ grid: box.grid, spans: point })) consider({ grid: box.grid, spans: point })
      for (const part of parts) {
        if (isEmpty(part)) continue
        const bound = Math.max(box.bound, boundOf(part))
        if (!best || bound < best.value - tolerance) open.push({ ...part, bound })
      }
    }
  }
  if (!best) return undefined
  const left = Math.min(best.value, ...open.map((b) => b.bound))
  const proven = left >= best.value - tolerance
  return {
    programme: best.programme,
    escaped: best.escaped,
    value: best.value,
    bound: Math.min(best.escaped, left),
    proven,
    looked,
  }
}

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

/** What a programme lets through on these members; nothing where it breaks a limit or is not gone when seed is sown. */
function createExact(season: Season, field: SeasonField, weeds: number[]) {
  const { context, ruleDays } = season
  const made = madePasses(context, field)
  const disturbs = disturbsOf(context, field)
  return (programme: Programme): number | undefined => {
    const faults = checkProgramme(programme, context, ({ when }) =>
      when.kind === 'day' ? when.day : undefined,
    )
    if (faults.length) return undefined
    const passes = programme.passes.map((p) => fieldPassOf(p, context, field, ruleDays))
    const runs = judgePasses(field, [...made, ...passes], weeds, { disturbs })
    for (const { zoneId, day } of context.wishes.seeding)
      for (const [i, place] of field.places.entries()) {
        if (place.zoneId !== zoneId) continue
        const free = runs.places[i]!.seedFrom.toSorted()
        const p90 = free[Math.round(0.9 * (free.length - 1))]!
        if (addDays(field.today, field.from + p90) > day) return undefined
      }
    const each = runs.escapes.map((e) => e.escaped.reduce((a, b) => a + b, 0) / e.escaped.length)
    return each.length ? each.reduce((a, b) => a + b, 0) / each.length : undefined
  }
}

/** Every programme of the grid judged, one after another: for small grids, to hold the search against. */
export function searchAll(
  request: OptimiseRequest,
): { escaped: number; value: number; count: number } | undefined {
  const { season, stride } = request
  const weeds = weedsToStop(season)
  const judge = createExact(season, searchField(season, weeds, stride), weeds)
  let best: { escaped: number; value: number } | undefined
  let count = 0
  for (const grid of makeGrids(season.context, request)) {
    const points = grid.days.flatMap((_, d) => grid.rates.map((__, r): [number, number] => [d, r]))
    const sets = [
      ...points.map((p) => [p]),
      ...(request.passes === 2
        ? points.flatMap((a) => points.filter((b) => b[0] > a[0]).map((b) => [a, b]))
        : []),
    ]
    for (const set of sets) {
      count++
      const escaped = judge(programmeAt(grid, set, season.context, season.half))
      if (escaped === undefined) continue
      const value =
        escaped +
        productWeight *
          productOf(
            grid,
            set.map((p) => p[1]),
          )
      if (!best || value < best.value) best = { escaped, value }
    }
  }
  return best && { ...best, count }
}
