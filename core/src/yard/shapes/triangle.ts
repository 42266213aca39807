import { straightSides, type ShapeRule } from './shape.ts'

/** Base and the height square to it. */
export const triangle: ShapeRule = {
  kind: 'triangle',
  names: ['base', 'height'],
  count: [2, 2],
  formula: '{base} × {height} ÷ 2',
  area: ([base, height]) => (base! * height!) / 2,
  sides: ([base, height]) =>
    straightSides([
      [0, 0],
      [base!, 0],
      [0, height!],
    ]),
}

/** Three taped sides, by Heron's formula in Kahan's stable order. */
export const threeSides: ShapeRule = {
  kind: 'threeSides',
  names: ['sideA', 'sideB', 'sideC'],
  count: [3, 3],
  formula: '√(s × (s − {sideA}) × (s − {sideB}) × (s − {sideC})), s = ({sideA} + {sideB} + {sideC}) ÷ 2',
  check: (lengths) => {
    const [c, b, a] = [...lengths].sort((p, q) => p - q)
    return a! < b! + c!
      ? undefined
      : {
          code: 'sidesDoNotClose',
          params: { longest: { value: a!, unit: 'ft' }, others: { value: b! + c!, unit: 'ft' } },
        }
  },
  area: (lengths) => {
    const [c, b, a] = [...lengths].sort((p, q) => p - q) as [number, number, number]
    return Math.sqrt((a + (b + c)) * (c - (a - b)) * (c + (a - b)) * (a + (b - c))) / 4
  },
  sides: ([a, b, c]) => {
    const x = (a! ** 2 + c! ** 2 - b! ** 2) / (2 * a!)
    return straightSides([
      [0, 0],
      [a!, 0],
      [x, Math.sqrt(Math.max(0, c! ** 2 - x ** 2))],
    ])
  },
}
