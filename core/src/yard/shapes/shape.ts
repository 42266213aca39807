import type { Refusal } from '../../quantity/index.ts'

/** A point on the plan, in feet. */
export type Point = readonly [x: number, y: number]

/**
 * One way to tape a piece of ground. `lengths` are the taped numbers in feet, in the order of `names`;
 * a shape with any number of tapes (offsets, polygon) repeats the last name.
 */
export interface ShapeRule {
  readonly kind: string
  /** Names of the tapes, as message codes. */
  readonly names: readonly string[]
  /** How many tapes, least and most. */
  readonly count: readonly [least: number, most: number]
  /** Which tapes may be zero, by index; none when absent. */
  readonly mayBeZero?: (index: number) => boolean
  /** Formula with the names in braces. */
  readonly formula: string
  /** Whether the lengths close to a figure at all; they are finite and positive already. */
  readonly check?: (lengths: readonly number[]) => Refusal | undefined
  /** Area in ft² from lengths in ft. */
  readonly area: (lengths: readonly number[]) => number
  /** One standard uncertainty of the area in ft², where it does not come from tapes. */
  readonly spread?: (lengths: readonly number[]) => number
  /** The sides in order, each a run of points in feet; together they close. */
  readonly sides: (lengths: readonly number[]) => Point[][]
}

/** The sides of a straight-edged figure from its corners. */
export const straightSides = (corners: readonly Point[]): Point[][] =>
  corners.map((corner, i) => [corner, corners[(i + 1) % corners.length]!])

/** A run of points on an ellipse arc round a centre. */
export const arcPoints = (
  [cx, cy]: Point,
  rx: number,
  ry: number,
  from: number,
  to: number,
  steps = 24,
): Point[] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const angle = from + ((to - from) * i) / steps
    return [cx + rx * Math.cos(angle), cy + ry * Math.sin(angle)] as const
  })
