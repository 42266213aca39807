import type {
  MassPerAreaUnit,
  MassUnit,
  VolumeUnit,
  ProductMeasure,
  Quantity,
  RatePerAreaUnit,
  Strength,
} from '../quantity/index.ts'
import type { TurfState } from '../yard/index.ts'

/** Formulation classes in the order of the trade's codes; the class decides measure and mixing order. */
export const formulations = ['WSP', 'WG', 'WP', 'SC', 'CS', 'SE', 'EW', 'EC', 'SL', 'GR'] as const
export type Formulation = (typeof formulations)[number]

/** Formulations dosed on a scale; all others are poured. */
export const dryFormulations: ReadonlySet<Formulation> = new Set(['WSP', 'WG', 'WP', 'GR'])
export const measureOfFormulation = (formulation: Formulation): ProductMeasure =>
  dryFormulations.has(formulation) ? 'mass' : 'volume'

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
  /** The turf of this line may be sown on the day it goes down. */
  atSeeding?: boolean
}

/** A package as it is sold. */
export interface Package {
  amount: Quantity<MassUnit | VolumeUnit>
  priceCents: number
}

/** A label as copied by its owner: the rules everything else obeys. */
export interface LabelRules {
  name: string
  /** Invented for demonstration: the figures must be copied from a label in the hand. */
  sample: boolean
  registration?: string
  formulation: Formulation
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
  notes?: string
}

/** The rate of one active that a pass put down. */
export interface ActiveRate {
  name: string
  basis: Strength['basis']
  rate: Quantity<MassPerAreaUnit>
}
