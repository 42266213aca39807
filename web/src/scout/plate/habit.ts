import { blade, bladeHalf } from './blade.ts'
import {
  curve,
  polar,
  polyline,
  range,
  uneven,
  type Ink,
  type Point,
  type Tint,
  type States,
} from './draw.ts'
import { flower } from './flowers.ts'
import { below } from './ground.ts'
import { groundAt, headAt, headOf, heightOf } from './headOn.ts'
import { leafyPlant } from './leafyPlant.ts'

const ground: Ink = { d: polyline([2, groundAt], [98, groundAt]), line: 'soil', weight: 1.2 }

function grassBlades(
  states: States,
  tint: Tint,
  at: Point,
  n: number,
  spread: number,
  length: number,
): Ink[] {
  const half = bladeHalf[states['leafWidth'] ?? 'narrow'] ?? 1.2
  const tip = states['leafTip'] ?? 'point'
  const order = range(n).toSorted((a, b) => Math.abs(b - (n - 1) / 2) - Math.abs(a - (n - 1) / 2))
  return order.flatMap((i) => {
    const lean = n === 1 ? 6 : -spread + (2 * spread * i) / (n - 1)
    return blade(
      at,
      lean * 0.7,
      { length: length * (0.86 + 0.24 * uneven(i + n)), half, bend: lean * 0.75, tip },
      tint,
    )
  })
}

/** Grass-like plants: clumps, mats, patches, flattened rosettes. */
function grassy(states: States, group: string, tint: Tint): Ink[] {
  const height = heightOf(states)
  const head = headOf(states, group)
  const heads = (spots: number[], size: number) =>
    spots.map((x) => headAt(head, { x, y: groundAt - height * 0.3, size }))
  const habit = states['habit'] ?? 'clump'
  if (habit === 'mat') {
    const runner: Point[] = [
      [6, groundAt - 1],
      [30, groundAt - 4],
      [55, groundAt - 1],
      [94, groundAt - 3],
    ]
    return [
      { d: curve(runner), weight: 2.2 },
      ...heads([30, 68], 0.42),
      ...[10, 26, 42, 58, 74, 90].flatMap((x, i) =>
        grassBlades(states, tint, [x, groundAt - 1], 4, 62, height * (0.62 + 0.1 * uneven(i))),
      ),
    ]
  }
  if (habit === 'patch')
    return [
      ...heads([50], 0.46),
      ...[14, 38, 62, 86].flatMap((x) => grassBlades(states, tint, [x, groundAt], 4, 30, height)),
    ]
  if (habit === 'rosette')
    return [...heads([46, 58], 0.44), ...grassBlades(states, tint, [50, groundAt], 12, 104, height * 1.05)]
  return [
    ...heads([40, 60], 0.46),
    ...grassBlades(
      states,
      tint,
      [50, groundAt],
      habit === 'upright' ? 7 : 13,
      states['stature'] === 'flat' ? 92 : 58,
      height,
    ),
  ]
}

function bulbous(states: States, tint: Tint): Ink[] {
  const head = flower(states['flowerForm'] ?? 'six', states['flowerColour'] ?? 'white')
  return [
    headAt(head, { x: 52, y: groundAt - 34, size: 0.34 }),
    { d: polyline([51, groundAt], [52, groundAt - 34]), weight: 1.5 },
    ...grassBlades({ ...states, leafTip: 'point' }, tint, [50, groundAt], 8, 46, heightOf(states)),
  ]
}

function mossy(states: States): Ink[] {
  if (states['mossForm'] === 'slime')
    return range(5).map((i): Ink => ({
      d: `${curve([
        [6 + i * 18, groundAt],
        [12 + i * 18, groundAt - 5 - (i % 2) * 3],
        [22 + i * 18, groundAt],
      ])}Z`,
      fill: 'dark',
      weight: 1,
    }))
  return range(17).flatMap((i): Ink[] => {
    const x = 8 + i * 5.3
    const height = 12 + 5 * uneven(i)
    return [
      { d: polyline([x, groundAt], [x, groundAt - height]), weight: 0.9 },
      ...range(4).flatMap((k): Ink[] =>
        [-1, 1].map((s) => ({
          d: polyline([x, groundAt - 2 - k * 3], polar([x, groundAt - 2 - k * 3], s * 42, 5)),
          line: 'green',
          weight: 2,
        })),
      ),
    ]
  })
}

/** What lies about the foot of a grass: runners below, runners above that strike root, stems that root. */
function footOf(states: States): Ink[] {
  const { runners = 'none', nodeRoot } = states
  const under = runners === 'below' || runners === 'both' ? 'rhizome' : states['underground']
  const over = runners === 'above' || runners === 'both'
  const arches: Ink[] = over
    ? [18, 82].map((x) => ({
        d: curve([
          [50, groundAt - 1],
          [(50 + x) / 2, groundAt - 9],
          [x, groundAt - 1],
        ]),
        weight: 2,
      }))
    : []
  const struck = nodeRoot === 'yes' ? [18, 82].flatMap((x) => below('fibrous', [x, groundAt], 0.45)) : []
  return [...(under ? below(under, [50, groundAt]) : []), ...struck, ...arches]
}

/** The whole plant on its ground, with what is below it. */
export function wholePlant(states: States, group: string, tint: Tint): Ink[] {
  const body =
    group === 'broadleaf'
      ? leafyPlant(states, tint)
      : group === 'bulb'
        ? bulbous(states, tint)
        : group === 'moss'
          ? mossy(states)
          : grassy(states, group, tint)
  return [ground, ...(group === 'moss' ? [] : footOf(states)), ...body]
}
