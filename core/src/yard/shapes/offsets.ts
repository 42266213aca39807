import type { ShapeRule } from './shape.ts'

/** Widths taped square to a straight baseline, evenly spaced; the first length is the spacing. */
const base = {
  names: ['spacing', 'offset'],
  count: [3, 41] as const,
  mayBeZero: (index: number) => index > 0,
  sides: ([spacing, ...widths]: readonly number[]) => {
    const end = spacing! * (widths.length - 1)
    return [
      [[0, 0] as const, [end, 0] as const],
      [[end, 0] as const, [end, widths.at(-1)!] as const],
      widths.map((w, i) => [spacing! * i, w] as const).reverse(),
      [[0, widths[0]!] as const, [0, 0] as const],
    ]
  },
}

/** Trapezoidal rule: straight from offset to offset. */
export const offsets: ShapeRule = {
  ...base,
  kind: 'offsets',
  formula: '{spacing} × (½ first {offset} + those between + ½ last)',
  area: ([spacing, ...w]) => spacing! * (w.reduce((sum, x) => sum + x, 0) - (w[0]! + w.at(-1)!) / 2),
}

/** Simpson's rule: a smooth curve through an odd number of offsets. */
export const offsetsCurved: ShapeRule = {
  ...base,
  kind: 'offsetsCurved',
  count: [4, 42],
  formula: '{spacing} ÷ 3 × (first {offset} + 4 × every second + 2 × those between + last)',
  check: (lengths) =>
    lengths.length % 2 === 0
      ? undefined
      : { code: 'oddOffsetsNeeded', params: { given: lengths.length - 1 } },
  area: ([spacing, ...w]) =>
    (spacing! / 3) *
    w.reduce((sum, x, i) => sum + x * (i === 0 || i === w.length - 1 ? 1 : i % 2 ? 4 : 2), 0),
}
