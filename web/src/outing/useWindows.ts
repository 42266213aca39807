import { computed, watchEffect } from 'vue'
import { noOutingWishes } from '@jardinero/contract/constants'
import { computeWindows, placeAfter, type HourAhead, type Occupied } from '@jardinero/core/outing'
import { addDays, clockIn, dayIn, hourIn, instantAt, type Day } from '@jardinero/core/quantity'
import { clock, useYard } from '../state/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useSoil } from '../soil/index.ts'
import type { useOutingPass } from './useOutingPass.ts'

const clockOf = (hour: number): string => {
  const minutes = Math.round(hour * 60)
  const two = (n: number) => String(n).padStart(2, '0')
  return minutes >= 1440 ? '23:59' : `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`
}

/** The hours ahead held against a pass, the labels, the owner's wishes and the family's week. */
export function useWindows(
  {
    pass,
    against,
    chosen,
  }: Pick<ReturnType<typeof useOutingPass>, 'pass'> &
    Partial<Pick<ReturnType<typeof useOutingPass>, 'against' | 'chosen'>>,
  /** Looks only at what others have fetched. */
  { patient = false } = {},
) {
  const soil = useSoil()
  const shelf = useShelf()
  const { yard, today, timeZone } = useYard()
  if (!patient) {
    watchEffect(() => {
      if (yard.value) void soil.loadWeather(yard.value.id, today.value)
    })
    void shelf.load()
  }

  const wishes = computed(() => yard.value?.outingWishes ?? noOutingWishes)
  /** The hour it is; of the demo, the clock on the wall on its day. */
  const thisHour = computed(() =>
    instantAt(today.value, `${clockIn(clock.now, timeZone.value).slice(0, 2)}:00`, timeZone.value),
  )
  /** From the hour it is on: what is past is not offered, nor what is invented. */
  const hours = computed<HourAhead[]>(() => {
    const known = soil.isInvented ? [] : (soil.weatherFor(yard.value?.id)?.hours ?? [])
    return known
      .filter((h) => Date.parse(h.at) >= Date.parse(thisHour.value))
      .map((h) => ({
        ...h,
        day: dayIn(h.at, timeZone.value),
        hour: Math.floor(hourIn(h.at, timeZone.value)),
      }))
  })
  const days = computed(() => [...new Set(hours.value.map((h) => h.day))])
  const weekdayOf = (day: Day) => new Date(`${day}T12:00:00Z`).getUTCDay()
  const mowDays = computed<Day[]>(() => {
    const { mowWeekday, lastMown } = wishes.value
    const around = days.value.length
      ? [...days.value, addDays(days.value.at(-1)!, 1), addDays(days.value.at(-1)!, 2)]
      : []
    const weekly = mowWeekday === null ? [] : around.filter((d) => weekdayOf(d) === mowWeekday)
    return [...(lastMown ? [lastMown] : []), ...weekly]
  })
  const occupied = computed<Occupied[]>(() =>
    wishes.value.family.flatMap((f) =>
      days.value
        .filter((d) => (f.day ? d === f.day : weekdayOf(d) === f.weekday))
        .map((d) => ({
          from: instantAt(d, clockOf(f.fromHour), timeZone.value),
          to: instantAt(d, clockOf(f.toHour), timeZone.value),
        })),
    ),
  )
  const outcome = computed(() =>
    pass.value && yard.value && hours.value.length
      ? computeWindows({
          hours: hours.value,
          latitude: yard.value.latitude,
          longitude: yard.value.longitude,
          pass: pass.value,
          own: wishes.value.limits,
          activeOf: (name) => shelf.activeOf(name),
          mowDays: mowDays.value,
          occupied: occupied.value,
          noTime: yard.value.seasonWishes?.busy ?? [],
          against: against?.value ?? [],
          ...(chosen?.value?.day && { meantFor: chosen.value.day }),
        })
      : undefined,
  )
  const answer = computed(() => {
    if (!outcome.value?.ok) return undefined
    // Before it is known when, nothing is offered.
    return chosen?.value?.isPending ? { ...outcome.value.value, best: [] } : outcome.value.value
  })
  /** What follows a pass that ends with an hour. */
  const afterOf = (ends: number) =>
    answer.value && pass.value && placeAfter(pass.value.labels, answer.value.limits, answer.value.hours, ends)
  return {
    wishes,
    hours,
    days,
    outcome,
    answer,
    afterOf,
    problem: computed(() => soil.problem),
    isInvented: computed(() => soil.isInvented),
  }
}
