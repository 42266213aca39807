import { computed } from 'vue'
import { halfAt, planHolds } from '@jardinero/core/season'
import type { Trend } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { useSoil } from '../soil/index.ts'

/** The plans of the open yard, by the half of the year they are for. */
export function usePlans() {
  const account = useAccount()
  const soil = useSoil()
  const { yard, today, situation } = useYard()
  /** The day the soil is known up to: plans begin after it. */
  const planDay = computed(() =>
    soil.stored?.yardId === yard.value?.id && soil.stored ? soil.stored.answer.today : today.value,
  )
  /** The half of the year at hand. */
  const usualHalf = computed(() => halfAt(planDay.value, yard.value?.latitude ?? 0))
  const plansOf = (trend: Trend) =>
    account.state.plans.filter((p) => p.yardId === yard.value?.id && p.half === trend)
  /** The plan in force of a half: the newest, as long as its season lasts. */
  function planOf(trend: Trend) {
    const newest = plansOf(trend).at(-1)
    return newest && planHolds(newest, today.value, situation.value.hemisphere) ? newest : undefined
  }
  /** The plan in force in the half at hand. */
  const usualPlan = computed(() => planOf(usualHalf.value))
  return { planDay, usualHalf, plansOf, planOf, usualPlan }
}
