import { closedCurve, curve, ellipse, polar, polyline, range, uneven, type Ink, type Point } from './draw.ts'

const fine = (at: Point, spread: number, length: number, n: number): Ink[] =>
  range(n).map((i): Ink => {
    const turn = 180 - spread + (2 * spread * i) / (n - 1)
    const end = polar(at, turn + 14 * uneven(i), length * (0.8 + 0.3 * Math.abs(uneven(i + 7))))
    return { d: curve([at, polar(at, turn * 0.5 + 90, length * 0.45), end]), line: 'soil', weight: 0.8 }
  })

const nut = (cx: number, cy: number, r = 4.5): Ink => ({
  d: ellipse(cx, cy, r, r * 0.85),
  fill: 'soil',
  weight: 1,
})

const fibrous = ([x, y]: Point, size: number): Ink[] => fine([x, y], 42, 26 * size, size < 1 ? 5 : 9)

const taproot = ([x, y]: Point): Ink[] => [
  {
    d: closedCurve([
      [x - 4, y],
      [x + 4, y],
      [x + 2.4, y + 20],
      [x, y + 38],
      [x - 2.2, y + 20],
    ]),
    fill: 'straw',
    weight: 1.1,
  },
  ...range(4).map((i): Ink => ({
    d: polyline([x, y + 10 + i * 7], [x + (i % 2 ? 9 : -9), y + 14 + i * 7]),
    line: 'soil',
    weight: 0.7,
  })),
]

const rhizome = ([x, y]: Point): Ink[] => [
  {
    d: curve([
      [x, y],
      [x - 8, y + 9],
      [x - 26, y + 11],
      [x - 38, y + 8],
    ]),
    line: 'ink',
    weight: 4,
  },
  {
    d: curve([
      [x, y],
      [x - 8, y + 9],
      [x - 26, y + 11],
      [x - 38, y + 8],
    ]),
    line: 'white',
    weight: 2.4,
  },
  {
    d: curve([
      [x, y],
      [x + 9, y + 10],
      [x + 28, y + 12],
      [x + 38, y + 7],
    ]),
    line: 'ink',
    weight: 4,
  },
  {
    d: curve([
      [x, y],
      [x + 9, y + 10],
      [x + 28, y + 12],
      [x + 38, y + 7],
    ]),
    line: 'white',
    weight: 2.4,
  },
  ...[-28, -14, 14, 28].flatMap((dx) => fine([x + dx, y + 12], 30, 9, 3)),
]

const tuberEnd = ([x, y]: Point): Ink[] => [
  ...fine([x, y], 26, 16, 5),
  ...(
    [
      [-24, 24],
      [22, 28],
      [4, 36],
    ] as Point[]
  ).flatMap(([dx, dy]): Ink[] => [
    {
      d: curve([
        [x, y],
        [x + dx * 0.4, y + dy * 0.7],
        [x + dx, y + dy],
      ]),
      line: 'soil',
      weight: 0.9,
    },
    nut(x + dx, y + dy),
  ]),
]

const tuberChain = ([x, y]: Point): Ink[] => [
  ...fine([x, y], 26, 14, 5),
  {
    d: curve([
      [x, y],
      [x - 8, y + 20],
      [x + 10, y + 24],
      [x + 34, y + 26],
    ]),
    line: 'soil',
    weight: 1.1,
  },
  nut(x - 6, y + 18),
  nut(x + 10, y + 24),
  nut(x + 26, y + 26),
]

const ringedTubers = ([x, y]: Point): Ink[] => [
  ...fine([x, y], 24, 14, 5),
  {
    d: closedCurve([
      [x - 4, y + 10],
      [x - 6, y + 20],
      [x - 5, y + 30],
      [x, y + 39],
      [x + 5, y + 30],
      [x + 6, y + 20],
      [x + 4, y + 10],
    ]),
    fill: 'white',
    weight: 1.1,
  },
  ...range(4).map((i): Ink => ({
    d: curve([
      [x - 5.5, y + 15 + i * 6],
      [x, y + 17 + i * 6],
      [x + 5.5, y + 15 + i * 6],
    ]),
    weight: 0.9,
  })),
]

const bulb = ([x, y]: Point): Ink[] => [
  {
    d: closedCurve([
      [x, y],
      [x - 8, y + 10],
      [x - 7, y + 20],
      [x, y + 24],
      [x + 7, y + 20],
      [x + 8, y + 10],
    ]),
    fill: 'white',
    weight: 1.2,
  },
  {
    d: curve([
      [x, y + 2],
      [x - 3, y + 12],
      [x - 1, y + 23],
    ]),
    line: 'quiet',
    weight: 0.7,
  },
  { d: ellipse(x + 10, y + 20, 3.4, 4), fill: 'white', weight: 1 },
  ...fine([x, y + 24], 34, 12, 6),
]

const kinds: Record<string, (at: Point, size: number) => Ink[]> = {
  fibrous,
  taproot,
  rhizome,
  tuberEnd,
  tuberChain,
  ringedTubers,
  bulb,
}
/** What is below ground, from a point at the surface down; about 40 deep. `size` is for fine roots. */
export const below = (kind: string, at: Point, size = 1): Ink[] => (kinds[kind] ?? fibrous)(at, size)
