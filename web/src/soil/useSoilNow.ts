import { computed } from 'vue'
import { addDays, type Day, type PlaceId } from '@jardinero/core/quantity'
import type { PassWindow, PlaceOutlook, SchoolWindows } from '@jardinero/core/soil'
import { useSeason, useYard } from '../state/index.ts'
import { useSoil } from './soilStore.ts'

/** A pass with its days on the calendar. */
export interface DatedPass extends Omit<PassWindow, 'from' | 'to' | 'latest'> {
  from?: Day
  to?: Day
  latest?: Day
}

/** The simulation's answer for the open yard and the day one stands on, where there is one. */
export function useSoilNow() {
  const store = useSoil()
  const { yard, places, day } = useYard()
  const season = useSeason()
  const stored = computed(() => {
    const now = store.stored
    return now && now.yardId === yard.value?.id ? now : undefined
  })
  const answer = computed(() => stored.value?.answer)
  /** It is being worked out: until it is there no date is told that it would change. */
  const isPending = computed(() => store.attended && !store.problem && !store.stopped && !answer.value)
  /** The answer is of this day, not of one just left. */
  const current = computed(() => stored.value?.day === day.value)
  const outlookOf = (placeId: PlaceId | undefined): PlaceOutlook | undefined =>
    answer.value?.places.find((p) => p.id === placeId)
  const dayAt = (days: number | undefined): Day | undefined =>
    days === undefined || !answer.value ? undefined : addDays(answer.value.today, Math.round(days))
  const datedPass = ({ from, to, latest, ...pass }: PassWindow): DatedPass => {
    const [f, t, l] = [dayAt(from), dayAt(to), dayAt(latest)]
    return { ...pass, ...(f && { from: f }), ...(t && { to: t }), ...(l && { latest: l }) }
  }
  const schools = computed(() =>
    (answer.value?.schools ?? []).map((s) => ({ ...s, passes: s.passes.map(datedPass) })),
  )
  const chosen = computed(() => schools.value.find((s) => s.school === yard.value?.timingSchool))
  const nextOf = ({ passes, next }: { passes: DatedPass[]; next: SchoolWindows['next'] }): DatedPass =>
    passes.find((p) => p.pass === next)!
  /** Readings set aside, with the row they are and why. */
  const setAside = computed(() =>
    (answer.value?.setAside ?? []).flatMap(({ index, sigmas, expectedC }) => {
      const reading = season.readings.find((r) => r.id === stored.value?.readingIds[index])
      const place = places.value.find((p) => p.id === reading?.placeId)
      return reading && place ? [{ reading, place, sigmas, expectedC }] : []
    }),
  )
  const placeName = (id: string | undefined) => places.value.find((p) => p.id === id)?.name ?? ''
  return {
    store,
    answer,
    isPending,
    current,
    outlookOf,
    dayAt,
    schools,
    chosen,
    nextOf,
    setAside,
    placeName,
  }
}
