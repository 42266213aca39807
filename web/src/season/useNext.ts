import { computed } from 'vue'
import { openPasses, promisedLawns } from '@jardinero/core/job'
import { nextOfPlan, nextProposed, type NextAnswer } from '@jardinero/core/season'
import { seasonOf } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { usePlanStore, type JudgedSeason } from './planStore.ts'
import { useJobDays } from './useJobDays.ts'
import { useKeptSeason } from './useKeptSeason.ts'
import { usePlans } from './usePlans.ts'

/** The one next application of the open yard, as every station tells it: of the plan in force, else proposed. */
export function useNext() {
  const store = usePlanStore()
  const account = useAccount()
  const { yard, zones, records, day, today, situation } = useYard()
  const { usualHalf, usualPlan: plan } = usePlans()
  const { ofHalf } = useKeptSeason()
  const { days, rulesOf } = useJobDays()
  const usual = computed(() => {
    const on = day.value < today.value ? day.value : today.value
    const isOf = (judged: JudgedSeason | undefined) =>
      judged?.yardId === yard.value?.id && judged?.half === usualHalf.value && judged?.on === on
    // What was judged here of this yard and day, else as the server's answer has it.
    return [store.usual, ofHalf(usualHalf.value)].find(isOf)
  })
  const promised = computed(() =>
    promisedLawns(account.state.jobs, usualHalf.value, yard.value?.latitude ?? 0, {
      days: days.value,
      rulesOf,
    }),
  )
  const next = computed<NextAnswer | undefined>(() => {
    const facts = {
      day: day.value,
      seasonFrom: seasonOf(day.value, situation.value.hemisphere, usualHalf.value).from,
      school: yard.value?.timingSchool ?? 'edgeLed',
      zones: zones.value,
      labels: account.state.labels,
      open: openPasses(account.state.jobs, usualHalf.value, day.value),
      promised: promised.value,
      records: records.value,
    }
    if (plan.value) return nextOfPlan(plan.value, usual.value?.plan, facts)
    return nextProposed(usual.value?.rows ?? [], facts)
  })
  const application = computed(() => (next.value?.kind === 'none' ? undefined : next.value))
  return { next, application }
}
