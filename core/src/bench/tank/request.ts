import type {
  Day,
  MassPerVolumeUnit,
  Quantity,
  RatePerAreaUnit,
  VolumePerVolumeUnit,
} from '../../quantity/index.ts'
import type { Active, LabelRules, Pass } from '../../shelf/index.ts'
import type { TurfState } from '../../yard/index.ts'
import type { LoadPlan } from '../loads.ts'
import type { OwnedTool } from '../measure.ts'

/** How much of a zone is gone over. */
export const treatModes = ['broadcast', 'spot'] as const
export type TreatMode = (typeof treatModes)[number]

/** A zone the tank is for. */
export interface TankGround {
  id: string
  name: string
  turf: string
  state: TurfState
  areaSqFt: number
  /** One standard uncertainty of the area. */
  areaUncertaintySqFt?: number
  mode: TreatMode
  /** Weedy ground that is really wetted, in spot mode. */
  spotSqFt?: number
  /** Swath along warm edges that is gone over twice. */
  edgeSqFt?: number
  /** Everything already put on this ground. */
  passes: Pass[]
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
  /** What the sprayer is filled to at most. */
  capacityGal: number
  loadPlan: LoadPlan
  tools: OwnedTool[]
  /** Water before the products as a share of the load, where the person's school differs from a half. */
  waterFirst?: number
  water?: WaterQuality
  /** What the almanac knows of the actives: for water, order and cleaning. */
  actives?: Active[]
}

export const mostProducts = 8
export const mostGrounds = 60

/**
 * How often the worst ground of a zone is gone over: twice where there is a strip along its edges.
 * @example timesOver({ edgeSqFt: 120 })
 * // → 2
 */
export const timesOver = ({ edgeSqFt = 0 }: Pick<TankGround, 'edgeSqFt'>): 1 | 2 => (edgeSqFt > 0 ? 2 : 1)

/** Ground that the spray really goes over: spots in spot mode, edges a second time. */
export const treatedSqFt = ({ mode, areaSqFt, spotSqFt = 0, edgeSqFt = 0 }: TankGround): number =>
  (mode === 'spot' ? spotSqFt : areaSqFt) + edgeSqFt
