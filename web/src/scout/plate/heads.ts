import {
  curve,
  ellipse,
  place,
  polar,
  polyline,
  range,
  uneven,
  type Ink,
  type Point,
  type States,
} from './draw.ts'

const grain = (at: Point, turn: number, size = 1): Ink =>
  place([{ d: ellipse(0, -3.4, 1.7, 3.4), fill: 'straw', weight: 0.7 }], { x: at[0], y: at[1], turn, size })
const awn = (at: Point, turn: number, length: number): Ink => ({
  d: polyline(at, polar(at, turn, length)),
  weight: 0.6,
})

/** A finger seen from afar, in a drawing of the whole plant. */
const plainFinger = (length: number, stout: number): Ink[] => [
  { d: ellipse(0, -length / 2, 2.6 * stout, length / 2), fill: 'straw', weight: 0.9 },
]

/** A finger: grains in two rows along one side of an axis from the origin, pointing up. */
function finger(length: number, { silky = false, stout = 1, awned = false } = {}): Ink[] {
  const count = Math.round(length / 4.2)
  return [
    { d: polyline([0, 0], [0, -length]), weight: 1 },
    ...range(count).flatMap((i): Ink[] => {
      const y = -4 - i * 4.2
      return [
        grain([0.6, y], 28, stout),
        grain([-0.6, y - 2], -28, stout),
        ...(silky ? [awn([3, y - 3], 70, 4.5), awn([-3, y - 4], -70, 4.5)] : []),
        ...(awned && i % 2 ? [awn([2, y - 5], 20, 10)] : []),
      ]
    }),
  ]
}

const panicle = (awned: boolean): Ink[] =>
  range(6).flatMap((i): Ink[] => {
    const y = 74 - i * 11
    const reach = 31 - i * 4
    return [-1, 1].flatMap((s): Ink[] => {
      const tip: Point = [50 + s * reach, y - 13]
      return [
        { d: curve([[50, y], [50 + s * reach * 0.5, y - 9], tip]), weight: 0.8 },
        ...[0.45, 0.72, 1].flatMap((f): Ink[] => {
          const at: Point = [50 + s * reach * f, y - 13 * f - 1]
          return [grain(at, s * 40, 0.9), ...(awned ? [awn([at[0] + s * 2, at[1] - 5], s * 25, 10)] : [])]
        }),
      ]
    })
  })

const brush = (): Ink[] => [
  { d: ellipse(50, 42, 8.5, 32), fill: 'straw', weight: 1 },
  ...range(18).flatMap((i): Ink[] => {
    const y = 12 + i * 3.5
    const half = 8.5 * Math.sqrt(Math.max(0.05, 1 - ((y - 42) / 32) ** 2))
    return [awn([50 - half, y], -52 + 10 * uneven(i), 12), awn([50 + half, y], 52 + 10 * uneven(i + 3), 12)]
  }),
]

const burs = (): Ink[] =>
  range(5).flatMap((i): Ink[] => {
    const at: Point = [50 + (i % 2 ? 8 : -8), 74 - i * 13]
    return [
      ...range(12).map((k) => awn(at, k * 30 + 8, 10.5)),
      { d: ellipse(at[0], at[1], 5), fill: 'straw', weight: 1 } as Ink,
    ]
  })

const flags = (): Ink[] =>
  range(3).flatMap((i): Ink[] => {
    const y = 62 - i * 17
    const turn = i % 2 ? -58 : 58
    return [place(finger(20), { x: 50, y, turn })]
  })

const flatSpike = (awned: boolean): Ink[] =>
  range(9).flatMap((i): Ink[] => {
    const s = i % 2 ? 1 : -1
    const at: Point = [50 + s * 1.5, 82 - i * 8]
    return [
      place([{ d: ellipse(0, -6, 3, 7), fill: 'straw', weight: 0.9 }], { x: at[0], y: at[1], turn: s * 22 }),
      ...(awned ? [awn([at[0] + s * 4, at[1] - 11], s * 14, 11)] : []),
    ]
  })

/** Bristles under a grain, spines, long awns: one grain close up, for the question about bristles. */
export function grainCloseUp(awns: string): Ink[] {
  const body: Ink = { d: ellipse(50, 60, 13, 26), fill: 'straw', weight: 1.5 }
  if (awns === 'awned') return [body, { d: polyline([50, 34], [56, 2]), weight: 1.6 }]
  if (awns === 'bristles')
    return [
      ...range(7).map((i): Ink => ({ d: polyline([50, 88], polar([50, 88], -48 + i * 16, 74)), weight: 1 })),
      body,
    ]
  if (awns === 'spines')
    return [
      ...range(14).map((i): Ink => ({ d: polyline([50, 58], polar([50, 58], i * 26, 42)), weight: 2 })),
      { d: ellipse(50, 58, 20), fill: 'straw', weight: 1.5 },
    ]
  return [body, { d: polyline([50, 40], [50, 80]), line: 'quiet', weight: 0.8 }]
}

/** The head of a grass on the upper end of its stalk; `afar`, its fingers without their grains. */
export function grassHead(states: States, afar = false): Ink[] {
  const kind = states['seedHead'] ?? 'panicle'
  const awned = states['awns'] === 'awned'
  const silky = states['headHair'] === 'silky'
  const stalk: Ink = { d: polyline([50, 100], [50, kind === 'hidden' ? 70 : 12]), weight: 1.3 }
  const short: Ink = { d: polyline([50, 100], [50, 66]), weight: 1.3 }
  const stout = kind === 'fingersAlong' ? 1.15 : 1
  const fingerOf = (length: number) =>
    afar ? plainFinger(length, stout) : finger(length, { silky, awned, stout })
  const fan = (turns: number[], at: Point, length: number): Ink[] =>
    turns.map((turn) => place(fingerOf(length), { x: at[0], y: at[1], turn }))
  const heads: Record<string, () => Ink[]> = {
    panicle: () => [stalk, ...panicle(awned)],
    brush: () => [stalk, ...brush()],
    fingersTop: () => [short, ...fan([-58, -28, 0, 30, 60], [50, 66], 52)],
    fingersAlong: () => [
      { d: polyline([50, 100], [50, 14]), weight: 1.3 },
      ...range(5).map((i) =>
        place(fingerOf(34 - i * 2.5), {
          x: 50,
          y: 78 - i * 15,
          turn: i % 2 ? -56 : 56,
        }),
      ),
    ],
    vee: () => [short, ...fan([-34, 34], [50, 66], 60)],
    oneFinger: () => [short, ...fan([4], [50, 78], 66)],
    flatSpike: () => [stalk, ...flatSpike(awned)],
    burs: () => [stalk, ...burs()],
    flags: () => [stalk, ...flags()],
    hidden: () => [
      { d: ellipse(50, 78, 9, 18), fill: 'green', weight: 1.2 },
      ...range(6).map((i): Ink => ({
        d: polyline([46 + i * 1.6, 62], polar([46 + i * 1.6, 62], -30 + i * 12, 34)),
        line: 'ink',
        weight: 0.7,
      })),
      ...range(6).map((i): Ink => ({
        d: ellipse(...polar([46 + i * 1.6, 62], -30 + i * 12, 35), 1.4, 2.2),
        fill: 'white',
        weight: 0.7,
      })),
    ],
  }
  return (heads[kind] ?? heads['panicle']!)()
}

/** The head of a sedge with the leaves under it. */
export function sedgeHead(states: States): Ink[] {
  const kind = states['sedgeHead'] ?? 'strawUmbrella'
  const ball = kind === 'greenBall'
  const reach = states['bracts'] === 'equal' ? 26 : 46
  const tint = kind === 'redUmbrella' ? 'reddish' : kind === 'strawUmbrella' ? 'straw' : 'green'
  const top: Point = [50, 56]
  const bracts = [-72, -8, 66].map((turn): Ink => ({
    d: curve([top, polar(top, turn * 0.8, reach * 0.55), polar(top, turn * 1.2, reach)]),
    line: 'dark',
    weight: 2.2,
  }))
  const spikelet = (at: Point, turn: number): Ink =>
    place([{ d: ellipse(0, -5, 1.6, 5.5), fill: tint, weight: 0.7 }], { x: at[0], y: at[1], turn })
  const cluster = (at: Point, turn: number, n: number): Ink[] =>
    range(n).map((i) => spikelet(at, turn + (i - (n - 1) / 2) * 36))
  const rays = (turns: number[], length: number, n: number): Ink[] =>
    turns.flatMap((turn): Ink[] => {
      const end = polar(top, turn, length)
      return [{ d: polyline(top, end), weight: 1 }, ...cluster(end, turn, n)]
    })
  return [
    { d: polyline([50, 100], top), weight: 1.8 },
    ...bracts,
    ...(ball
      ? [
          { d: ellipse(50, 50, 9, 10), fill: 'green', weight: 1.2 } as Ink,
          ...range(10).map((i): Ink => ({ d: polyline([50, 50], polar([50, 50], i * 36, 11)), weight: 0.6 })),
        ]
      : kind === 'flatStars'
        ? rays([-40, 0, 40], 20, 3)
        : rays([-56, -30, 0, 30, 56], 28, 6)),
  ]
}
