import simplify from 'simplify-js'
import { accepted, refused, type Figure, type Outcome } from '../quantity/index.ts'
import { computeGeographicArea } from './geographic.ts'
import { geographicToPlan, type GeographicPoint } from './planPosition.ts'
import { mostCorners, shapes, type Point } from './shapes/index.ts'
import { findCrossing } from './shapes/crossing.ts'

/** A file or a phone tells of no more. */
export const mostOutlineCorners = 20_000

/** A polygon as it is kept, and where it lies on the plan. */
export interface PlanOutline {
  /** Along and across from its own corner, ft, as the polygon's tapes. */
  lengthsFt: number[]
  xFt: number
  yFt: number
  kept: number
}
/** An outline as a taped polygon. */
export interface Outline extends PlanOutline {
  /** Inside all corners that were told, on the ellipsoid: the area the polygon has. */
  area: Figure<'ft2'>
  given: number
}

/** The same outline with fewer corners: how far it may stray from the one told is doubled until few enough are left (Douglas & Peucker 1973). */
function withFewer(points: Point[]): Point[] {
  const asked = points.map(([x, y]) => ({ x, y }))
  for (let strayFt = 0.02; ; strayFt *= 1.5) {
    const left = simplify([...asked, asked[0]!], strayFt, true)
      .slice(0, -1)
      .map(({ x, y }): Point => [x, y])
    if (left.length <= mostCorners || strayFt > 1e4) return left
  }
}

/** Grown or shrunk about its first corner until it has the area. */
function scaledTo(points: Point[], sqFt: number): Point[] {
  const has = shapes.polygon.area(points.flat())
  const by = Math.sqrt(sqFt / has)
  return points.map(([x, y]): Point => [x * by, y * by])
}

const sameSpot = (a: readonly number[], b: readonly number[]) => a[0] === b[0] && a[1] === b[1]

/**
 * Corners by latitude and longitude, in order round the lawn, as a polygon that can be kept and drawn: of 20,000 so many are kept as the
 * shape needs, at most {@link mostCorners}, and its area is the one inside all of them.
 * @param origin where the plan's own corner lies
 */
export function outlineOf(
  told: readonly [latitude: number, longitude: number][],
  origin: GeographicPoint,
): Outcome<Outline> {
  if (told.length > mostOutlineCorners)
    return refused({
      code: 'tooManyCorners',
      field: 'corners',
      params: { given: told.length, most: mostOutlineCorners },
    })
  // A walk stands still, and ends where it began.
  const corners = told.filter((c, i) => !sameSpot(c, told[(i + 1) % told.length]!))
  const area = computeGeographicArea(corners)
  if (!area.ok) return area
  if (!(area.value.value > 0)) return refused({ code: 'sectionWithoutArea', field: 'corners', params: {} })
  const plan = corners.map(([latitude, longitude]) => geographicToPlan(origin, { latitude, longitude }))
  const outline = planOutline(plan, area.value.value)
  return outline.ok ? accepted({ ...outline.value, area: area.value, given: corners.length }) : outline
}

/**
 * Corners on a plan in feet, in order round the piece, as a polygon that can be kept and drawn.
 * @param sqFt the area it has; the corners' own where it is not said
 */
export function planOutline(plan: Point[], sqFt = shapes.polygon.area(plan.flat())): Outcome<PlanOutline> {
  if (plan.length < 3 || !(sqFt > 0))
    return refused({ code: 'sectionWithoutArea', field: 'corners', params: {} })
  const [left, top] = [Math.min(...each(plan, 0)), Math.min(...each(plan, 1))]
  const own = plan.map(([x, y]): Point => [x - left, y - top])
  const kept = scaledTo(withFewer(own), sqFt)
  if (findCrossing(kept)) return refused({ code: 'outlineTangled', field: 'corners', params: {} })
  return accepted({
    lengthsFt: kept.flatMap(([x, y]) => [round(x), round(y)]),
    xFt: round(left),
    yFt: round(top),
    kept: kept.length,
  })
}

const each = (points: readonly Point[], axis: 0 | 1): number[] => points.map((p) => p[axis])
/** To a thousandth of a foot. */
const round = (ft: number) => Math.round(ft * 1000) / 1000
