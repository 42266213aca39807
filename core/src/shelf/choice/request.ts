import type {
  Caution,
  Day,
  MassUnit,
  Quantity,
  RatePerAreaUnit,
  Refusal,
  VolumeUnit,
} from '../../quantity/index.ts'
import type { PlantGroup, PlantStage, RankedAct } from '../../scout/index.ts'
import type { TurfState } from '../../yard/index.ts'
import type { Active, Efficacy, Site } from '../active.ts'
import type { LabelRules, LabelUse } from '../label.ts'
import type { Pass } from '../yearUse.ts'

/** Who stands behind the sprayer, on what ground, and what is beside it. */
export interface ShelfSituation {
  /** May use products that need a licence. */
  licensed: boolean
  site: Site
  /** Country, and state or county where the person says them, as labels name them. */
  places: string[]
  /** Beds that are eaten from, beside or below the lawn. */
  nearVegetables: boolean
  /** Trees and shrubs: none near, near, or with their roots under the weeds. */
  trees: 'none' | 'near' | 'over'
}
export const usualSituation: ShelfSituation = {
  licensed: false,
  site: 'homeLawn',
  places: ['US'],
  nearVegetables: false,
  trees: 'none',
}

/** What has been looked at on a turf that is young, or that looks dormant. */
export interface TurfCheck {
  /** How the young turf was made; seeded where it is not said. */
  madeBy?: 'seed' | 'sod' | 'sprigs'
  /** Mowings since the seed came up. */
  mowings?: number
  /** The day sod or sprigs were laid. */
  laidOn?: Day
  /** The canopy was parted in several places, and whether any green was at the crown. */
  crown?: { day: Day; green: boolean }
}

/** Grass that the tank would touch. */
export interface ChoiceGround {
  id: string
  name: string
  turf: string
  state: TurfState
  areaSqFt: number
  passes: Pass[]
  /** The next day it is to be sown. */
  seedingDay?: Day
  check?: TurfCheck
}

/** Grass of the same yard that the tank should not touch. */
export type Neighbour = Pick<ChoiceGround, 'name' | 'turf' | 'state'>

export interface ChoiceWeed {
  /** Code of the plant. */
  plant: string
  group: PlantGroup
  groundId: string
  stage: PlantStage
  tillers: number | null
  /** What may be done about it, best first: the verdict on the find. */
  acts: RankedAct[]
  /** Share of the ground it covers, where it was measured. */
  cover?: number
}

/** Where a product stands: bought, its label copied, or only a sample of what could be bought. */
export type ProductSource = 'owned' | 'copied' | 'sample'
export interface ChoiceProduct {
  id: string
  rules: LabelRules
  source: ProductSource
  /** What is left of it on the shelf. */
  left?: Quantity<MassUnit | VolumeUnit>
}

export interface OutlookDay {
  day: Day
  highC: number
  lowC: number
}

export interface ChoiceRequest {
  day: Day
  grounds: ChoiceGround[]
  neighbours: Neighbour[]
  weeds: ChoiceWeed[]
  products: ChoiceProduct[]
  actives: Active[]
  /** The days ahead; empty where no weather is known. */
  outlook: OutlookDay[]
  situation: ShelfSituation
  /** Weeds that are to be sprayed although something gentler would do. */
  sprayAnyway?: string[]
}

/** What a product does to one weed here and now. */
export interface Mark {
  mark: 'controls' | 'suppresses' | 'weak' | 'no'
  efficacy: Efficacy | undefined
  /** The active that does it. */
  active?: string
  /** Why it is not control, or why the product may not be used for it. */
  why: Refusal[]
}

export interface JudgedProduct {
  product: ChoiceProduct
  /** Why it may not be used on this ground now; usable where empty. */
  refusals: Refusal[]
  /** The refusals are only of the weather, and end on this day. */
  opensOn?: Day
  cautions: Caution[]
  /** By plant. */
  marks: Map<string, Mark>
  /** What the almanac says of each turf under it, the worst of its actives. */
  turf: Map<string, 'safe' | 'caution' | 'injures' | 'kills' | 'notOnLabel' | 'notKnown'>
  /** Line of its directions that holds on each ground. */
  uses: Map<string, LabelUse>
  /** Passes with its actives this year, where most were made. */
  passesMade: number
}

/** A set of products that goes down together. */
export interface Tank {
  products: JudgedProduct[]
  /** Which product is relied on for each weed. */
  by: Map<string, JudgedProduct>
  actives: string[]
  /** What it costs over the ground; absent where a price is missing. */
  cents?: number
  rates: Map<string, Quantity<RatePerAreaUnit>>
}
