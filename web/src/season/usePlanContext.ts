import type { ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import {
  noWishes,
  passesOfPlan,
  rangeOfLabel,
  targetOf,
  type PlanContext,
  type SeasonWishes,
  type Target,
} from '@jardinero/core/season'
import { groundOf, seasonOf, type Trend } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { activesNamed } from '@jardinero/core/shelf'
import { usePlants } from '../scout/index.ts'
import { useCircumstances, useShelf } from '../shelf/index.ts'
import { useSoil, useWatchedWeeds } from '../soil/index.ts'

/** What every programme of the open yard is held against, from the account's rows. */
export function usePlanContext() {
  const account = useAccount()
  const route = useRoute()
  const soil = useSoil()
  const { yard, zones, places, areas, passesOn, today, situation } = useYard()
  const { weeds, codes } = useWatchedWeeds()
  const { plantOf } = usePlants()
  const shelf = useShelf()
  const { around } = useCircumstances()

  const wishes = computed<SeasonWishes>(() => yard.value?.seasonWishes ?? noWishes)
  /** The day the soil is known up to: plans begin after it. */
  const planDay = computed(() =>
    soil.stored?.yardId === yard.value?.id && soil.stored ? soil.stored.answer.today : today.value,
  )
  /** The half of the year that is planned: as the address says, else the one whose season has begun. */
  const half = computed<Trend>(() => {
    const asked = route.query['for']
    if (asked === 'rising' || asked === 'falling') return asked
    const { from } = seasonOf(planDay.value, situation.value.hemisphere, 'rising')
    return from <= planDay.value ? 'rising' : 'falling'
  })
  const plansOf = (trend: Trend) =>
    account.state.plans.filter((p) => p.yardId === yard.value?.id && p.half === trend)
  /** What the plan of the other half of the year will put down: the year's maximum is shared. */
  const plannedOn = (zoneId: ZoneId) => {
    const other = plansOf(half.value === 'rising' ? 'falling' : 'rising').at(-1)
    const { labels } = account.state
    return other ? passesOfPlan(other, { zoneId, labels, from: planDay.value }) : []
  }
  const aroundYard = () => {
    const { situation: who, hemisphere, sprouts } = around(zones.value)
    return { situation: who, hemisphere, sprouts }
  }
  const context = computed<PlanContext>(() => ({
    today: planDay.value,
    zones: zones.value.map(({ id, name, turf, state, turfCheck }) => ({
      id,
      name,
      turf,
      state,
      ...(turfCheck && { check: turfCheck }),
      areaSqFt: areas.value.get(id)?.area.value ?? 0,
      passes: [...passesOn(id), ...plannedOn(id)],
    })),
    places: places.value.map(({ id, zoneId, kind, ground }) => ({
      id,
      zoneId,
      kind,
      thatchCm: groundOf(kind, ground).thatchCm,
    })),
    labels: account.state.labels.map(({ id, rules }) => ({ id, rules })),
    barriers: account.almanac.barriers,
    wishes: wishes.value,
    actives: activesNamed(
      shelf.almanac.actives,
      account.state.labels.map((l) => l.rules),
    ),
    around: aroundYard(),
  }))
  /** Labels of the shelf that make a barrier on some of this lawn. */
  const barrierLabels = computed(() => {
    const { labels, barriers, zones: own } = context.value
    const makesOne = (name: string) => barriers.some((b) => b.name.toLowerCase() === name.toLowerCase())
    const usable = labels.flatMap((label) => {
      const range = rangeOfLabel(label, own)
      return range && label.rules.actives.some((a) => makesOne(a.name)) ? [{ label, range }] : []
    })
    // Those for the whole lawn first.
    return usable.toSorted((a, b) => b.range.zones.length - a.range.zones.length).map((u) => u.label)
  })
  const targets = computed(() =>
    Object.fromEntries(
      weeds.value.flatMap(({ code }): [string, Target][] => {
        const plant = plantOf(code)
        const target = plant && targetOf(plant)
        return target ? [[code, target]] : []
      }),
    ),
  )
  /** Watched weeds of this half that a barrier stops, and all that none does. */
  const stoppable = computed(() =>
    weeds.value.filter(
      (w) => targets.value[w.code] && (w.emergence.trend === half.value || w.emergence.trend === 'both'),
    ),
  )
  const unstoppable = computed(() => codes.value.filter((code) => plantOf(code) && !targets.value[code]))
  const plan = computed(() => plansOf(half.value).at(-1))
  return { context, wishes, half, barrierLabels, targets, stoppable, unstoppable, plan, plansOf, planDay }
}
