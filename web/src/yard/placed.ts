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

/** Where a side's name stands: outside it, along it. */
export function nameBeside(side: Point[], centre: Point, away: number): { at: Point; angle: number } {
  const [first, last] = [side[0]!, side.at(-1)!]
  const middle: Point =
    side.length % 2 ? side[(side.length - 1) / 2]! : [(first[0] + last[0]) / 2, (first[1] + last[1]) / 2]
  const out = Math.hypot(middle[0] - centre[0], middle[1] - centre[1]) || 1
  const along = (Math.atan2(last[1] - first[1], last[0] - first[0]) * 180) / Math.PI
  // Read from the left or from below, never upside down.
  const angle = along > 90 ? along - 180 : along <= -90 ? along + 180 : along
  return {
    at: [
      middle[0] + ((middle[0] - centre[0]) / out) * away,
      middle[1] + ((middle[1] - centre[1]) / out) * away,
    ],
    angle,
  }
}

/** Where a section's name stands: under its top edge, clear of what is cut out of its middle; a cut-out's in its centre. */
export const nameSpot = ({ section, sides, centre }: PlacedSection, below: number): Point =>
  section.deduction ? centre : [centre[0], Math.min(...sides.flat().map((p) => p[1])) + below]

/** A section's name in one line, or in two where it is wider than the section. @param letter mean width of a letter, ft */
export function nameLines({ section, sides }: PlacedSection, letter: number): string[] {
  const { name } = section
  const [, , width] = boundsOf(sides.flat(), 0)
  if (name.length * letter <= width) return [name]
  const spaces = [...name.matchAll(/\s+/g)].map((m) => m.index)
  const from = (at: number) => Math.abs(at - name.length / 2)
  const [middle] = spaces.toSorted((a, b) => from(a) - from(b))
  return middle === undefined ? [name] : [name.slice(0, middle), name.slice(middle).trim()]
}
