import { computed } from 'vue'
import {
  dateJobs,
  jobEvents,
  jobsDue,
  jobWords,
  judgeJobs,
  lastDayOf,
  standingOf,
  type Job,
} from '@jardinero/core/job'
import type { LabelId } from '@jardinero/core/quantity'
import { situationOf, usualSituation } from '@jardinero/core/shelf'
import { useShelf } from '../shelf/index.ts'
import { useAccount, useJobs, useYard } from '../state/index.ts'
import { useKeptSeason } from './useKeptSeason.ts'
import { usePlans } from './usePlans.ts'

/** The jobs of the open yard with the day that each has now: the one every station tells. */
export function useJobDays() {
  const account = useAccount()
  const { zones, day, situation } = useYard()
  const { jobs } = useJobs()
  const { planOf } = usePlans()
  const { ofHalf } = useKeptSeason()
  const planned = computed(() =>
    (['rising', 'falling'] as const).flatMap((half) => {
      const plan = planOf(half)
      return ofHalf(half)?.plan?.passes ?? plan?.days ?? []
    }),
  )
  const days = computed(() =>
    dateJobs(jobs.value, (passId) => planned.value.find((p) => p.id === passId)?.day),
  )
  const rulesOf = (id: LabelId) => account.state.labels.find((l) => l.id === id)?.rules
  const labelOf = (id: LabelId) => rulesOf(id)?.name
  const named = computed(() => ({ zones: zones.value, labelOf }))
  const events = computed(() => jobEvents(jobs.value, days.value, named.value))
  const at = computed(() => ({ today: day.value, hemisphere: situation.value.hemisphere }))
  const due = computed(() => jobsDue(jobs.value, days.value, at.value, named.value))
  const wordsOf = (job: Job) => jobWords(job, named.value)
  const dayOf = (job: Job) => days.value.get(job.id) ?? {}
  const stands = (job: Job) => standingOf(job, dayOf(job), { ...at.value, jobs: jobs.value })
  const lastDay = (job: Job) => lastDayOf(job, dayOf(job), at.value.hemisphere)
  return { jobs, days, rulesOf, events, due, wordsOf, dayOf, stands, lastDay }
}

/** What stands against the open jobs on the days they have now. */
export function useJobJudgement() {
  const shelf = useShelf()
  const account = useAccount()
  const { yard, zones, places, passesOn, situation } = useYard()
  const { jobs, days, rulesOf } = useJobDays()
  const judged = computed(() =>
    judgeJobs(jobs.value, days.value, {
      zones: zones.value.map(({ id, name, turf, state, turfCheck, spared }) => ({
        id,
        name,
        turf,
        state,
        ...(spared?.length && { spare: spared }),
        passes: passesOn(id),
        edgeSqFt: places.value.some((p) => p.zoneId === id && p.kind === 'edge') ? 1 : 0,
        ...(turfCheck && { check: turfCheck }),
      })),
      rulesOf,
      seeding: [],
      ...yard.value?.seasonWishes,
      finds: account.state.finds,
      around: {
        situation: yard.value ? situationOf(yard.value) : usualSituation,
        actives: shelf.almanac.actives,
        hemisphere: situation.value.hemisphere,
        sprouts: shelf.almanac.sprouts,
      },
    }),
  )
  return { judged }
}
