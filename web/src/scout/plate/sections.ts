import {
  closedCurve,
  curve,
  ellipse,
  polygon,
  polyline,
  range,
  type Ink,
  type Point,
  type Tint,
  type States,
} from './draw.ts'
import { blade } from './blade.ts'

/** A stem cut across, as it feels when it is rolled. */
export function stemSection(shape: string, tint: Tint): Ink[] {
  const corners: Record<string, Point[]> = {
    threeEdged: [
      [50, 12],
      [88, 78],
      [12, 78],
    ],
    square: [
      [18, 18],
      [82, 18],
      [82, 82],
      [18, 82],
    ],
  }
  const found = corners[shape]
  const rim: Ink = found
    ? { d: polygon(found), fill: tint, weight: 1.8 }
    : { d: shape === 'flat' ? ellipse(50, 50, 42, 20) : ellipse(50, 50, 34), fill: tint, weight: 1.8 }
  const inner: Ink = found
    ? {
        d: polygon(found.map(([x, y]): Point => [50 + (x - 50) * 0.55, 54 + (y - 54) * 0.55])),
        line: 'quiet',
        weight: 0.8,
      }
    : { d: shape === 'flat' ? ellipse(50, 50, 24, 9) : ellipse(50, 50, 19), line: 'quiet', weight: 0.8 }
  return [rim, inner]
}

/** The end of a grass leaf: its tip, and what runs along its face. */
export function leafTip(states: States, tint: Tint): Ink[] {
  const half = { hair: 2.5, narrow: 6.5, medium: 13, wide: 22 }[states['leafWidth'] ?? 'medium'] ?? 14
  const tip = states['leafTip'] ?? 'point'
  const body = blade([50, 99], 0, { length: tip === 'point' ? 92 : 84, half, bend: 0, tip }, tint).slice(0, 1)
  const face = states['leafFace']
  const top = tip === 'point' ? 24 : 24
  const run = (dx: number): Point[] => [
    [50 + dx, 98],
    [50 + dx * 0.8, 55],
    [50 + dx * 0.4, top],
  ]
  const lines: Ink[] =
    face === 'twinLines'
      ? [-1.7, 1.7].map((dx): Ink => ({ d: curve(run(dx)), line: 'pale', weight: 1.8 }))
      : face === 'midrib'
        ? [
            { d: curve(run(0)), line: 'pale', weight: 4 },
            { d: curve(run(0)), weight: 0.9 },
          ]
        : face === 'ridged'
          ? [-0.65, -0.33, 0, 0.33, 0.65].map((f): Ink => ({
              d: curve(run(f * half)),
              line: 'quiet',
              weight: 0.9,
            }))
          : []
  const prow: Ink[] =
    tip === 'boat'
      ? [
          { d: polyline([50, 15], [50, 32]), weight: 1.6 },
          {
            d: curve([
              [50 - half * 0.8, 27],
              [50, 20],
              [50 + half * 0.8, 27],
            ]),
            line: 'quiet',
            weight: 0.9,
          },
        ]
      : []
  const gloss: Ink[] =
    states['leafBack'] === 'glossy'
      ? [{ d: polyline([50 - half * 0.55, 90], [50 - half * 0.5, 52]), line: 'white', weight: 3.2 }]
      : []
  const hair = states['leafHair']
  const fuzz: Ink[] =
    hair === 'soft'
      ? range(8).flatMap((i): Ink[] =>
          [-1, 1].map((s) => ({
            d: polyline([50 + s * half * 0.9, 92 - i * 8], [50 + s * (half * 0.9 + 7), 88 - i * 8]),
            weight: 0.7,
          })),
        )
      : []
  return [...body, ...lines, ...prow, ...gloss, ...edgeOf(states['leafEdge'], half), ...fuzz]
}

function edgeOf(edge: string | undefined, half: number): Ink[] {
  if (edge === 'rough')
    return range(11).flatMap((i): Ink[] =>
      [-1, 1].map((s) => ({
        d: polyline([50 + s * half * 0.98, 94 - i * 5.5], [50 + s * (half + 3), 91 - i * 5.5]),
        weight: 0.9,
      })),
    )
  if (edge !== 'crinkled') return []
  return range(4).map((i): Ink => ({
    d: curve([
      [50 - half * 0.85, 70 - i * 5],
      [50 - half * 0.3, 67 - i * 5],
      [50 + half * 0.3, 71 - i * 5],
      [50 + half * 0.85, 68 - i * 5],
    ]),
    weight: 0.9,
  }))
}

/** A bulb plant's leaf cut across. */
export function bulbLeafSection(kind: string, tint: Tint): Ink[] {
  if (kind === 'hollow')
    return [
      { d: ellipse(50, 50, 33), fill: tint, weight: 1.6 },
      { d: ellipse(50, 50, 23), fill: 'paper', weight: 1.2 },
    ]
  if (kind === 'flat')
    return [
      {
        d: closedCurve([
          [8, 50],
          [30, 41],
          [70, 41],
          [92, 50],
          [70, 57],
          [30, 57],
        ]),
        fill: tint,
        weight: 1.6,
      },
    ]
  return [
    {
      d: closedCurve([
        [10, 34],
        [28, 54],
        [50, 62],
        [72, 54],
        [90, 34],
        [80, 60],
        [50, 78],
        [20, 60],
      ]),
      fill: tint,
      weight: 1.6,
    },
    {
      d: closedCurve([
        [40, 62],
        [50, 60],
        [60, 62],
        [50, 72],
      ]),
      fill: 'white',
      weight: 0.9,
    },
  ]
}

/** A tiny scale of a sedge's head from its side: its keel toothed or smooth. */
export function scaleKeel(kind: string): Ink[] {
  const keel: Point[] = range(9).map((i) => [72 + 8 * Math.sin((i / 8) * Math.PI), 88 - i * 9.5])
  const teeth: Ink[] =
    kind === 'toothed'
      ? keel.slice(1, 8).map(([x, y]): Ink => ({ d: polyline([x, y], [x + 8, y - 6]), weight: 1.4 }))
      : []
  return [
    { d: `${curve(keel)}L30 40L34 86Z`, fill: 'pale', weight: 1.4 },
    { d: curve(keel), line: 'dark', weight: 3 },
    ...teeth,
  ]
}
