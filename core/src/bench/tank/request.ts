import type {
  Day,
  MassPerVolumeUnit,
  Quantity,
  RatePerAreaUnit,
  VolumePerVolumeUnit,
} from '../../quantity/index.ts'
import {
  usualSituation,
  type Active,
  type Circumstances,
  type JudgedGround,
  type LabelRules,
} from '../../shelf/index.ts'
import type { LoadPlan } from '../loads.ts'
import type { OwnedTool } from '../measure.ts'

/** How much of a zone is gone over. */
export const treatModes = ['broadcast', 'spot'] as const
export type TreatMode = (typeof treatModes)[number]

/** A zone the tank is for. */
export interface TankGround extends JudgedGround {
  areaSqFt: number
  /** One standard uncertainty of the area. */
  areaUncertaintySqFt?: number
  mode: TreatMode
  /** Weedy ground that is really wetted, in spot mode. */
  spotSqFt?: number
  /** Who it is for, what is beside it and its weather; a usual home lawn with nothing beside it where it is not said. */
  around?: Omit<Circumstances, 'actives' | 'override'>
}

/** One product of the tank: a herbicide by area, an adjuvant or a dye by the water. */
export interface TankProductOrder {
  rules: LabelRules
  rate?: Quantity<RatePerAreaUnit>
  concentration?: Quantity<VolumePerVolumeUnit | MassPerVolumeUnit>
  /** Measured with this; the best of the tools where none is said. */
  tool?: OwnedTool
}

/** The water that goes into the tank, as far as it is known. */
export interface WaterQuality {
  ph?: number
  /** Hardness as calcium carbonate, mg/L. */
  hardnessMgL?: number
  muddy?: boolean
}

export interface TankRequest {
  day: Day
  grounds: TankGround[]
  products: TankProductOrder[]
  carrierVolume: Quantity<'gal/1000ft2'>
  /** Nobody measured it: the usual figure of its kind. */
  carrierIsUsual?: boolean
  /** What the sprayer is filled to at most. */
  capacityGal: number
  /** Mixed beside what the grounds take, for those that are not known yet. */
  spareGal?: number
  loadPlan: LoadPlan
  tools: OwnedTool[]
  /** Water before the products as a share of the load, where the person's school differs from a half. */
  waterFirst?: number
  water?: WaterQuality
  /** What the almanac knows of the actives: for turf, water, order and cleaning. */
  actives?: Active[]
  /** The owner's own reason to go on against what is advised; it never moves a label's limit, nor a law. */
  override?: string
}

/** What one ground of a tank or a spread is judged in. */
export const circumstancesOf = (
  { actives = [], override }: Pick<TankRequest, 'actives' | 'override'>,
  { around }: Pick<TankGround, 'around'>,
): Circumstances => ({
  situation: usualSituation,
  neighbours: [],
  ...around,
  actives,
  ...(override && { override }),
})

export const mostProducts = 8
export const mostGrounds = 60

/** Ground that the spray really goes over: spots in spot mode, edges a second time. */
export const treatedSqFt = ({ mode, areaSqFt, spotSqFt = 0, edgeSqFt = 0 }: TankGround): number =>
  (mode === 'spot' ? spotSqFt : areaSqFt) + edgeSqFt

/** Ground that the whole mix is for: what is treated, and what is spare, ft². */
export const mixedSqFt = ({ grounds, spareGal = 0, carrierVolume }: TankRequest): number =>
  grounds.reduce((sum, g) => sum + treatedSqFt(g), 0) + (spareGal / carrierVolume.value) * 1000
