import { known } from './known.ts'
import { offsets, offsetsCurved } from './offsets.ts'
import { mostCorners, polygon } from './polygon.ts'
import { rectangle } from './rectangle.ts'
import { arc, circle, ellipse } from './round.ts'
import type { ShapeRule } from './shape.ts'
import { trapezoid } from './trapezoid.ts'
import { threeSides, triangle } from './triangle.ts'

/** Every way to tape a section, by kind. */
export const shapes = {
  rectangle,
  trapezoid,
  threeSides,
  triangle,
  circle,
  ellipse,
  arc,
  offsets,
  offsetsCurved,
  polygon,
  known,
} satisfies Record<string, ShapeRule>

export type ShapeKind = keyof typeof shapes
export const shapeKinds = Object.keys(shapes) as ShapeKind[]
export type { Point, ShapeRule } from './shape.ts'

export { mostCorners }
