import type { ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { passesOfJobs } from '@jardinero/core/job'
import {
  barrierLabels as labelsOf,
  buildPlanContext,
  noWishes,
  stoppableWeeds,
  targetsOf,
  type PlanContext,
  type SeasonWishes,
} from '@jardinero/core/season'
import type { Trend } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { usePlants } from '../scout/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useWatchedWeeds } from '../soil/index.ts'
import { useJobDays } from './useJobDays.ts'
import { usePlans } from './usePlans.ts'

/** What every programme of the open yard is held against, from the account's rows. */
export function usePlanContext() {
  const account = useAccount()
  const route = useRoute()
  const { planDay, usualHalf, plansOf, planOf } = usePlans()
  const { yard, zones, places, areas, passesOn } = useYard()
  const { weeds, codes } = useWatchedWeeds()
  const { plantOf } = usePlants()
  const shelf = useShelf()
  const { days, rulesOf } = useJobDays()

  const wishes = computed<SeasonWishes>(() => yard.value?.seasonWishes ?? noWishes)
  /** The half of the year that is planned: as the address says, else the one at hand. */
  const half = computed<Trend>(() => {
    const asked = route.query['for']
    return asked === 'rising' || asked === 'falling' ? asked : usualHalf.value
  })
  /** What the plan of the other half of the year will put down: the year's maximum is shared. */
  const others = computed(() => {
    const other = planOf(half.value === 'rising' ? 'falling' : 'rising')
    return other ? [other] : []
  })
  const context = computed<PlanContext>(() =>
    buildPlanContext({
      today: planDay.value,
      yard: yard.value ?? { latitude: 0, timeZone: 'UTC' },
      zones: zones.value.map((zone) => ({
        ...zone,
        areaSqFt: areas.value.get(zone.id)?.area.value ?? 0,
        passes: [
          ...passesOn(zone.id as ZoneId),
          ...passesOfJobs(account.state.jobs, zone.id, planDay.value, { days: days.value, rulesOf }),
        ],
      })),
      places: places.value,
      labels: account.state.labels,
      others: others.value,
      almanac: {
        barriers: account.almanac.barriers,
        actives: shelf.almanac.actives,
        sprouts: shelf.almanac.sprouts,
      },
    }),
  )
  const stocked = computed(() => new Set<string>(account.state.stock.map((p) => p.labelId)))
  /** Labels of the shelf that make a barrier on some of this lawn, the one that is proposed first. */
  const barrierLabels = computed(() => labelsOf(context.value, stocked.value))
  const targets = computed(() =>
    targetsOf(
      weeds.value.map((w) => w.code),
      plantOf,
    ),
  )
  /** Watched weeds of this half that a barrier stops, and all that none does. */
  const stoppable = computed(() => stoppableWeeds(weeds.value, targets.value, half.value))
  const unstoppable = computed(() => codes.value.filter((code) => plantOf(code) && !targets.value[code]))
  const plan = computed(() => planOf(half.value))
  return {
    context,
    wishes,
    half,
    usualHalf,
    barrierLabels,
    targets,
    stoppable,
    unstoppable,
    plan,
    plansOf,
    planDay,
  }
}
