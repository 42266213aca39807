import type { Section } from '@jardinero/contract/yard'
import { computeSides, type Point } from '@jardinero/core/yard'

/** A section laid on the plan: each side as a run of points in feet. */
export interface PlacedSection {
  section: Section
  sides: Point[][]
  centre: Point
}

const turned = ([x, y]: Point, degrees: number): Point => {
  const a = (degrees * Math.PI) / 180
  return [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)]
}
const middleOf = (points: Point[]): Point => {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2]
}

/** Sections on the plan; those that cannot be measured are left out. */
export const placeSections = (sections: Section[]): PlacedSection[] =>
  sections.flatMap((section) => {
    const sides = computeSides(section)
    if (!sides.ok) return []
    const moved = sides.value.map((side) =>
      side.map((p): Point => {
        const [x, y] = turned(p, section.turnDeg)
        return [x + section.xFt, y + section.yFt]
      }),
    )
    return [{ section, sides: moved, centre: middleOf(moved.flat()) }]
  })

export const pathOf = (sides: Point[][]): string =>
  `M${sides.map((side) => side.map(([x, y]) => `${x} ${y}`).join('L')).join('L')}Z`
export const sidePath = (side: Point[]): string => `M${side.map(([x, y]) => `${x} ${y}`).join('L')}`

/** Left, top, width and height round points, with room about them. */
export function boundsOf(points: Point[], room: number): [number, number, number, number] {
  if (!points.length) return [0, 0, 100, 60]
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const [left, top] = [Math.min(...xs) - room, Math.min(...ys) - room]
  return [left, top, Math.max(...xs) + room - left, Math.max(...ys) + room - top]
}

/** Where a new section goes: to the right of what lies there. */
export function freeSpot(placed: PlacedSection[]): { xFt: number; yFt: number } {
  if (!placed.length) return { xFt: 0, yFt: 0 }
  const [left, top, width] = boundsOf(
    placed.flatMap((p) => p.sides.flat()),
    0,
  )
  return { xFt: Math.round(left + width + 6), yFt: Math.round(top) }
}

/** Where names of sides stand: the middle of the run. */
export const midpoint = (side: Point[]): Point => {
  const [a, b] = [side[Math.floor((side.length - 1) / 2)]!, side[Math.ceil((side.length - 1) / 2)]!]
  return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
}
