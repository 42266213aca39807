import type { PlaceKind } from '../yard/index.ts'

export const plantGroups = ['grass', 'sedge', 'broadleaf', 'bulb', 'moss'] as const
export type PlantGroup = (typeof plantGroups)[number]
export const lifeCycles = ['summerAnnual', 'winterAnnual', 'biennial', 'perennial'] as const
export type LifeCycle = (typeof lifeCycles)[number]
/** How long the growing season is: decides which plants are at home and how far their months shift. */
export const belts = ['cool', 'mild', 'warm'] as const
export type Belt = (typeof belts)[number]

/** First and last month, 1–12, both inclusive; the first may lie after the last, over the turn of the year. */
export type MonthSpan = [from: number, to: number]

/** When a plant does what, in the months of a northern place of the mild belt. */
export interface PlantMonths {
  germinates: MonthSpan
  flowers?: MonthSpan
  /** Annuals and biennials only. */
  dies?: MonthSpan
  /** When living plants can be found. */
  seen: MonthSpan
}

/** When seed (or a resting bud) comes up: soil at 5 cm, °C, rising in spring or falling in autumn. */
export interface Emergence {
  trend: 'rising' | 'falling' | 'both'
  soilC: [least: number, most: number]
  /** Base temperature of thermal time, °C. */
  baseC: number
  /** Absent where it is an estimate. */
  source?: string
}

/** Publications that a base temperature itself is taken from. */
const ofBases = ['fidanza1996', 'masin2005']
/** How far a base temperature may be off, K: of a publication, whose plants grew elsewhere, and of our own estimate. */
export const baseDoubtK = { published: 1, estimated: 3 } as const
export const hasPublishedBase = ({ source }: Pick<Emergence, 'source'>): boolean =>
  ofBases.includes(source ?? '')
/** Between which temperatures the base of thermal time may lie, °C. */
export function baseBetween(emergence: Emergence): [least: number, most: number] {
  const doubt = hasPublishedBase(emergence) ? baseDoubtK.published : baseDoubtK.estimated
  return [emergence.baseC - doubt, emergence.baseC + doubt]
}

/** A character of a plant that a person can look at, and the states it comes in. */
export interface Character {
  code: string
  groups: PlantGroup[]
  /** The part to look at. */
  part: string
  /** What a look costs, a glance being 1. */
  effort: number
  states: string[]
  /** Neighbouring states are misread for each other; pairs beside the order. */
  near?: [string, string][]
  ordered?: boolean
  /** Seen only on a plant in flower or seed. */
  needs?: 'head'
  /** Only where another character has this state. */
  only?: Record<string, string>
}

/** How far a plant goes: pre-emergents stop it, only some, or not at all, and why not. */
interface BarrierAnswer {
  stops: 'yes' | 'partly' | 'no'
  why?: string
}

/** A plant of lawns as the almanac describes it. */
export interface Plant {
  code: string
  botanical: string
  /** English names by country. */
  names: Record<string, string[]>
  /** Other names people write: old, short, Latin ones of before. */
  also?: string[]
  group: PlantGroup
  roles: ('turf' | 'weed')[]
  cycle: LifeCycle
  /** An annual of which some live on. */
  perennialForms?: boolean
  /** How often it is met in lawns: 1 seldom, 2, 3 often; in the south where that differs. */
  common: number
  commonSouth?: number
  belts: Belt[]
  clock: PlantMonths
  emergence?: Emergence
  where: PlaceKind[]
  reasons: string[]
  hand: string[]
  hazards: string[]
  barrier: BarrierAnswer
  /** States by character: "clump:3 mat" is clump three times as often as mat; "?" not known; "-" does not apply. */
  scores: Record<string, string>
  lookalikes: { of: string; by: string }[]
}
