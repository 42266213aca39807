import {
  closedCurve,
  curve,
  ellipse,
  place,
  polar,
  polygon,
  polyline,
  range,
  type Ink,
  type Point,
  type Tint,
  type States,
} from './draw.ts'

/** Half-width over length along the axis, base (0) to tip (1). */
const profiles: Record<string, (t: number) => number> = {
  round: (t) => 0.5 * Math.sqrt(Math.max(0, 1 - (2 * t - 1) ** 2)) ** 0.9,
  heart: (t) => 0.46 * Math.sin(Math.PI * Math.min(1, (t + 0.12) / 1.12) ** 0.62) ** 0.85,
  oval: (t) => 0.3 * Math.sin(Math.PI * t ** 0.92) ** 0.8,
  lance: (t) => 0.14 * Math.sin(Math.PI * t ** 0.75) ** 0.8,
  spoon: (t) => 0.28 * Math.max(0, Math.sin(Math.PI * t ** 2.1)) ** 0.85 + 0.035 * (1 - t),
  needle: (t) => 0.03 * Math.sin(Math.PI * Math.min(1, t + 0.15)) ** 0.4,
}

/** Teeth, scallops, lobes: a factor on the half-width. */
function marginFactor(margin: string, t: number): number {
  if (margin === 'scalloped') return 0.9 + 0.14 * Math.abs(Math.sin(t * Math.PI * 6))
  if (margin === 'toothed') return 0.88 + 0.2 * ((t * 8) % 1)
  if (margin === 'lobed') return 0.55 + 0.75 * Math.abs(Math.sin(t * Math.PI * 3.5 + 0.5))
  if (margin === 'spiny') return 0.5 + 0.8 * ((t * 5) % 1)
  return 1
}

interface Outline {
  shape: string
  margin: string
  length: number
  /** Notched at the tip, as the leaflets of clovers and sorrels are. */
  notched?: boolean
}

/** Both edges of a leaf that stands on the origin and points up. */
function leafEdges({ shape, margin, length, notched }: Outline): Point[] {
  // A small leaf needs no more points than can be seen.
  const small = length < 40
  const steps = margin === 'smooth' ? (small ? 9 : 18) : small ? 28 : 56
  const half = profiles[shape] ?? profiles['oval']!
  const along = notched ? (t: number) => half(1 - t) : half
  const notchAt = (t: number, w: number): number => {
    const sunk = notched
      ? 0.16 * Math.max(0, 1 - w / 0.2) * t
      : shape === 'heart' || shape === 'round'
        ? -0.14 * Math.max(0, 1 - w / 0.3) * (1 - t) ** 4
        : 0
    return t - sunk
  }
  // Lobes and spines belong to long leaves too narrow to show them: they are drawn wider.
  const broad = margin === 'lobed' || margin === 'spiny' ? (shape === 'lance' ? 1.7 : 1) : 1
  const side = range(steps + 1).map((i): Point => {
    const t = i / steps
    const w = along(t) * broad
    return [w * marginFactor(margin, t) * length, -notchAt(t, w) * length]
  })
  return [...side, ...side.toReversed().map(([x, y]): Point => [-x, y])]
}

function veinsOf(shape: string, veins: string, length: number): Ink[] {
  const w = (profiles[shape] ?? profiles['oval']!)(0.5)
  const quiet = { line: 'quiet', weight: 0.6 } as const
  if (veins === 'ribs')
    return [-0.66, -0.33, 0, 0.33, 0.66].map((f) => ({
      d: curve([
        [0, 0],
        [f * w * length * 0.9, -length * 0.35],
        [f * w * length * 0.9, -length * 0.65],
        [0, -length * 0.97],
      ]),
      ...quiet,
    }))
  if (veins === 'palm')
    return [-58, -30, 0, 30, 58].map((a) => ({
      d: polyline([0, 0], polar([0, 0], a, length * (0.72 - Math.abs(a) / 200))),
      ...quiet,
    }))
  if (shape === 'needle') return []
  const sides = [0.25, 0.42, 0.59, 0.75].flatMap((t) =>
    [-1, 1].map((s) => ({
      d: polyline([0, -t * length], [s * w * 0.72 * length, -(t + 0.13) * length]),
      ...quiet,
    })),
  )
  return [{ d: polyline([0, 0], [0, -length * 0.96]), ...quiet }, ...sides]
}

function marksOf(mark: string | undefined, length: number): Ink[] {
  if (mark === 'spot')
    return [{ d: ellipse(0, -length * 0.48, length * 0.07, length * 0.12), fill: 'mark', line: 'none' }]
  if (mark !== 'chevron') return []
  const v = (up: number): Point[] => [
    [-length * 0.24, -length * (0.42 + up)],
    [0, -length * (0.62 + up)],
    [length * 0.24, -length * (0.42 + up)],
  ]
  return [{ d: polyline(...v(0)), line: 'pale', weight: 3 }]
}

/** One undivided leaf or leaflet on the origin, pointing up. */
function single(states: States, length: number, fill: Tint, notched = false): Ink[] {
  const shape = states['leafShape'] ?? 'oval'
  const margin = states['leafMargin'] ?? 'smooth'
  const edges = leafEdges({ shape, margin, length, notched })
  const sharp = margin === 'toothed' || margin === 'spiny'
  const thick = states['leafThickness'] === 'fleshy'
  const hair = states['leafHair'] ?? 'none'
  const apart = Math.ceil(edges.length / (hair === 'woolly' ? 40 : 22))
  const fuzz: Ink[] =
    hair === 'soft' || hair === 'woolly' || hair === 'stinging'
      ? edges
          .filter((_, i) => i % apart === 1 % apart)
          .map(([x, y]) => ({
            d: polyline(
              [x, y],
              polar([x, y], x >= 0 ? 62 : -62, length * (hair === 'stinging' ? 0.09 : 0.055)),
            ),
            weight: hair === 'stinging' ? 1 : 0.6,
          }))
      : []
  const spines: Ink[] =
    margin === 'spiny'
      ? edges
          .filter((_, i) => i % 13 === 12)
          .map(([x, y]) => ({
            d: polyline([x, y], polar([x, y], x >= 0 ? 60 : -60, length * 0.09)),
            weight: 1,
          }))
      : []
  return [
    ...(hair === 'woolly' ? [{ d: closedCurve(edges), line: 'pale', weight: 5 } as Ink] : []),
    { d: sharp ? polygon(edges) : closedCurve(edges), fill, weight: thick ? 2 : 1 },
    ...veinsOf(shape, states['veins'] ?? 'one', length),
    ...marksOf(states['leafMark'], length),
    ...fuzz,
    ...spines,
  ]
}

function three(states: States, length: number, fill: Tint): Ink[] {
  const notched = states['leafShape'] === 'heart'
  const leaflet = single({ ...states, veins: 'one' }, length * 0.46, fill, notched)
  const lift = states['midLeaflet'] === 'stalked' ? length * 0.24 : 0
  const foot = -length * (states['petiole'] === 'long' ? 0.46 : 0.24)
  return [
    { d: polyline([0, 0], [0, foot - lift]), weight: 1.2 },
    place(leaflet, { y: foot, turn: -80 }),
    place(leaflet, { y: foot, turn: 80 }),
    place(leaflet, { y: foot - lift }),
  ]
}

function feather(states: States, length: number, fill: Tint): Ink[] {
  const leaflet = single({ ...states, veins: 'one', leafHair: 'none' }, length * 0.24, fill)
  const pairs = range(4).flatMap((i) =>
    [-72, 72].map((turn) => place(leaflet, { y: -length * (0.22 + 0.15 * i), turn, size: 0.8 + 0.06 * i })),
  )
  return [
    { d: polyline([0, 0], [0, -length * 0.76]), weight: 1 },
    ...pairs,
    place(leaflet, { y: -length * 0.74, size: 1.15 }),
  ]
}

function fern(states: States, length: number, fill: Tint): Ink[] {
  const hairy = states['leafHair'] === 'soft' || states['leafHair'] === 'woolly'
  const green: Tint = fill === 'green' || fill === 'lime' ? 'dark' : fill
  const small = length < 34
  const [count, twigs] = small ? [4, 2] : [6, 5]
  const frond = (size: number): Ink[] =>
    range(twigs).flatMap((i) => {
      const y = -size * (0.25 + (0.65 * i) / twigs)
      const reach = size * 0.22 * (1 - i / (twigs + 2))
      return [-1, 1].map((s) => ({
        d: polyline([0, y], [s * reach, y - reach * 0.8]),
        line: green,
        weight: 0.9,
      }))
    })
  const branches = range(count).flatMap((i) => {
    const y = -length * (0.18 + (0.76 * i) / count)
    const size = length * 0.42 * (1 - i / (count + 2))
    return [-62, 62].map((turn) =>
      place([{ d: polyline([0, 0], [0, -size]), line: green, weight: 1 }, ...frond(size)], { y, turn }),
    )
  })
  const down: Ink[] = hairy && !small ? [{ d: polyline([0, 0], [0, -length]), line: 'pale', weight: 4 }] : []
  return [...down, ...branches, { d: polyline([0, 0], [0, -length]), weight: 1.1 }]
}

/** A leaf on the origin pointing up, with its stalk below; as a plant's states say. */
export function leafOn(states: States, length: number, fill: Tint): Ink[] {
  const type = states['leafType'] ?? 'simple'
  const stalk = { none: 0, short: 0.18, long: 0.6, umbrella: 0 }[states['petiole'] ?? 'short'] ?? 0.18
  const foot = length * stalk
  const stalkInk: Ink[] = stalk && type !== 'three' ? [{ d: polyline([0, 0], [0, -foot]), weight: 1.2 }] : []
  if (states['petiole'] === 'umbrella')
    return [
      place(single({ ...states, veins: '' }, length, fill), { y: length * 0.1 }),
      ...range(9).map((i): Ink => ({
        d: polyline([0, -length * 0.4], polar([0, -length * 0.4], i * 40, length * 0.36)),
        line: 'quiet',
        weight: 0.6,
      })),
      { d: ellipse(0, -length * 0.4, length * 0.045), fill: 'paper' },
      {
        d: curve([
          [0, -length * 0.4],
          [length * 0.05, length * 0.1],
          [length * 0.02, length * 0.55],
        ]),
        weight: 1.4,
      },
    ]
  const size = stalk > 0.4 ? length * 0.72 : length
  const body =
    type === 'three'
      ? three(states, length, fill)
      : type === 'feather'
        ? feather(states, size * 1.1, fill)
        : type === 'fern'
          ? fern(states, size, fill)
          : single(states, size, fill)
  return [...stalkInk, place(body, { y: type === 'three' ? 0 : -foot })]
}
