import { accepted, figure, operand, refused, type Figure, type Outcome } from '../quantity/index.ts'
import { checkSection, computeSides, type Section } from './section.ts'
import { shapes, type Point } from './shapes/index.ts'

/** Wider is no edge any more. */
export const widestStripFt = 30

const minus = ([ax, ay]: Point, [bx, by]: Point): Point => [ax - bx, ay - by]
const cross = ([ax, ay]: Point, [bx, by]: Point) => ax * by - ay * bx
const dot = ([ax, ay]: Point, [bx, by]: Point) => ax * bx + ay * by
const sizeOf = ([x, y]: Point) => Math.hypot(x, y)

/** Twice the area a run of points winds round, by its sign. */
const winding = (points: readonly Point[]) =>
  points.reduce((sum, p, i) => sum + cross(p, points[(i + 1) % points.length]!), 0)

const stretchesOf = (side: readonly Point[]): Point[] =>
  side.slice(1).flatMap((p, i) => {
    const stretch = minus(p, side[i]!)
    return sizeOf(stretch) > 0 ? [stretch] : []
  })

/** What a bend inside the strip takes of it, by its width squared: a mitre where it turns in, a fan more where it turns out. */
const ofBend = (turn: number) => (turn > 0 ? Math.tan(Math.min(turn, 3) / 2) : turn / 2)

/** What the next side takes at a corner sharper than a right angle, by the width squared. */
function ofCorner(from: Point, to: Point, way: number): number {
  const inner = Math.PI - way * Math.atan2(cross(from, to), dot(from, to))
  return inner > 0 && inner < Math.PI / 2 ? 1 / Math.tan(inner) / 2 : 0
}

/** What bends and corners take of a strip along a side, by its width squared. */
function shareOfBends(sides: readonly Point[][], side: number, outside: boolean): number {
  const way = Math.sign(winding(sides.flat())) * (outside ? -1 : 1)
  const runs = sides.map(stretchesOf)
  const own = runs[side]!
  const turns = own.slice(1).map((next, i) => way * Math.atan2(cross(own[i]!, next), dot(own[i]!, next)))
  const bends = turns.reduce((sum, turn) => sum + ofBend(turn), 0)
  // A ring has no ends: it bends on where it began.
  if (sides.length === 1)
    return bends + ofBend(way * Math.atan2(cross(own.at(-1)!, own[0]!), dot(own.at(-1)!, own[0]!)))
  const before = runs[(side + sides.length - 1) % sides.length]!.at(-1)
  const after = runs[(side + 1) % sides.length]![0]
  return (
    bends + (before ? ofCorner(before, own[0]!, way) : 0) + (after ? ofCorner(own.at(-1)!, after, way) : 0)
  )
}

/**
 * The strip along one side of a section, so many feet wide and inside it; round what is taken off the lawn (a drive) it lies outside. Its area, never more than the section's.
 * Exact along straight sides as long as it is narrower than what lies beside it; within a hundredth along curves.
 * @param side index of the side, as `computeSides` has them
 */
export function computeStripArea(section: Section, side: number, widthFt: number): Outcome<Figure<'ft2'>> {
  const wrong = checkSection(section)
  if (wrong.length) return refused(...wrong)
  const sides = computeSides(section)
  const points = sides.ok ? sides.value[side] : undefined
  if (!sides.ok || !points) return refused({ code: 'sideMissing', field: 'side', params: {} })
  if (!(widthFt > 0 && widthFt <= widestStripFt))
    return refused({
      code: 'stripWidth',
      field: 'widthFt',
      params: { most: { value: widestStripFt, unit: 'ft' } },
    })
  const length = stretchesOf(points).reduce((sum, s) => sum + sizeOf(s), 0)
  const bends = shareOfBends(sides.value, side, section.deduction) * widthFt ** 2
  const whole = section.deduction ? Infinity : shapes[section.kind].area(section.lengthsFt)
  return accepted(
    figure('ft2', [
      {
        code: 'stripArea',
        subject: section.name,
        formula: '{length} × {width} − {bends}',
        operands: {
          length: operand(length, 'ft'),
          width: operand(widthFt, 'ft'),
          bends: operand(bends, 'ft2'),
        },
        result: operand(Math.min(whole, Math.max(0, length * widthFt - bends)), 'ft2'),
        source: 'tape',
      },
    ]),
  )
}

/** A strip along an edge that is gone over on its own. */
export interface Strip {
  id: string
  name: string
  area: Figure<'ft2'>
}

/** Of some places those that are strips, each with its area: those with a width, on a side of a section that can be measured. */
export function stripsOn(
  places: readonly {
    id: string
    name: string
    sectionId: string | null
    side: number | null
    widthFt?: number | null
  }[],
  sections: readonly (Section & { id: string })[],
): Strip[] {
  return places.flatMap(({ id, name, sectionId, side, widthFt }) => {
    const section = sections.find((s) => s.id === sectionId)
    if (!section || side === null || !widthFt) return []
    const area = computeStripArea(section, side, widthFt)
    return area.ok ? [{ id, name, area: area.value }] : []
  })
}

/** What of a piece of ground is gone over a second time: strips, and edges that were told as so much ground. */
export function edgesOf(
  toldSqFt: number | null | undefined,
  strips: readonly Strip[],
): { edgeSqFt?: number; edgeNames?: string[] } {
  const sqFt = strips.reduce((sum, s) => sum + s.area.value, toldSqFt ?? 0)
  return {
    ...((sqFt > 0 || typeof toldSqFt === 'number') && { edgeSqFt: sqFt }),
    ...(strips.length && { edgeNames: strips.map((s) => s.name) }),
  }
}
