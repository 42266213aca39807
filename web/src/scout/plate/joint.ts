import {
  closedCurve,
  curve,
  hairs,
  place,
  polar,
  polyline,
  range,
  type Ink,
  type Point,
  type Tint,
  type States,
} from './draw.ts'
import { leafOn } from './leaf.ts'

const leavesAt = (arrangement: string, i: number): number[] => {
  if (arrangement === 'opposite') return i % 2 ? [-58, 58] : [-66, 66]
  if (arrangement === 'whorl') return [-80, -40, 40, 80]
  return [i % 2 ? 56 : -56]
}

/** A piece of a broadleaf's stem: how leaves sit, their stalks, hairs, what stands at the joints, roots at them. */
export function stemPiece(states: States, tint: Tint): Ink[] {
  const arrangement = states['arrangement'] ?? 'alternate'
  if (arrangement === 'basal') return basal(states, tint)
  const square = states['stemSection'] === 'square'
  const half = square ? 4.5 : 3.4
  const joints: Point[] = [
    [50, 78],
    [50, 50],
    [50, 22],
  ]
  const leaf = leafOn({ ...states, leafHair: '' }, 31, tint)
  const leaves = joints.flatMap(([x, y], i) =>
    leavesAt(arrangement, i).map((turn) =>
      place(leaf, { x: x + Math.sign(turn) * half * 0.8, y, turn, size: 1 - i * 0.14 }),
    ),
  )
  return [
    ...(states['nodeRoot'] === 'yes' ? joints.slice(0, 2).flatMap(([x, y]) => rootsAt(x, y)) : []),
    { d: polyline([50 - half, 100], [50 - half * 0.8, 8]), weight: 1.2 },
    { d: polyline([50 + half, 100], [50 + half * 0.8, 8]), weight: 1.2 },
    ...(square ? [{ d: polyline([51, 100], [51, 8]), line: 'quiet', weight: 0.9 } as Ink] : []),
    ...leaves,
    ...stemHairs(states['stemHair'], half),
    ...joints.flatMap(([x, y]) => jointSheath(states['nodeSheath'], x, y, half, tint)),
  ]
}

const rootsAt = (x: number, y: number): Ink[] =>
  range(5).map((i): Ink => ({
    d: curve([[x, y], polar([x, y], 120 + i * 30, 8), polar([x, y], 128 + i * 26, 17)]),
    line: 'soil',
    weight: 0.9,
  }))

function stemHairs(kind: string | undefined, half: number): Ink[] {
  const ys = range(14).map((i) => 96 - i * 6)
  if (kind === 'hairy')
    return [
      ...hairs(
        ys.map((y): Point => [50 - half, y]),
        -70,
        5.5,
      ),
      ...hairs(
        ys.map((y): Point => [50 + half, y - 3]),
        70,
        5.5,
      ),
    ]
  return kind === 'line'
    ? hairs(
        ys.map((y): Point => [50 + half, y]),
        70,
        6,
      )
    : []
}

function jointSheath(kind: string | undefined, x: number, y: number, half: number, tint: Tint): Ink[] {
  if (kind === 'papery')
    return [
      {
        d: closedCurve([
          [x - half - 1, y + 1],
          [x - half - 2, y - 9],
          [x, y - 7],
          [x + half + 2, y - 10],
          [x + half + 1, y + 1],
        ]),
        fill: 'straw',
        weight: 1,
      },
      { d: polyline([x - half, y - 4], [x + half, y - 4]), line: 'quiet', weight: 0.6 },
    ]
  if (kind !== 'leafy') return []
  const small = leafOn({ leafShape: 'oval', petiole: 'none', veins: 'one' }, 9, tint)
  return [-35, 35].map((turn) => place(small, { x, y, turn }))
}

/** Leaves that all rise from the ground, seen from the side. */
function basal(states: States, tint: Tint): Ink[] {
  const leaf = leafOn({ ...states, leafHair: '' }, 40, tint)
  return [
    { d: polyline([8, 84], [92, 84]), line: 'soil', weight: 1 },
    ...(states['nodeRoot'] === 'yes' ? rootsAt(50, 84) : []),
    ...[-72, 72, -40, 40, -8].map((turn) => place(leaf, { x: 50, y: 84, turn })),
    ...jointSheath(states['nodeSheath'], 50, 84, 4, tint),
  ]
}
