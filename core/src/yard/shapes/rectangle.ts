import { straightSides, type ShapeRule } from './shape.ts'

export const rectangle: ShapeRule = {
  kind: 'rectangle',
  names: ['length', 'width'],
  count: [2, 2],
  formula: '{length} × {width}',
  area: ([length, width]) => length! * width!,
  sides: ([l, w]) =>
    straightSides([
      [0, 0],
      [l!, 0],
      [l!, w!],
      [0, w!],
    ]),
}
