import type { Feeding } from '../../bench/index.ts'
import type { BarrierActive } from '../barrier/active.ts'
import {
  convert,
  type Day,
  type Quantity,
  type RatePerAreaUnit,
  type LabelId,
  type ZoneId,
  type PlaceId,
} from '../../quantity/index.ts'
import type { PassRule, TimingSchoolId, Trend } from '../../soil/index.ts'
import {
  createActiveFinder,
  computeActiveRates,
  findUse,
  lengthAt,
  type Active,
  type Circumstances,
  type LabelRules,
  type Pass,
  type Restriction,
  type SaidLength,
  type TurfCheck,
} from '../../shelf/index.ts'
import type { PlaceKind, TurfState } from '../../yard/index.ts'

/** When a pass goes down: on a day, or by a rule of a school, whenever the soil asks for it. */
export type PassTime =
  { kind: 'day'; day: Day } | { kind: 'rule'; school: TimingSchoolId; pass: PassRule['id'] }

/** One product at one rate. */
export interface PassProduct {
  labelId: LabelId
  rate: Quantity<RatePerAreaUnit>
}

/** One planned pass over the lawn: a barrier, perhaps with a partner of another group. */
export interface ProgrammePass extends PassProduct {
  id: string
  /** The half of the year it belongs to. */
  season: Trend
  when: PassTime
  partner?: PassProduct
  /** Zones it covers. */
  zones: string[]
  /** A second swath along the warm edges, or not. */
  edges: 'once' | 'twice'
}

/** Nitrogen from a bag on a day of its own or with a pass. */
export interface FertiliserPass extends Feeding {
  id: string
  day: Day
  zones: string[]
}

/** What is planned for a yard's year. */
export interface Programme {
  passes: ProgrammePass[]
  fertiliser: FertiliserPass[]
}

/** A wish to sow, which a barrier would stop. */
export interface SeedingWish {
  zoneId: ZoneId
  day: Day
}

/** What the owner wants and cannot: all of it may be empty. */
export interface SeasonWishes {
  seeding: SeedingWish[]
  /** Days on which nobody has time. */
  busy: { from: Day; to: Day }[]
  restrictions: Restriction[]
  /** Days on which the lawn is cored, and the share of a barrier that is left after it; 1 for those who hold it unbroken. */
  aerating: { day: Day; leaves: number }[]
  /** Whether it can be watered in; where not, rain must do it. */
  sprinkler: boolean
  q10?: number
}
export const noWishes: SeasonWishes = {
  seeding: [],
  busy: [],
  restrictions: [],
  aerating: [],
  sprinkler: true,
}

export interface PlanZone {
  id: ZoneId
  name: string
  turf: string
  state: TurfState
  areaSqFt: number
  /** Everything already put on it. */
  passes: Pass[]
  /** What was looked at on young or dormant turf. */
  check?: TurfCheck
}
export interface PlanPlace {
  id: PlaceId
  zoneId: ZoneId
  kind: PlaceKind
  thatchCm: number
}
export interface PlanLabel {
  id: LabelId
  rules: LabelRules
}

/** What a programme is held against. */
export interface PlanContext {
  today: Day
  zones: PlanZone[]
  places: PlanPlace[]
  labels: PlanLabel[]
  barriers: BarrierActive[]
  wishes: SeasonWishes
  /** What the almanac knows of the actives that its labels name. */
  actives?: Active[]
  /** Who it is for, where, and what sprouts when; a usual home lawn where it is not said. */
  around?: Pick<Circumstances, 'situation' | 'hemisphere' | 'sprouts'>
}

const finders = new WeakMap<BarrierActive[], (name: string) => BarrierActive | undefined>()
/** The barrier an active of a label makes, if any, by whichever name the label has. */
export function barrierOf(barriers: BarrierActive[], name: string): BarrierActive | undefined {
  const find = finders.get(barriers) ?? createActiveFinder(barriers)
  finders.set(barriers, find)
  return find(name)
}

/** Products of a pass with their labels; those whose label is gone are left out. */
export const productsOf = (
  pass: ProgrammePass,
  labels: PlanLabel[],
): { product: PassProduct; label: PlanLabel; field: string }[] =>
  [
    { product: pass as PassProduct, field: '' },
    ...(pass.partner ? [{ product: pass.partner, field: 'partner.' }] : []),
  ].flatMap(({ product, field }) => {
    const label = labels.find((l) => l.id === product.labelId)
    return label ? [{ product, label, field }] : []
  })

/** What a pass puts down of each active that makes a barrier, lb/acre; and how long its label says that the rate lasts. */
export function dosesOf(
  pass: ProgrammePass,
  { labels, barriers, zones }: Pick<PlanContext, 'labels' | 'barriers' | 'zones'>,
): { active: BarrierActive; lbPerAcre: number; said?: SaidLength }[] {
  const zone = zones.find((z) => pass.zones.includes(z.id))
  return productsOf(pass, labels).flatMap(({ product, label }) => {
    const use = zone && findUse(label.rules, { turf: zone.turf, purpose: 'preEmergent', rate: product.rate })
    const said = use && lengthAt(use, product.rate)
    return computeActiveRates(label.rules, product.rate, 'least').flatMap(({ name, rate }) => {
      const active = barrierOf(barriers, name)
      return active
        ? [{ active, lbPerAcre: convert(rate.value, rate.unit, 'lb/acre'), ...(said && { said }) }]
        : []
    })
  })
}
