import type { StrengthBasis } from '../quantity/index.ts'
import { createActiveFinder } from './names.ts'
import type { TurfState } from '../yard/index.ts'

/** Stages that an active tells apart: a grass with one or two tillers is not one with many. */
export const weedStages = [
  'seedling',
  'leaves',
  'fewTillers',
  'manyTillers',
  'flowering',
  'seeding',
  'mature',
] as const
export type WeedStage = (typeof weedStages)[number]

/** How well an active works on a plant that is up. Suppression is a class of its own, never a weak control. */
export const efficacies = ['excellent', 'good', 'fair', 'poor', 'none', 'suppression'] as const
export type Efficacy = (typeof efficacies)[number]
const letters: Record<string, Efficacy> = {
  E: 'excellent',
  G: 'good',
  F: 'fair',
  P: 'poor',
  N: 'none',
  S: 'suppression',
}
/** Control from best to none; suppression is not on this scale. */
const scale: Record<Exclude<Efficacy, 'suppression'>, number> = {
  excellent: 4,
  good: 3,
  fair: 2,
  poor: 1,
  none: 0,
}
export const controlLevel = (efficacy: Efficacy): number => (efficacy === 'suppression' ? 0 : scale[efficacy])
/** Excellent and good are control; what is less is not relied on. */
export const isControl = (efficacy: Efficacy): boolean => controlLevel(efficacy) >= 3

export const tolerances = ['safe', 'caution', 'injures', 'kills'] as const
export type Tolerance = (typeof tolerances)[number]

/** Kinds of ground a product may be sold for. */
export const sites = ['homeLawn', 'golf', 'sod'] as const
export type Site = (typeof sites)[number]

/** Not approved at all, for those with a licence, for no home lawn, or only so much a year; and the year in which that was so. */
export const lawKinds = ['notApproved', 'licensedOnly', 'notForHomes', 'capped'] as const
interface LawOfPlace {
  kind: (typeof lawKinds)[number]
  known: number
  /** Of what is capped: so much in a year at the most, lb/acre, the strictest of what the place has. */
  mostLbPerAcre?: number
}

/** So many times what is usual of an active it is doubted, and so many it is no figure of this active at all. Our estimate. */
export const overUsual = { doubted: 1.2, impossible: 2 } as const

/** A table entered again by somebody who had not seen the first; what was settled between them is left out. */
export interface SecondReading {
  /** By plant two letters: young plants, and old. */
  efficacy?: Record<string, string>
  /** By turf that grows. */
  tolerance?: Record<string, Tolerance>
  /** One application, and a year, lb/acre. */
  most?: number
  year?: number
  /** Of which the readings differed, and the first was kept. */
  settled?: { plants: string[]; turf: string[] }
}

/** What is known of an active ingredient: on weeds that are up, on turf, and how it shows. */
export interface Active {
  /** ISO common name, salts and esters written out. */
  name: string
  /** Old, local and short names. */
  also?: string[]
  /** Herbicide group, HRAC 2020 number. */
  group: string
  basis: StrengthBasis
  /** What labels rate it as, where that is neither the whole active nor an acid: the figure to copy. */
  ratedAs?: 'cation' | 'phenol'
  /** Code of the mode of action. */
  mode: string
  uptake: ('leaf' | 'root' | 'shoot')[]
  mobility: 'contact' | 'systemic' | 'soil'
  /** Usual range of one application, and the most in one year, lb/acre. */
  activeLbPerAcre: { least: number; most: number; year: number }
  /** Less in a year on turf that stands less, lb/acre. */
  yearOn?: Record<string, number>
  /** Range of half-lives in soil, days. */
  soilDays?: [least: number, most: number]
  /** What is seen first and when, and the days between which it is judged. */
  symptoms: { kind: string; firstDays: number; judgeDays: [from: number, to: number] }
  /** What the law of a place says of it, by the place: a country, a state or province. Where nothing is said nothing is known. */
  law?: Record<string, LawOfPlace>
  /** By turf that grows; turf that is not named is not known. */
  tolerance: { safe?: string[]; caution?: Record<string, string>; injures?: string[]; kills?: string[] }
  /** What a state of the turf makes of a turf that would stand it. */
  states: Partial<Record<TurfState, Tolerance>>
  /** Verdicts for one turf in one state, over all others. */
  turns?: { turf: string; state: TurfState; verdict: Tolerance; reason?: string }[]
  /** Mowings since the seed came up before it is safe on seedling turf; never while it is seedling where absent. */
  seedlingMowings?: number
  /** Weeks that new sod and sprigs must have stood; never on new ones where absent. */
  sodWeeks?: number
  sprigWeeks?: number
  /** Air above which turf is hurt, below which too little happens, °C. */
  turfHeatC?: number
  leastC?: number
  /** Its vapour moves in heat. */
  volatile?: boolean
  /** Droplets hurt garden plants beside the lawn. */
  drift?: boolean
  /** Roots of trees take it up. */
  treeRoots?: boolean
  /** It stays in clippings and compost. */
  clippings?: boolean
  /** Kills wanted grass as well. */
  nonSelective?: boolean
  /** What water does to it: broken down when alkaline or acid, bound by hardness or mud. */
  water?: { alkaline?: boolean; acid?: boolean; hard?: boolean; mud?: boolean }
  /** Weeds of which resistant populations are known. */
  resistant?: string[]
  /** By plant, one letter a stage in the order of {@link weedStages}: E, G, F, P, N, S; "-" where it has no such stage. */
  efficacy: Record<string, string>
  /**
   * By plant, from which day of a northern year on old plants (many tillers and later) are reached again, 1–366; until then they
   * count as in midsummer, with many tillers, whatever they look like.
   */
  lateFrom?: Record<string, number>
  second?: SecondReading
  source: string
  sourceKind: 'extensionTables' | 'labelKind' | 'estimate'
  confidence: 'measured' | 'estimate'
}

/** Of the actives those that some labels name: what is judged or sent by no more than needed. */
export function activesNamed(actives: Active[], labels: { actives: { name: string }[] }[]): Active[] {
  const activeOf = createActiveFinder(actives)
  const named = new Set(labels.flatMap((l) => l.actives.map((a) => activeOf(a.name))))
  return actives.filter((a) => named.has(a))
}

export const letterEfficacy = (letter: string | undefined): Efficacy | undefined => letters[letter ?? '']

/** As the first reading has it; undefined where it is not known for that plant. */
export const firstEfficacy = (active: Active, plant: string, stage: WeedStage): Efficacy | undefined =>
  letterEfficacy(active.efficacy[plant]?.[weedStages.indexOf(stage)])

/** What an active does to a turf that grows, as the first reading has it. */
export function firstTolerance(
  { tolerance: { safe = [], caution = {}, injures = [], kills = [] } }: Active,
  turf: string,
): { verdict: Tolerance; reason?: string } | undefined {
  if (kills.includes(turf)) return { verdict: 'kills' }
  if (injures.includes(turf)) return { verdict: 'injures' }
  const reason = caution[turf]
  if (reason) return { verdict: 'caution', reason }
  return safe.includes(turf) ? { verdict: 'safe' } : undefined
}
