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
import type { Efficacy } from '../active.ts'
import type { Grade } from '../grade.ts'
import type { LabelRules, LabelUse } from '../label.ts'
import type { Circumstances, JudgedGround, OutlookDay } from '../judgement/index.ts'

/** Grass that the tank would touch. */
export interface ChoiceGround extends JudgedGround {
  areaSqFt: number
}

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

export interface ChoiceRequest extends Circumstances {
  day: Day
  grounds: ChoiceGround[]
  weeds: ChoiceWeed[]
  products: ChoiceProduct[]
  /** The days ahead; empty where no weather is known. */
  outlook: OutlookDay[]
  /** Weeds that are to be sprayed although something gentler would do. */
  sprayAnyway?: string[]
}

/** What a product does to one weed here and now. */
export interface Mark {
  mark: 'controls' | 'suppresses' | 'weak' | 'no'
  efficacy: Efficacy | undefined
  /** The active that does it, and how sure that is. */
  active?: string
  grade?: Grade
  /** Why it is not control, or why the product may not be used for it. */
  why: Refusal[]
  /** It does nothing now, and is control again from this day on. */
  again?: Day
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
