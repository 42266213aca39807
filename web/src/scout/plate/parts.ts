import type { Plant } from '@jardinero/core/scout'
import { budSection, grassCorner } from './corner.ts'
import { place, type Ink, type Tint, type States } from './draw.ts'
import { flower, fruit } from './flowers.ts'
import { grassHead, sedgeHead } from './heads.ts'
import { wholePlant } from './habit.ts'
import { stemPiece } from './joint.ts'
import { leafOn } from './leaf.ts'
import { bulbLeafSection, leafTip, stemSection } from './sections.ts'

const tintOf = (states: States): Tint => (states['colour'] as Tint | undefined) ?? 'green'

/** The parts a plant is drawn in; each drawn from its states alone, in a box of 100 × 100. */
export type PartName =
  'whole' | 'corner' | 'bud' | 'tip' | 'stem' | 'joint' | 'leaf' | 'head' | 'flower' | 'fruit' | 'bulbLeaf'

export const parts: Record<PartName, (states: States, group: string) => Ink[]> = {
  whole: (s, group) => wholePlant(s, group, tintOf(s)),
  corner: (s) => grassCorner(s, tintOf(s)),
  bud: (s) => budSection(s, tintOf(s)),
  tip: (s) => leafTip(s, tintOf(s)),
  stem: (s) => stemSection(s['stemSection'] ?? 'round', tintOf(s)),
  joint: (s) => stemPiece(s, tintOf(s)),
  leaf: (s) => {
    const long = s['petiole'] === 'long'
    return [place(leafOn(s, long ? 62 : 74, tintOf(s)), { x: 50, y: s['petiole'] === 'umbrella' ? 82 : 95 })]
  },
  head: (s, group) => (group === 'sedge' ? sedgeHead(s) : grassHead(s)),
  flower: (s) => flower(s['flowerForm'] ?? 'five', s['flowerColour'] ?? 'white'),
  fruit: (s) => fruit(s['fruit'] ?? 'plain'),
  bulbLeaf: (s) => bulbLeafSection(s['leafHollow'] ?? 'flat', tintOf(s)),
}

/** Where a character is seen: in which part. */
const partOf: Record<string, PartName> = {
  kind: 'whole',
  habit: 'whole',
  stature: 'whole',
  colour: 'leaf',
  hold: 'whole',
  underground: 'whole',
  mossForm: 'whole',
  mossFeel: 'whole',
  runners: 'whole',
  stemSection: 'stem',
  nodeRoot: 'joint',
  stemHair: 'joint',
  nodeSheath: 'joint',
  arrangement: 'joint',
  leafHair: 'leaf',
  leafWidth: 'tip',
  leafTip: 'tip',
  leafFace: 'tip',
  leafBack: 'tip',
  leafEdge: 'tip',
  vernation: 'bud',
  sheathShape: 'bud',
  sheathHair: 'corner',
  sheathBase: 'corner',
  ligule: 'corner',
  auricles: 'corner',
  collar: 'corner',
  seedHead: 'head',
  headHair: 'head',
  sedgeHead: 'head',
  bracts: 'head',
  awns: 'head',
  scaleKeel: 'head',
  leafHollow: 'bulbLeaf',
  smell: 'leaf',
  leafType: 'leaf',
  leafShape: 'leaf',
  leafMargin: 'leaf',
  leafMark: 'leaf',
  veins: 'leaf',
  petiole: 'leaf',
  midLeaflet: 'leaf',
  leafThickness: 'leaf',
  sap: 'joint',
  flowerColour: 'flower',
  flowerForm: 'flower',
  fruit: 'fruit',
}

/** The part in which a plant of a group shows a character: a grass's leaf is its tip, its joints its whole. */
export function partFor(character: string, group: Plant['group']): PartName {
  const part = partOf[character] ?? 'whole'
  const grassy = group === 'grass' || group === 'sedge'
  if (grassy && part === 'leaf') return character === 'leafHair' && group === 'grass' ? 'corner' : 'tip'
  if (part === 'stem' && group !== 'sedge') return group === 'broadleaf' ? 'joint' : 'whole'
  if (group === 'bulb' && (part === 'leaf' || part === 'tip')) return 'whole'
  return grassy && part === 'joint' ? 'whole' : part
}

/** Which parts a plate of a group shows beside the whole plant. */
export const platesOf: Record<Plant['group'], PartName[]> = {
  grass: ['corner', 'tip', 'bud', 'head'],
  sedge: ['stem', 'tip', 'head'],
  broadleaf: ['leaf', 'joint', 'flower', 'fruit'],
  bulb: ['bulbLeaf', 'flower'],
  moss: [],
}
