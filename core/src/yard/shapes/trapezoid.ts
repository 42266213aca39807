import { straightSides, type ShapeRule } from './shape.ts'

/** Two widths square to a length: how curved beds and tapering strips are averaged. */
export const trapezoid: ShapeRule = {
  kind: 'trapezoid',
  names: ['firstWidth', 'secondWidth', 'length'],
  count: [3, 3],
  formula: '({firstWidth} + {secondWidth}) ÷ 2 × {length}',
  area: ([a, b, length]) => ((a! + b!) / 2) * length!,
  sides: ([a, b, length]) =>
    straightSides([
      [0, 0],
      [length!, 0],
      [length!, b!],
      [0, a!],
    ]),
}
