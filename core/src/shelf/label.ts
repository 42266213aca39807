import type {
  MassPerAreaUnit,
  MassPerVolumeUnit,
  MassUnit,
  SpeedUnit,
  VolumePerVolumeUnit,
  VolumeUnit,
  ProductMeasure,
  Quantity,
  RatePerAreaUnit,
  Strength,
} from '../quantity/index.ts'
import type { TurfState } from '../yard/index.ts'
import type { Site } from './active.ts'

/** Formulation classes in the order of the trade's codes; the class decides measure and mixing order. */
export const formulations = ['WSP', 'WG', 'WP', 'SC', 'CS', 'SE', 'EW', 'EC', 'SL', 'GR'] as const
export type Formulation = (typeof formulations)[number]

/** Formulations dosed on a scale; all others are poured. */
export const dryFormulations: ReadonlySet<Formulation> = new Set(['WSP', 'WG', 'WP', 'GR'])
export const measureOfFormulation = (formulation: Formulation): ProductMeasure =>
  dryFormulations.has(formulation) ? 'mass' : 'volume'

/** Names carry the class at their end: “60 WG”, “2.4 SL”; old codes mean the new ones. */
const inNames: Record<string, Formulation> = { WDG: 'WG', DF: 'WG', G: 'GR', L: 'SL', F: 'SC' }
export function formulationInName(name: string): Formulation | undefined {
  const code = /\d\s*(\p{Lu}{1,3})\s*$/u.exec(name)?.[1] ?? ''
  return formulations.find((f) => f === code) ?? inNames[code]
}

/** What a label is of. Only herbicides are chosen for weeds; the others go into the tank with them. */
export const labelKinds = ['herbicide', 'adjuvant', 'dye', 'fertiliser'] as const
export type LabelKind = (typeof labelKinds)[number]

export const adjuvantClasses = ['NIS', 'MSO', 'COC', 'AMS'] as const
export type AdjuvantClass = (typeof adjuvantClasses)[number]

/** Food meals are spread as they are, whole. */
export const wholeMeals: ReadonlySet<string> = new Set(['corn gluten meal'])

export const purposes = ['preEmergent', 'postEmergent'] as const
export type Purpose = (typeof purposes)[number]

export const protectiveGear = ['gloves', 'eyes', 'longSleeves', 'boots', 'respirator', 'apron'] as const
export type ProtectiveGear = (typeof protectiveGear)[number]

export const signalWords = ['none', 'caution', 'warning', 'danger'] as const
export type SignalWord = (typeof signalWords)[number]

export interface LabelActive {
  /** ISO common name. */
  name: string
  strength: Strength
  /** Herbicide group, HRAC 2020 number. */
  group?: string
}

/** How long a rate lasts, as the label prints it: in the unit of its line’s rate. */
export interface LengthLine {
  min: number
  max: number
  leastDays: number
  mostDays: number
}

/** One line of a label's directions: a turf, a purpose, a rate. */
export interface LabelUse {
  /** Turf codes of the almanac. */
  turf: string[]
  purpose: Purpose
  /** States of the turf the label allows; all when absent. */
  states?: TurfState[]
  rate: { min: number; max: number; unit: RatePerAreaUnit }
  /** Most in one calendar year, in product or, with an active's mass unit and `of: active`, in that active. */
  annualMaximum?: { value: number; unit: RatePerAreaUnit; of: 'product' | 'active' }
  applicationsPerYear?: number
  minimumIntervalDays?: number
  minimumCarrier?: Quantity<'gal/1000ft2'>
  /** Plants that the rates of this line only suppress, whatever the label lists. */
  onlySuppresses?: string[]
  /** The label prints no rate for ground, only a mix for spots: `rate` is what that comes to, sprayed to wet. */
  fromSpots?: boolean
  /** The turf of this line may be sown on the day it goes down. */
  atSeeding?: boolean
  /** The label’s own table of how long each rate lasts. */
  lengths?: LengthLine[]
}

/** What a label says of adjuvants in its tank. */
export interface AdjuvantRule {
  rule: 'needs' | 'allows' | 'forbids'
  /** Which of them it means; any where none is named. */
  classes: AdjuvantClass[]
}

/** How an adjuvant or a dye is dosed: into the tank, by its volume. */
interface AdditiveRule {
  class: AdjuvantClass | 'dye'
  rate: { min: number; max: number; unit: VolumePerVolumeUnit | MassPerVolumeUnit }
}

/** A package as it is sold. */
export interface Package {
  amount: Quantity<MassUnit | VolumeUnit>
  priceCents: number
}

/** A label as copied by its owner: the rules everything else obeys. */
export interface LabelRules {
  /** A herbicide where absent. */
  kind?: LabelKind
  name: string
  /** Invented for demonstration: the figures must be copied from a label in the hand. */
  sample: boolean
  registration?: string
  formulation: Formulation
  /** What a volume of it weighs, as printed; of a liquid whose strength is told by weight. */
  density?: Quantity<'lb/gal' | 'g/L'>
  actives: LabelActive[]
  uses: LabelUse[]
  wateringIn?: { leastIn: number; mostIn: number; withinDays: number }
  keepOff: { untilDry: boolean; hours: number }
  seedingIntervalDays?: number
  gear: ProtectiveGear[]
  signalWord: SignalWord
  restrictedUse: boolean
  /** Hours it must dry on the leaf; absent where it works through the soil. */
  dryHours?: number
  packages?: Package[]
  /** Plants the label lists, by code: controlled, and only suppressed. Not copied where absent. */
  weeds?: { controls: string[]; suppresses: string[] }
  /** Air between which it may be used. */
  temperature?: { least?: number; most?: number; unit: 'degF' | 'degC' }
  windMost?: Quantity<SpeedUnit>
  /** Days without mowing around a pass. */
  mowing?: { beforeDays: number; afterDays: number }
  /** Mowings that seedling turf must have had. */
  seedlingMowings?: number
  adjuvant?: AdjuvantRule
  /** Actives and products the label forbids in the same tank. */
  notWith?: string[]
  /** Where the label's own mixing order differs: water first as a share of the load, before or after all others. */
  mixing?: { waterFirst?: number; place?: 'first' | 'last' }
  /** Ground it is sold for; any where absent. */
  sites?: Site[]
  /** Countries, states or counties where it may not be used, as written on the label. */
  notIn?: string[]
  /** What the package says it covers. */
  coverage?: { amount: Quantity<MassUnit | VolumeUnit>; areaSqFt: number }[]
  /** Spot mixes as printed: so much in so much water, sprayed to wet. */
  spots?: { amount: Quantity<MassUnit | VolumeUnit>; waterGal: number }[]
  additive?: AdditiveRule
  /** A fertiliser's nitrogen, phosphate and potash, percent by weight. */
  analysis?: { n: number; p2o5: number; k2o: number }
  notes?: string
}
export const kindOf = (rules: Pick<LabelRules, 'kind'>): LabelKind => rules.kind ?? 'herbicide'

/** The rate of one active that a pass put down. */
export interface ActiveRate {
  name: string
  basis: Strength['basis']
  rate: Quantity<MassPerAreaUnit>
}
