import { computed } from 'vue'
import type { Trend } from '@jardinero/core/soil'
import { useSoil } from '../soil/index.ts'
import { useYard } from '../state/index.ts'
import type { JudgedSeason } from './planStore.ts'
import { usePlans } from './usePlans.ts'

/** The season as the server's answer has it: for today, the half of the year at hand and the label that is proposed. */
export function useKeptSeason() {
  const soil = useSoil()
  const { yard, day, today } = useYard()
  const { planOf } = usePlans()
  const kept = computed(() => (day.value >= today.value ? soil.keptOf(yard.value?.id)?.answer : undefined))
  /** Nothing where it is of another half, or of another plan than the one in force. */
  function ofHalf(half: Trend): JudgedSeason | undefined {
    const season = kept.value?.season
    if (!season || season.half !== half) return undefined
    const plan = planOf(half)
    const isOfPlan = plan
      ? JSON.stringify(season.plan?.programme) === JSON.stringify(plan.programme)
      : !season.plan
    if (!isOfPlan) return undefined
    const { members, rows } = season
    return {
      yardId: yard.value!.id,
      half,
      on: today.value,
      members,
      ...(season.plan && { plan: season.plan }),
      ...(rows.length && { rows }),
    }
  }
  return { kept, ofHalf }
}
