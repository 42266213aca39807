import type { Day, PlaceId, ZoneId } from '../quantity/index.ts'
import type { Plant } from '../scout/index.ts'
import { groundOf, type GroundChoices, type Trend, type Weed } from '../soil/index.ts'
import {
  activesNamed,
  situationOf,
  type Active,
  type Circumstances,
  type Pass,
  type TurfCheck,
} from '../shelf/index.ts'
import { hemisphereOf, lawnsOf, type PlaceKind, type TurfState } from '../yard/index.ts'
import type { BarrierActive } from './barrier/active.ts'
import type { Target } from './barrier/escape.ts'
import { targetOf } from './barrier/target.ts'
import { passesOfPlan } from './programme/check.ts'
import { rangeOfLabel } from './programme/labelRange.ts'
import {
  barrierOf,
  noWishes,
  type PlanContext,
  type PlanLabel,
  type SeasonWishes,
} from './programme/programme.ts'

/** What is stored of a yard that a programme is held against. */
export interface PlanFacts {
  /** The day the soil is known up to: plans begin after it. */
  today: Day
  yard: {
    latitude: number
    seasonWishes?: SeasonWishes | null
    timeZone: string
    shelfSituation?: Circumstances['situation'] | null
  }
  zones: {
    id: ZoneId
    name: string
    turf: string
    state: TurfState
    turfCheck?: TurfCheck | null
    areaSqFt: number
    /** Everything already put on it. */
    passes: Pass[]
  }[]
  places: { id: PlaceId; zoneId: ZoneId; kind: PlaceKind; ground?: Partial<GroundChoices> | null }[]
  labels: PlanLabel[]
  /** Plans in force beside the one that is held: the year's maximum is shared. */
  others: Parameters<typeof passesOfPlan>[0][]
  almanac: { barriers: BarrierActive[]; actives: Active[]; sprouts: Circumstances['sprouts'] }
}

/** Everything a programme of a yard is held against, from what is stored of it: the same at the server and in the browser. */
export function buildPlanContext(facts: PlanFacts): PlanContext {
  const { today, yard, zones, places, labels, others, almanac } = facts
  return {
    today,
    zones: lawnsOf(zones).map(({ id, name, turf, state, turfCheck, areaSqFt, passes }) => ({
      id,
      name,
      turf,
      state,
      areaSqFt,
      passes: [
        ...passes,
        ...others.flatMap((plan) => passesOfPlan(plan, { zoneId: id, labels, from: today })),
      ],
      ...(turfCheck && { check: turfCheck }),
    })),
    places: places.map(({ id, zoneId, kind, ground }) => ({
      id,
      zoneId,
      kind,
      thatchCm: groundOf(kind, ground ?? {}).thatchCm,
    })),
    labels: labels.map(({ id, rules }) => ({ id, rules })),
    barriers: almanac.barriers,
    wishes: yard.seasonWishes ?? noWishes,
    actives: activesNamed(
      almanac.actives,
      labels.map((l) => l.rules),
    ),
    around: {
      situation: situationOf(yard),
      hemisphere: hemisphereOf(yard.latitude),
      sprouts: almanac.sprouts,
    },
  }
}

/**
 * Labels that make a barrier on some of a yard's lawns: those for the whole of it first, of these what stands on the shelf. The first is the one that is proposed.
 * @param stocked ids of labels with a package on the shelf
 */
export function barrierLabels(
  { labels, barriers, zones }: Pick<PlanContext, 'labels' | 'barriers' | 'zones'>,
  stocked: Set<string>,
): PlanLabel[] {
  const usable = labels.flatMap((label) => {
    const range = rangeOfLabel(label, zones)
    return range && label.rules.actives.some((a) => a.strength.unit !== 'none' && barrierOf(barriers, a.name))
      ? [{ label, range }]
      : []
  })
  return usable
    .toSorted(
      (a, b) =>
        b.range.zones.length - a.range.zones.length ||
        Number(stocked.has(b.label.id)) - Number(stocked.has(a.label.id)),
    )
    .map((u) => u.label)
}

/** What a barrier meets of each weed, by code; those that none stops are left out. */
export const targetsOf = (
  codes: string[],
  plantOf: (code: string) => Plant | undefined,
): Record<string, Target> =>
  Object.fromEntries(
    codes.flatMap((code): [string, Target][] => {
      const plant = plantOf(code)
      const target = plant && targetOf(plant)
      return target ? [[code, target]] : []
    }),
  )

/** Watched weeds of a half of the year that a barrier stops. */
export const stoppableWeeds = (weeds: Weed[], targets: Record<string, Target>, half: Trend): Weed[] =>
  weeds.filter((w) => targets[w.code] && (w.emergence.trend === half || w.emergence.trend === 'both'))
