import { arcPoints, type ShapeRule } from './shape.ts'

const ring = (rx: number, ry: number) => [arcPoints([rx, ry], rx, ry, 0, 2 * Math.PI, 48)]

export const circle: ShapeRule = {
  kind: 'circle',
  names: ['diameter'],
  count: [1, 1],
  formula: 'π × {diameter}² ÷ 4',
  area: ([d]) => (Math.PI * d! ** 2) / 4,
  sides: ([d]) => ring(d! / 2, d! / 2),
}

export const ellipse: ShapeRule = {
  kind: 'ellipse',
  names: ['length', 'width'],
  count: [2, 2],
  formula: 'π × {length} × {width} ÷ 4',
  area: ([l, w]) => (Math.PI * l! * w!) / 4,
  sides: ([l, w]) => ring(l! / 2, w! / 2),
}

/** A piece of a circle cut off by a straight line: the line (chord) and how far the arc stands out from it. */
export const arc: ShapeRule = {
  kind: 'arc',
  names: ['chord', 'rise'],
  count: [2, 2],
  formula:
    'r² ÷ 2 × (θ − sin θ), r = {chord}² ÷ (8 × {rise}) + {rise} ÷ 2, θ = 4 × atan(2 × {rise} ÷ {chord})',
  area: ([chord, rise]) => {
    const r = chord! ** 2 / (8 * rise!) + rise! / 2
    const angle = 4 * Math.atan((2 * rise!) / chord!)
    return (r ** 2 / 2) * (angle - Math.sin(angle))
  },
  sides: ([chord, rise]) => {
    const r = chord! ** 2 / (8 * rise!) + rise! / 2
    const half = 2 * Math.atan((2 * rise!) / chord!)
    const bow = arcPoints([chord! / 2, rise! - r], r, r, Math.PI / 2 - half, Math.PI / 2 + half)
    return [
      [
        [0, 0],
        [chord!, 0],
      ],
      bow,
    ]
  },
}
