import type { Plant } from '@jardinero/core/scout'
import { curve, ellipse, place, polar, polyline, range, type Ink } from './draw.ts'
import { below } from './ground.ts'
import { wholePlant } from './habit.ts'
import { leafOn } from './leaf.ts'
import { grainCloseUp } from './heads.ts'
import { partFor, parts } from './parts.ts'
import { scaleKeel, stemSection } from './sections.ts'

const sapDrop = (milky: boolean): Ink[] => [
  { d: polyline([44, 98], [46, 44]), weight: 1.3 },
  { d: polyline([56, 98], [54, 44]), weight: 1.3 },
  { d: ellipse(50, 44, 4, 2), fill: 'paper', weight: 1.1 },
  {
    d: `${curve([
      [50, 14],
      [41, 32],
      [50, 41],
      [59, 32],
      [50, 14],
    ])}Z`,
    fill: milky ? 'white' : 'blueGrey',
    weight: 1.4,
  },
  ...(milky
    ? [-24, 0, 24].map((a): Ink => ({
        d: polyline(polar([50, 30], a, 22), polar([50, 30], a, 28)),
        weight: 1,
      }))
    : []),
]
/** What a smell reminds of: the plain leaf, a bulb, a leaf of mint, a frond. */
const scent = (kind: string): Ink[] => {
  const waft: Ink[] = [0, 1, 2].map((i) => ({
    d: curve([
      [34 + i * 16, 30],
      [38 + i * 16, 22],
      [32 + i * 16, 14],
      [36 + i * 16, 5],
    ]),
    weight: 1.5,
  }))
  if (kind === 'onion') return [...waft, ...below('bulb', [50, 44])]
  const states: Record<string, string> =
    kind === 'herb'
      ? { leafType: 'fern', petiole: 'short' }
      : {
          leafShape: kind === 'mint' ? 'round' : 'oval',
          petiole: 'short',
          leafMargin: kind === 'mint' ? 'scalloped' : 'smooth',
        }
  return [...(kind === 'none' ? [] : waft), place(leafOn(states, 50, 'green'), { x: 50, y: 98 })]
}
/** One shoot being pulled: what comes with it. */
function pull(kind: string): Ink[] {
  const roots = { whole: 'fibrous', taproot: 'taproot', breaks: '', runners: 'rhizome' }[kind] ?? ''
  const lift = kind === 'breaks' ? 20 : 0
  return [
    { d: polyline([4, 56], [96, 56]), line: 'soil', weight: 1.2 },
    ...(roots
      ? [place(below(roots, [0, 0]), { x: 50, y: kind === 'whole' ? 40 : 56, size: 0.95 })]
      : [{ d: polyline([46, 56], [48, 48]), weight: 2 } as Ink, ...below('fibrous', [47, 56])]),
    ...[-30, 0, 30].map((a): Ink => ({
      d: polyline(
        [50, (kind === 'whole' ? 40 : 54) - lift],
        polar([50, (kind === 'whole' ? 40 : 54) - lift], a, 26),
      ),
      line: 'green',
      weight: 3,
    })),
  ]
}

const height = (kind: string): Ink[] => {
  const turf = range(14).map((i): Ink => ({
    d: polyline([5 + i * 7, 90], [6 + i * 7, 52 + (i % 3) * 2]),
    line: 'pale',
    weight: 2.4,
  }))
  const up = { flat: 8, inTurf: 36, aboveTurf: 74 }[kind] ?? 36
  const spread = kind === 'flat' ? 84 : 40
  return [
    ...turf,
    { d: polyline([2, 90], [98, 90]), line: 'soil', weight: 1.2 },
    ...[-1, -0.5, 0, 0.5, 1].map((f): Ink => ({
      d: curve([
        [50, 90],
        [50 + f * spread * 0.3, 90 - up * 0.6],
        [50 + f * spread * 0.55, 90 - up + Math.abs(f) * up * 0.2],
      ]),
      line: 'dark',
      weight: 3,
    })),
  ]
}

/** Characters whose states are drawn in a way of their own, not on a plant's part. */
const ownDrawing: Record<string, (state: string, group: Plant['group']) => Ink[]> = {
  habit: (state, group) => habitDrawing(state, group),
  mossFeel: (state) => wholePlant({ mossForm: state === 'springy' ? 'leafy' : 'slime' }, 'moss', 'green'),
  leafHair: (state, group) =>
    group === 'grass' && state !== 'woolly' && state !== 'stinging'
      ? parts.corner({ leafHair: state }, group)
      : parts.leaf({ leafShape: 'oval', petiole: 'short', leafHair: state }, group),
  stature: height,
  underground: (state) => [
    { d: polyline([4, 40], [96, 40]), line: 'soil', weight: 1.2 },
    { d: polyline([50, 40], [50, 6]), weight: 1.6 },
    ...below(state, [50, 40]),
  ],
  stemSection: (state) => stemSection(state, 'green'),
  awns: grainCloseUp,
  scaleKeel,
  hold: pull,
  sap: (state) => sapDrop(state === 'milky'),
  smell: scent,
  kind: (state) => kindDrawing(state),
  leafWidth: (state) => parts.tip({ leafWidth: state, leafTip: 'point', leafFace: 'plain' }, 'grass'),
  colour: (state) => parts.leaf({ leafShape: 'oval', petiole: 'short', colour: state }, 'broadleaf'),
  runners: (state) => runnersDrawing(state),
  nodeRoot: (state) => lyingStem(state),
}
/** How a plant grows: as a grass where grasses grow so, else as a broadleaf. */
function habitDrawing(habit: string, group: Plant['group']): Ink[] {
  const asGrass = group === 'grass' || group === 'sedge' || group === 'bulb'
  const broad = !asGrass || habit === 'upright' || habit === 'vine'
  const states: Record<string, string> = broad
    ? {
        habit,
        leafShape: 'oval',
        petiole: 'short',
        arrangement: habit === 'rosette' ? 'basal' : 'alternate',
        stature: habit === 'rosette' ? 'flat' : 'inTurf',
      }
    : { habit, leafWidth: 'narrow', stature: habit === 'rosette' ? 'flat' : 'inTurf' }
  return wholePlant(states, broad ? 'broadleaf' : 'grass', 'green')
}
const kindDrawing = (state: string): Ink[] =>
  wholePlant(
    {
      grass: { habit: 'clump', leafWidth: 'narrow', seedHead: 'panicle' },
      sedge: { habit: 'clump', leafWidth: 'narrow', sedgeHead: 'strawUmbrella', bracts: 'longer' },
      broadleaf: {
        habit: 'upright',
        leafShape: 'oval',
        arrangement: 'opposite',
        flowerForm: 'five',
        flowerColour: 'white',
      },
      bulb: { leafWidth: 'hair', underground: 'bulb', flowerForm: 'umbel', flowerColour: 'pink' },
      moss: { mossForm: 'leafy' },
    }[state] ?? {},
    state,
    'green',
  )
function runnersDrawing(state: string): Ink[] {
  const above = state === 'above' || state === 'both'
  const under = state === 'below' || state === 'both'
  return [
    ...wholePlant({ habit: 'clump', leafWidth: 'narrow', seedHead: 'none' }, 'grassLeaves', 'green').slice(
      0,
      1,
    ),
    ...[18, 50, 82].flatMap((x, i): Ink[] =>
      i === 1 || state !== 'none'
        ? [-26, -8, 12, 28].map((a): Ink => ({
            d: polyline([x, 66], polar([x, 66], a, i === 1 ? 40 : 26)),
            line: 'green',
            weight: 2.6,
          }))
        : [],
    ),
    ...(above
      ? [
          {
            d: curve([
              [50, 64],
              [66, 56],
              [82, 65],
            ]),
            weight: 2.4,
          } as Ink,
          {
            d: curve([
              [50, 64],
              [34, 56],
              [18, 65],
            ]),
            weight: 2.4,
          } as Ink,
        ]
      : []),
    ...(under ? below('rhizome', [50, 66]) : below('fibrous', [50, 66])),
  ]
}
const lyingStem = (state: string): Ink[] => [
  { d: polyline([2, 66], [98, 66]), line: 'soil', weight: 1.2 },
  {
    d: curve([
      [6, 62],
      [36, 58],
      [66, 62],
      [96, 56],
    ]),
    weight: 2.6,
  },
  ...[28, 62].flatMap((x): Ink[] => [
    place(leafOn({ leafShape: 'oval', petiole: 'short' }, 26, 'green'), { x, y: 59, turn: -18 }),
    ...(state === 'yes' ? below('fibrous', [x, 62]) : []),
  ]),
]

/** The small drawing of one state of a character. */
export function drawState(character: string, state: string, group: Plant['group']): Ink[] {
  const own = ownDrawing[character]
  if (own) return own(state, group)
  const part = partFor(character, group)
  return parts[part]({ ...neutral(character, group), [character]: state }, group)
}

/** What the rest of a part looks like when one state is asked about: plain, so that the state stands out. */
function neutral(character: string, group: string): Record<string, string> {
  const grass: Record<string, string> = {
    leafWidth: 'medium',
    leafTip: 'point',
    ligule: 'short',
    sheathShape: 'round',
    vernation: 'rolled',
    seedHead: character === 'headHair' ? 'fingersAlong' : 'panicle',
  }
  if (group === 'grass' || group === 'sedge' || group === 'bulb')
    return {
      ...grass,
      sedgeHead: 'strawUmbrella',
      seedHead: character === 'habit' ? 'none' : grass['seedHead']!,
    }
  const leafType: Record<string, string> = character === 'midLeaflet' ? { leafType: 'three' } : {}
  const shape = character === 'veins' || character === 'petiole' ? 'round' : 'oval'
  return {
    leafShape: shape,
    petiole: 'short',
    arrangement: character === 'habit' ? 'alternate' : 'opposite',
    ...leafType,
  }
}
