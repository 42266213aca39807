import {
  curve,
  place,
  polyline,
  range,
  uneven,
  type Ink,
  type Point,
  type Tint,
  type States,
} from './draw.ts'
import { groundAt, headAt, headOf, heightOf } from './headOn.ts'
import { leafOn } from './leaf.ts'

function stems(states: States, tint: Tint): { lines: Point[][]; leaf: Ink[] } {
  const fine = states['leafType'] === 'fern' || states['leafType'] === 'feather'
  const leaf = leafOn({ ...states, leafHair: '', veins: '' }, fine ? 19 : 15, tint)
  const habit = states['habit']
  const h = heightOf(states)
  const lines: Point[][] =
    habit === 'mat'
      ? [
          [
            [50, groundAt - 2],
            [30, groundAt - 7],
            [6, groundAt - 3],
          ],
          [
            [50, groundAt - 2],
            [72, groundAt - 8],
            [95, groundAt - 3],
          ],
          [
            [50, groundAt - 2],
            [44, groundAt - 14],
            [32, groundAt - 19],
          ],
          [
            [50, groundAt - 2],
            [58, groundAt - 14],
            [70, groundAt - 20],
          ],
        ]
      : habit === 'vine'
        ? [
            [
              [50, groundAt],
              [34, groundAt - 16],
              [52, groundAt - 28],
              [38, groundAt - 40],
              [58, groundAt - 54],
            ],
            [
              [50, groundAt],
              [70, groundAt - 8],
              [94, groundAt - 12],
            ],
          ]
        : [
            [
              [50, groundAt],
              [49, groundAt - h * 0.5],
              [51, groundAt - h],
            ],
            [
              [50, groundAt - h * 0.15],
              [36, groundAt - h * 0.45],
              [30, groundAt - h * 0.75],
            ],
            [
              [50, groundAt - h * 0.15],
              [64, groundAt - h * 0.45],
              [71, groundAt - h * 0.8],
            ],
          ]
  return { lines, leaf }
}

const between = (points: Point[], f: number): Point => {
  const at = f * (points.length - 1)
  const i = Math.min(points.length - 2, Math.floor(at))
  const [a, b] = [points[i]!, points[i + 1]!]
  return [a[0] + (b[0] - a[0]) * (at - i), a[1] + (b[1] - a[1]) * (at - i)]
}

function leafyStem(states: States, line: Point[], leaf: Ink[]): Ink[] {
  const arrangement = states['arrangement'] ?? 'alternate'
  const n = line.length > 3 ? 7 : 4
  const leaves = range(n).flatMap((i): Ink[] => {
    const f = (i + 0.8) / n
    const [x, y] = between(line, f)
    const [px, py] = between(line, Math.max(0, f - 0.08))
    const along = (Math.atan2(x - px, py - y) * 180) / Math.PI
    const turns =
      arrangement === 'opposite'
        ? [-60, 60]
        : arrangement === 'whorl'
          ? [-90, -40, 40, 90]
          : [i % 2 ? 58 : -58]
    return turns.map((turn) => place(leaf, { x, y, turn: along + turn, size: 1 - 0.35 * f }))
  })
  return [{ d: curve(line), weight: 1.4 }, ...leaves]
}

function rosette(states: States, tint: Tint): Ink[] {
  const fine = states['leafType'] === 'fern' || states['leafType'] === 'feather'
  const leaf = leafOn(
    { ...states, leafHair: '', veins: states['veins'] === 'ribs' ? 'ribs' : '' },
    fine ? 32 : 29,
    tint,
  )
  const flat = states['stature'] === 'flat'
  const turns = flat ? [-88, 88, -66, 66, -40, 40, -12, 14] : [-72, 72, -48, 48, -24, 24, 2]
  return turns.map((turn) => place(leaf, { x: 50, y: groundAt, turn, size: 1 + 0.12 * uneven(turn) }))
}

/** A broadleaf on its ground: stems with leaves, or a rosette. */
export function leafyPlant(states: States, tint: Tint): Ink[] {
  const head = headOf(states, 'broadleaf')
  const basal = states['arrangement'] === 'basal'
  const spikeHeads = (spots: Point[], size: number) => spots.map(([x, y]) => headAt(head, { x, y, size }))
  const h = heightOf(states)
  if (basal)
    return [
      ...(head.length
        ? [
            ...spikeHeads(
              [
                [44, groundAt - 18],
                [60, groundAt - 12],
              ],
              0.36,
            ),
            { d: polyline([44, groundAt], [44, groundAt - 18]), weight: 1.3 } as Ink,
            { d: polyline([54, groundAt], [60, groundAt - 12]), weight: 1.3 } as Ink,
          ]
        : []),
      ...(states['nodeRoot'] === 'yes'
        ? [
            {
              d: curve([
                [50, groundAt],
                [74, groundAt - 6],
                [96, groundAt - 1],
              ]),
              weight: 1.5,
            } as Ink,
          ]
        : []),
      ...rosette(states, tint),
    ]
  const { lines, leaf } = stems(states, tint)
  const tops: Point[] =
    states['habit'] === 'mat'
      ? [
          [36, groundAt - 12],
          [66, groundAt - 14],
        ]
      : [
          [51, groundAt - h],
          [32, groundAt - h * 0.75],
        ]
  return [
    ...(head.length ? spikeHeads(tops, 0.27) : []),
    ...lines.flatMap((line) => leafyStem(states, line, leaf)),
  ]
}
