import {
  closedCurve,
  curve,
  ellipse,
  place,
  polar,
  polyline,
  range,
  type Ink,
  type Point,
  type Tint,
} from './draw.ts'

const tintOf: Record<string, Tint> = {
  white: 'white',
  yellow: 'yellow',
  pink: 'pink',
  blue: 'blue',
  green: 'lime',
}

const petal = (length: number, half: number, fill: Tint, notch = 0): Ink[] => [
  {
    d: closedCurve([
      [0, 0],
      [half, -length * 0.55],
      [half * 0.6, -length],
      [0, -length * (1 - notch)],
      [-half * 0.6, -length],
      [-half, -length * 0.55],
    ]),
    fill,
    weight: 1,
  },
]
const wheel = (n: number, length: number, half: number, fill: Tint, notch = 0): Ink[] =>
  range(n).map((i) => place(petal(length, half, fill, notch), { x: 50, y: 44, turn: (i * 360) / n }))
const stalk = (top: number): Ink => ({ d: polyline([50, 100], [50, top]), weight: 1.3 })

function lipped(fill: Tint): Ink[] {
  const tube: Ink[] = [
    {
      d: closedCurve([
        [40, 78],
        [42, 46],
        [34, 26],
        [50, 12],
        [66, 26],
        [58, 46],
        [60, 78],
      ]),
      fill,
      weight: 1.2,
    },
    {
      d: closedCurve([
        [43, 48],
        [30, 56],
        [36, 68],
        [50, 62],
        [64, 68],
        [70, 56],
        [57, 48],
      ]),
      fill,
      weight: 1.2,
    },
  ]
  return [
    ...tube,
    {
      d: closedCurve([
        [36, 84],
        [40, 74],
        [60, 74],
        [64, 84],
        [50, 92],
      ]),
      fill: 'green',
      weight: 1,
    },
  ]
}

/** A flower on its stalk. */
export function flower(form: string, colour: string): Ink[] {
  const fill = tintOf[colour] ?? 'white'
  const forms: Record<string, () => Ink[]> = {
    daisy: () => [
      stalk(50),
      ...wheel(14, 34, 4, fill),
      { d: ellipse(50, 44, 11), fill: 'yellow', weight: 1 },
    ],
    rays: () => [stalk(50), ...wheel(20, 34, 3.2, fill), ...wheel(12, 21, 3, fill)],
    brush: () => [
      stalk(70),
      ...range(15).map((i): Ink => ({
        d: polyline([50, 56], polar([50, 56], -56 + i * 8, 42)),
        line: fill === 'white' ? 'quiet' : fill,
        weight: 2.2,
      })),
      {
        d: closedCurve([
          [36, 56],
          [34, 74],
          [50, 84],
          [66, 74],
          [64, 56],
        ]),
        fill: 'green',
        weight: 1.2,
      },
      ...range(4).map((i): Ink => ({
        d: curve([
          [38, 60 + i * 6],
          [50, 64 + i * 6],
          [62, 60 + i * 6],
        ]),
        weight: 0.7,
      })),
    ],
    four: () => [
      stalk(50),
      ...wheel(4, 31, 14, fill),
      { d: ellipse(50, 44, 5), fill: 'yellow', weight: 0.9 },
    ],
    five: () => [
      stalk(50),
      ...wheel(5, 32, 11, fill, 0.12),
      { d: ellipse(50, 44, 5), fill: 'yellow', weight: 0.9 },
    ],
    six: () => [stalk(50), ...wheel(6, 36, 7, fill), { d: ellipse(50, 44, 4), fill: 'yellow', weight: 0.9 }],
    pea: () => [
      stalk(60),
      ...range(11).map((i) => place(petal(20, 4.5, fill), { x: 50, y: 52, turn: -100 + i * 20 })),
      ...range(7).map((i) => place(petal(12, 3.5, fill), { x: 50, y: 44, turn: -90 + i * 30 })),
    ],
    lipped: () => lipped(fill),
    spike: () => [
      stalk(14),
      { d: ellipse(50, 40, 8, 30), fill: fill === 'white' ? 'pale' : fill, weight: 1 },
      ...range(9).flatMap((i): Ink[] =>
        [-1, 1].map((s) => ({ d: ellipse(50 + s * 9, 16 + i * 6.5, 1.5), fill: 'white', weight: 0.7 })),
      ),
    ],
    umbel: () => [
      stalk(62),
      ...range(7).flatMap((i): Ink[] => {
        const end = polar([50, 62], -60 + i * 20, 42)
        return [
          { d: polyline([50, 62], end), weight: 0.9 },
          ...range(5).map((k): Ink => ({ d: ellipse(...polar(end, k * 72, 3.6), 2.7), fill, weight: 0.7 })),
        ]
      }),
    ],
    trumpet: () => [
      {
        d: closedCurve([
          [50, 96],
          [44, 66],
          [22, 34],
          [30, 22],
          [50, 17],
          [70, 22],
          [78, 34],
          [56, 66],
        ]),
        fill,
        weight: 1.2,
      },
      { d: ellipse(50, 29, 27, 10), fill, weight: 1.1 },
      { d: ellipse(50, 31, 6, 3), fill: 'yellow', weight: 0.8 },
    ],
    tiny: () => [
      stalk(20),
      ...range(5).flatMap((i): Ink[] => {
        const at: Point = [50 + (i % 2 ? 7 : -7), 78 - i * 13]
        return [
          { d: polyline([50, at[1] + 4], at), weight: 0.9 },
          ...range(4).map((k): Ink => ({ d: ellipse(...polar(at, k * 90 + 45, 2.6), 2), fill, weight: 0.7 })),
        ]
      }),
    ],
  }
  return (forms[form] ?? forms['tiny']!)()
}

/** A fruit. */
export function fruit(kind: string): Ink[] {
  const fruits: Record<string, () => Ink[]> = {
    plain: () =>
      range(5).map((i): Ink => ({
        d: ellipse(34 + (i % 3) * 16, 42 + Math.floor(i / 3) * 20, 5, 7),
        fill: 'straw',
        weight: 1.1,
      })),
    parachutes: () =>
      range(13)
        .flatMap((i): Ink[] => {
          const end = polar([50, 56], -96 + i * 16, 34)
          return [
            { d: polyline([50, 56], end), weight: 0.7 },
            ...[-34, 0, 34].map((a): Ink => ({
              d: polyline(end, polar(end, -96 + i * 16 + a, 8)),
              weight: 0.6,
            })),
          ]
        })
        .concat([
          { d: ellipse(50, 56, 5), fill: 'straw', weight: 1 },
          { d: polyline([50, 61], [50, 100]), weight: 1.3 },
        ]),
    burs: () => [
      ...range(16).map((i): Ink => ({ d: polyline([50, 50], polar([50, 50], i * 22.5, 36)), weight: 1.1 })),
      { d: ellipse(50, 50, 19), fill: 'straw', weight: 1.2 },
    ],
    slenderPod: () => [
      ...[-22, 6, 30].map((turn) =>
        place(
          [
            {
              d: closedCurve([
                [0, 0],
                [3.6, -28],
                [0, -58],
                [-3.6, -28],
              ]),
              fill: 'lime',
              weight: 1.1,
            },
            { d: polyline([0, -4], [0, -52]), line: 'quiet', weight: 0.7 },
          ],
          { x: 50, y: 78, turn },
        ),
      ),
      { d: polyline([50, 100], [50, 78]), weight: 1.3 },
    ],
    capsule: () => [
      { d: polyline([50, 100], [50, 70]), weight: 1.3 },
      { d: ellipse(50, 50, 17, 21), fill: 'straw', weight: 1.3 },
      {
        d: curve([
          [33, 46],
          [50, 40],
          [67, 46],
        ]),
        weight: 0.9,
      },
      { d: polyline([50, 29], [50, 22]), weight: 1.2 },
    ],
    button: () => [
      { d: ellipse(50, 50, 30), fill: 'straw', weight: 1.3 },
      ...range(12).map((i): Ink => ({
        d: polyline(polar([50, 50], i * 30, 8), polar([50, 50], i * 30, 30)),
        weight: 0.8,
      })),
      { d: ellipse(50, 50, 8), fill: 'lime', weight: 1 },
    ],
    underLeaf: () => [
      { d: polyline([8, 40], [92, 40]), weight: 1.4 },
      ...range(5).flatMap((i): Ink[] => [
        { d: ellipse(18 + i * 16, 31, 6, 9), fill: 'green', weight: 1 },
        { d: ellipse(18 + i * 16, 54, 5), fill: 'straw', weight: 1.1 },
        { d: polyline([18 + i * 16, 41], [18 + i * 16, 49]), weight: 0.8 },
      ]),
    ],
  }
  return (fruits[kind] ?? fruits['plain']!)()
}
