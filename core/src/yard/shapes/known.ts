import { straightSides, type ShapeRule } from './shape.ts'

/** What people know of a lawn without taping it (a deed, a bill of sod, a mower’s count) is usually off by so much. Estimate; 5–20 %. */
const usualError = 0.1

/** An area that is known and not taped, as the square that has it: its one length is the square’s side. */
export const known: ShapeRule = {
  kind: 'known',
  names: ['squareSide'],
  count: [1, 1],
  formula: '{squareSide} × {squareSide}',
  area: ([side]) => side! * side!,
  spread: ([side]) => usualError * side! * side!,
  sides: ([side]) =>
    straightSides([
      [0, 0],
      [side!, 0],
      [side!, side!],
      [0, side!],
    ]),
}
