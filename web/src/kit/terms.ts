import { reactive } from 'vue'

/** The terms of the trade that are explained on press, and which small drawing stands beside each. */
export const terms = {
  preEmergent: 'seed',
  postEmergent: 'leaf',
  barrier: 'soil',
  active: 'bottle',
  germination: 'seed',
  rate: 'cup',
  yearMaximum: 'cup',
  label: 'sheet',
  carrier: 'tank',
  calibration: 'cup',
  load: 'tank',
  tankMix: 'tank',
  surfactant: 'sprayer',
  spotSpray: 'sprayer',
  warmEdge: 'edge',
  openMiddle: 'edge',
  probe: 'probe',
  fiveDayMean: 'curve',
  timingMethod: 'calendar',
  window: 'calendar',
  waterIn: 'water',
  seedling: 'seed',
  rhizome: 'runner',
  stolon: 'runner',
  ligule: 'collar',
  sheath: 'collar',
  seedHead: 'head',
  rosette: 'rosette',
  perennial: 'calendar',
  annual: 'calendar',
  sedge: 'head',
  broadleaf: 'leaf',
  coolSeason: 'leaf',
  warmSeason: 'leaf',
  dormant: 'leaf',
  overseed: 'spreader',
  thatch: 'soil',
  aeration: 'soil',
  scalp: 'leaf',
  modeOfAction: 'bottle',
  group: 'bottle',
  resistance: 'leaf',
  partner: 'bottle',
  additive: 'bottle',
  volatile: 'wind',
  drift: 'wind',
  gust: 'wind',
  droplets: 'sprayer',
  keepOff: 'person',
  licence: 'sheet',
  acidEquivalent: 'cup',
  granule: 'spreader',
  concentrate: 'bottle',
  spreader: 'spreader',
  stripWidth: 'edge',
  percentile: 'curve',
  simulated: 'curve',
  forecast: 'curve',
  untreated: 'edge',
  rinse: 'water',
  tolerance: 'leaf',
  cover: 'rosette',
} as const
export type Term = keyof typeof terms
export type TermPicture = (typeof terms)[Term]
export const termCodes = Object.keys(terms) as Term[]

/** Everyday words that have a meaning of their own here: explained in the list, and not marked wherever they stand. */
const unmarked: ReadonlySet<Term> = new Set<Term>([
  'label',
  'load',
  'rate',
  'window',
  'group',
  'cover',
  'seedling',
  'forecast',
  'spreader',
  'concentrate',
  'gust',
  'active',
  'probe',
  'calibration',
])

/** The term that is being explained. */
export const openTerm = reactive<{ term: Term | undefined }>({ term: undefined })

export interface TermPiece {
  text: string
  term?: Term
}

/** Forms in which each term is written, as one pattern; the longest first, so that "active ingredient" is not "active". */
export function termFinder(formsOf: (term: Term) => string) {
  const byForm = new Map(
    termCodes.flatMap((term) =>
      (unmarked.has(term) ? '' : formsOf(term))
        .split('|')
        .filter(Boolean)
        .map((form) => [form.toLowerCase(), term] as const),
    ),
  )
  const forms = [...byForm.keys()].toSorted((a, b) => b.length - a.length)
  if (!forms.length) return (text: string): TermPiece[] => [{ text }]
  const pattern = new RegExp(`(?<![\\p{L}-])(${forms.join('|')})(?![\\p{L}-])`, 'giu')
  /** A text cut at its terms; each is marked where it stands first. */
  return (text: string): TermPiece[] => {
    const pieces: TermPiece[] = []
    const seen = new Set<Term>()
    let from = 0
    for (const match of text.matchAll(pattern)) {
      const term = byForm.get(match[0].toLowerCase())!
      if (seen.has(term)) continue
      seen.add(term)
      if (match.index > from) pieces.push({ text: text.slice(from, match.index) })
      pieces.push({ text: match[0], term })
      from = match.index + match[0].length
    }
    return from < text.length ? [...pieces, { text: text.slice(from) }] : pieces
  }
}
