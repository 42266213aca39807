import {
  closedCurve,
  curve,
  hairs,
  polygon,
  polyline,
  range,
  type Ink,
  type Point,
  type Tint,
  type States,
} from './draw.ts'

/** Where a grass leaf leaves the stem: sheath, collar, ligule, auricles, and the base of the leaf with its face and hairs. */
export function grassCorner(states: States, tint: Tint): Ink[] {
  const flat = states['sheathShape'] === 'flat'
  const half = flat ? 15 : 11
  const x = 42
  const baseTint: Tint =
    states['sheathBase'] === 'red' ? 'reddish' : states['sheathBase'] === 'white' ? 'white' : tint
  const sheath: Point[] = [
    [x - half, 98],
    [x - half + 2, 46],
    [x + half - 2, 46],
    [x + half, 98],
  ]
  const low: Point[] = [
    [x - half, 98],
    [x - half + 0.6, 82],
    [x + half - 0.6, 82],
    [x + half, 98],
  ]
  const inks: Ink[] = [
    {
      d: polygon([
        [x - 6, 46],
        [x - 5, 4],
        [x + 5, 4],
        [x + 6, 46],
      ]),
      fill: tint,
      weight: 0.9,
    },
    { d: polygon(sheath), fill: tint, weight: 1.2 },
    { d: polygon(low), fill: baseTint, line: 'none' },
    { d: polyline([x + half - 9, 97], [x + half - 7, 47]), line: 'quiet', weight: 0.8 },
  ]
  if (flat) inks.push({ d: polyline([x - half + 6, 97], [x - half + 8, 47]), line: 'quiet', weight: 0.8 })
  return [
    ...inks,
    ...bladeBase(states, tint, x, half),
    ...ligule(states, x, half),
    ...auricles(states, x, half),
    ...sheathHairs(states, x, half),
  ]
}

function bladeBase(states: States, tint: Tint, x: number, half: number): Ink[] {
  const top: Point[] = [
    [x + half - 3, 46],
    [68, 26],
    [97, 13],
  ]
  const under: Point[] = [
    [97, 21],
    [72, 40],
    [x + half - 1, 56],
  ]
  const broad = states['collar'] === 'broad'
  const face = states['leafFace']
  const mid = (lift: number): Point[] => [
    [x + half - 2, 51 + lift],
    [70, 33 + lift],
    [97, 17 + lift],
  ]
  const lines: Ink[] =
    face === 'midrib'
      ? [
          { d: curve(mid(0)), line: 'pale', weight: 3 },
          { d: curve(mid(0)), weight: 0.7 },
        ]
      : face === 'twinLines'
        ? [-1.2, 1.2].map((d): Ink => ({ d: curve(mid(d)), line: 'pale', weight: 1.2 }))
        : face === 'ridged'
          ? [-5, -2.5, 0, 2.5, 5].map((d): Ink => ({ d: curve(mid(d)), line: 'quiet', weight: 0.7 }))
          : []
  const hair = states['leafHair']
  const along: Point[] = hair === 'soft' ? range(9).map((i) => [62 + i * 4, 30 - i * 1.9]) : []
  const atBase: Point[] =
    hair === 'base' || hair === 'soft'
      ? [
          [56, 40],
          [58, 36],
          [60, 33],
          [63, 30],
        ]
      : []
  return [
    { d: `${curve(top)}L${curve(under).slice(1)}Z`, fill: tint, weight: 1.1 },
    ...lines,
    { d: polyline([x + half - 3, 46], [x + half - 1, 56]), line: 'pale', weight: broad ? 7 : 3 },
    { d: polyline([x + half - 3, 46], [x + half - 1, 56]), weight: 0.8 },
    ...hairs(atBase, -20, 13),
    ...hairs(along, -35, 6),
  ]
}

function ligule(states: States, x: number, half: number): Ink[] {
  const [left, right] = [x - 6, x + half - 3]
  if (states['ligule'] === 'hairs')
    return hairs(
      range(9).map((i): Point => [left + ((right - left) * i) / 8, 46]),
      0,
      9,
    )
  const height = { tall: 18, short: 5, none: 0 }[states['ligule'] ?? 'short'] ?? 5
  if (!height) return [{ d: polyline([left, 46], [right, 46]), weight: 1.2 }]
  const skin: Point[] = [
    [left, 46],
    [left + 1, 46 - height * 0.75],
    [(left + right) / 2, 46 - height],
    [right - 1, 46 - height * 0.7],
    [right, 46],
  ]
  return [{ d: `${curve(skin)}Z`, fill: 'white', weight: 1.3 }]
}

function auricles(states: States, x: number, half: number): Ink[] {
  if (states['auricles'] === 'clasping')
    return [
      {
        d: closedCurve([
          [x + half - 3, 50],
          [x + 2, 47],
          [x - 9, 52],
          [x - 3, 54],
          [x + half - 3, 54],
        ]),
        fill: 'pale',
        weight: 1.1,
      },
      {
        d: closedCurve([
          [x - half + 3, 52],
          [x - 1, 56],
          [x + 9, 60],
          [x + 2, 61],
          [x - half + 2, 57],
        ]),
        fill: 'pale',
        weight: 1.1,
      },
    ]
  if (states['auricles'] === 'stubby')
    return [
      {
        d: closedCurve([
          [x + half - 3, 50],
          [x + half - 8, 47],
          [x + half - 9, 52],
          [x + half - 3, 55],
        ]),
        fill: 'pale',
        weight: 1.1,
      },
    ]
  return []
}

function sheathHairs(states: States, x: number, half: number): Ink[] {
  const level = states['sheathHair']
  if (level === 'some')
    return hairs(
      range(4).map((i): Point => [x + half - 1, 54 + i * 9]),
      70,
      8,
    )
  if (level !== 'dense') return []
  const rows = range(6)
  return [
    ...hairs(
      rows.map((i): Point => [x - half + 1, 52 + i * 7]),
      -70,
      9,
    ),
    ...hairs(
      rows.map((i): Point => [x + half - 1, 54 + i * 7]),
      70,
      9,
    ),
    ...hairs(
      rows.map((i): Point => [x - 3, 55 + i * 7]),
      -50,
      6,
    ),
  ]
}

/** The young shoot cut across: leaves folded or rolled in the bud, the sheath flat or round. */
export function budSection(states: States, tint: Tint): Ink[] {
  const folded = states['vernation'] === 'folded'
  const flat = states['sheathShape'] === 'flat'
  const [rx, ry] = flat ? [40, 22] : [32, 32]
  const rim: Ink = {
    d: closedCurve(
      range(16).map((i): Point => [
        50 + rx * Math.cos((i * Math.PI) / 8),
        50 + ry * Math.sin((i * Math.PI) / 8),
      ]),
    ),
    fill: tint,
    weight: 1.6,
  }
  if (folded) {
    const fold = (s: number): Point[] => [
      [50 + rx * 0.72 * s, 50 - ry * 0.3 * s],
      [50 - rx * 0.62 * s, 50 - 1.2 * s],
      [50 - rx * 0.62 * s, 50 + 1.2 * s],
      [50 + rx * 0.72 * s, 50 + ry * 0.3 * s],
    ]
    return [
      rim,
      { d: polyline(...fold(1)), line: 'paper', weight: 6 },
      { d: polyline(...fold(1)), weight: 2 },
      { d: polyline(...fold(0.5)), weight: 1.6 },
    ]
  }
  const spiral = range(34).map((i): Point => {
    const a = i * 0.42
    const r = 1 - i / 38
    return [50 + rx * 0.78 * r * Math.cos(a), 50 + ry * 0.78 * r * Math.sin(a)]
  })
  return [rim, { d: curve(spiral), weight: 2 }]
}
