import type { Refusal } from '../../quantity/index.ts'
import { findCrossing } from './crossing.ts'
import { straightSides, type Point, type ShapeRule } from './shape.ts'

/** A polygon has no more; an outline of a file is told by so many. */
export const mostCorners = 200

const corners = (lengths: readonly number[]): Point[] =>
  Array.from({ length: lengths.length / 2 }, (_, i) => [lengths[2 * i]!, lengths[2 * i + 1]!] as const)

/** Corners as distances along and across from one corner peg: x, y, x, y … The only shape whose tapes may be zero. */
export const polygon: ShapeRule = {
  kind: 'polygon',
  names: ['along', 'across'],
  count: [6, 2 * mostCorners],
  mayBeZero: () => true,
  formula: '½ × | Σ ({along} × next {across} − next {along} × {across}) |',
  check: (lengths): Refusal | undefined => {
    if (lengths.length % 2) return { code: 'cornersInPairs', params: { given: lengths.length } }
    return findCrossing(corners(lengths)) ? { code: 'sidesCross', params: {} } : undefined
  },
  area: (lengths) => {
    const points = corners(lengths)
    const twice = points.reduce((sum, [x, y], i) => {
      const [nx, ny] = points[(i + 1) % points.length]!
      return sum + x * ny - nx * y
    }, 0)
    return Math.abs(twice) / 2
  },
  sides: (lengths) => straightSides(corners(lengths)),
}
