import type { Caution, Day, Quantity, RatePerAreaUnit, Refusal } from '../../quantity/index.ts'
import type { PlantStage } from '../../scout/index.ts'
import type { Trend } from '../../soil/index.ts'
import { placesOf, type Hemisphere, type LawPlace, type Spared, type TurfState } from '../../yard/index.ts'
import type { Active, Site } from '../active.ts'
import type { LabelRules, Purpose } from '../label.ts'
import type { SeenWeed } from '../reach.ts'
import type { LimitCheck } from '../limits.ts'
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
/** A yard's own, or what is usual where it lies. */
export function situationOf({
  shelfSituation,
  ...where
}: LawPlace & { shelfSituation?: ShelfSituation | null }): ShelfSituation {
  return shelfSituation ?? { ...usualSituation, places: placesOf(where) }
}
/** The yard's situation as it is on one piece of ground: what stands in or beside it comes to it. */
export function situationOn(
  situation: ShelfSituation,
  { turf, spare = [] }: { turf: string; spare?: Spared[] },
): ShelfSituation {
  const over = turf === 'treeRing' || (turf === 'bed' && spare.includes('trees'))
  return {
    ...situation,
    nearVegetables: situation.nearVegetables || spare.includes('vegetables'),
    trees: over || situation.trees === 'over' ? 'over' : spare.includes('trees') ? 'near' : situation.trees,
  }
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

/** What may not be used at the person's place, or only so much of it a year. */
export interface Restriction {
  kind: 'active' | 'group'
  name: string
  /** Most in a year, lb of active per acre; none at all where it is 0. */
  mostLbPerAcre: number
  note: string
}

/** Grass that an application would touch. */
export interface JudgedGround {
  id: string
  name: string
  turf: string
  state: TurfState
  /** Everything already put on it. */
  passes: Pass[]
  /** Swath along warm edges that is gone over twice, ft², and what its strips are called. */
  edgeSqFt?: number
  edgeNames?: string[]
  check?: TurfCheck
  /** What stands in or beside it and must not be hit. */
  spare?: Spared[]
  /** The next day it is to be seeded. */
  seedingDay?: Day
  /** The last day it was seeded, as far as that is known. */
  sownOn?: Day
  /** What grows on it, as it was last seen. */
  seen?: SeenWeed[]
  /** What its owner said may not be used there, or only so much of it. */
  restrictions?: readonly Restriction[]
}

/** Grass of the same yard that is not to be touched. */
export type Neighbour = Pick<JudgedGround, 'name' | 'turf' | 'state'>

export interface OutlookDay {
  day: Day
  highC: number
  lowC: number
}

/** What is around an application; the same for all of its products and lawns. */
export interface Circumstances {
  situation: ShelfSituation
  neighbours: Neighbour[]
  /** The days ahead; empty where no weather is known, absent where the pass is for another time than these days. */
  outlook?: OutlookDay[] | undefined
  actives: Active[]
  hemisphere?: Hemisphere | undefined
  /** On what soil weeds sprout, by code of the plant: warming or cooling. */
  sprouts?: Record<string, Trend | 'both'> | undefined
  /** The owner's own reason to go on against what is advised. It never moves a label's limit, nor a law. */
  override?: string | undefined
}

/** One product that is to go down on a day. */
export interface Application {
  day: Day
  rules: LabelRules
  /** Only lines of the directions with this purpose count; any where it is not said. */
  purpose?: Purpose | undefined
  /** Absent where only the label's own least rate is held against what is down already. */
  rate?: Quantity<RatePerAreaUnit> | undefined
  /** Absent while a pass is only planned. */
  carrierVolume?: Quantity<'gal/1000ft2'> | undefined
  /** What it is meant for. */
  targets?: { plant: string; stage?: PlantStage; tillers?: number | null }[] | undefined
}

/** Who says so: a label, what is known of the actives, the law of the place, the site, the weather, the season. */
export type Source = NonNullable<Refusal['source']>

/**
 * What a rule has to say. It stops the application, asks for something that must be known first, or is to be minded. Its
 * words stand under refusal.<code>, or caution.<code> where it is only to be minded; what would do under remedy.<code>.
 */
export interface Objection extends Refusal {
  kind: NonNullable<Refusal['kind']>
  source: Source
}

export interface Judgement {
  /** Yes, yes with cautions, first answer this, or no. */
  outcome: 'yes' | 'cautions' | 'asks' | 'no'
  /** What stops it or must be answered first. */
  refusals: Objection[]
  cautions: Caution[]
  /** The label's line, and the year as this ground has used it. */
  limits: LimitCheck
  /** What stops it is of the weather alone, and ends on this day. */
  opensOn?: Day
}

/** One product on one ground with all that a rule may look at. */
export interface RuleCase {
  application: Application
  ground: JudgedGround
  circumstances: Circumstances
  /** What the almanac knows of what is in it. */
  known: Active[]
  limits: LimitCheck
}
/** A rule of the trade: what it has to say of a case, if anything. */
export type Rule = (about: RuleCase) => Objection[]
