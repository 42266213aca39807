import { computed } from 'vue'
import { computeAgenda } from '@jardinero/core/today'
import { stillToDo } from '@jardinero/core/job'
import { noWishes } from '@jardinero/core/season'
import { dayIn } from '@jardinero/core/quantity'
import { useAccount, useYard } from '../state/index.ts'
import { useJobDays, useKeptSeason, useNext, usePlans } from '../season/index.ts'
import { useShelf } from '../shelf/index.ts'

/** What the weeks ahead hold in the open yard. */
export function useAgenda() {
  const account = useAccount()
  const shelf = useShelf()
  const { yard, zones, records, day, timeZone } = useYard()
  const { usualHalf, usualPlan } = usePlans()
  const { ofHalf } = useKeptSeason()
  const { next } = useNext()
  const { events } = useJobDays()
  void shelf.load()
  return computed(() => {
    const plan = usualPlan.value
    const open = plan && stillToDo(plan.programme, account.state.jobs, plan.half, day.value)
    const now = ofHalf(usualHalf.value)?.plan
    return computeAgenda({
      day: day.value,
      ...(plan && { plan: { programme: open!, days: now?.passes ?? plan.days } }),
      context: {
        zones: zones.value.map(({ id, name, turf, state }) => ({
          id,
          name,
          turf,
          state,
          areaSqFt: 0,
          passes: [],
        })),
        labels: account.state.labels,
        wishes: yard.value?.seasonWishes ?? noWishes,
      },
      ...(next.value && { next: next.value }),
      jobs: events.value,
      passes: records.value.map((r) => ({
        ...r,
        rated: account.state.ratings.some((rating) => rating.recordId === r.id),
        ...(r.keepOffUntil && {
          reentry: { at: r.keepOffUntil, day: dayIn(r.keepOffUntil, timeZone.value) },
        }),
      })),
      activeOf: shelf.activeOf,
    })
  })
}
