import { computed } from 'vue'
import { nextOfPlan, nextProposed, type NextAnswer } from '@jardinero/core/season'
import { seasonOf } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { usePlanStore } from './planStore.ts'
import { usePlanContext } from './usePlanContext.ts'

/** The one next application of the open yard, as every station tells it: of the plan in force, else proposed. */
export function useNext() {
  const store = usePlanStore()
  const account = useAccount()
  const { yard, zones, records, day, today, situation } = useYard()
  const { usualHalf, plansOf } = usePlanContext()
  const plan = computed(() => plansOf(usualHalf.value).at(-1))
  const usual = computed(() => {
    const judged = store.usual
    const on = day.value < today.value ? day.value : today.value
    return judged?.yardId === yard.value?.id && judged?.half === usualHalf.value && judged?.on === on
      ? judged
      : undefined
  })
  const next = computed<NextAnswer | undefined>(() => {
    const facts = {
      day: day.value,
      seasonFrom: seasonOf(day.value, situation.value.hemisphere, usualHalf.value).from,
      school: yard.value?.timingSchool ?? 'edgeLed',
      zones: zones.value,
      labels: account.state.labels,
      records: records.value,
    }
    if (plan.value) return nextOfPlan(plan.value, usual.value?.plan, facts)
    return nextProposed(usual.value?.rows ?? [], facts)
  })
  const application = computed(() => (next.value?.kind === 'none' ? undefined : next.value))
  return { next, application }
}
