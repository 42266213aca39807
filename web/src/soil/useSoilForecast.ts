import { watchDebounced } from '@vueuse/core'
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import type { YardWeather } from '@jardinero/contract/soil'
import type { Day } from '@jardinero/core/quantity'
import { timingDepthCm, type PlaceForecast, type SoilForecastRequest } from '@jardinero/core/soil'
import { ApiProblem, get } from '../kit/api.ts'
import { dayIn } from '../kit/localTime.ts'
import { useYard } from '../kit/useYard.ts'
import type { ForecastMessage } from '../workers/soilForecast.ts'
import { shownThresholds } from './thresholds.ts'
import { solarHour } from './solarHour.ts'

const members = 60
const daysAhead = 100
/** Readings from so far back tell of the ground as it is. */
const readingDays = 120

/** The last answer and what it was asked for: coming back to the station computes nothing anew. */
let answered: { key: string; forecasts: Map<string, PlaceForecast> } | undefined
const keyOf = ({ observed, ...rest }: SoilForecastRequest) =>
  JSON.stringify([observed.length, observed.at(-1), rest])

/** Weather fetched so far, by yard and the day it reaches. */
const fetched = new Map<string, YardWeather>()

/** The weeks ahead at each place of the open yard, computed in a worker; anew when a reading, a choice or the day changes. */
export function useSoilForecast() {
  const { yard, places, readings, timeZone, day, today, timing } = useYard()
  const weather = shallowRef<YardWeather>()
  const problem = ref<string>()
  const forecasts = shallowRef(new Map<string, PlaceForecast>())
  const computing = ref(false)
  let worker: Worker | undefined

  async function loadWeather(): Promise<void> {
    if (!yard.value) return
    const key = `${yard.value.id} ${today.value}`
    problem.value = undefined
    try {
      const got = fetched.get(key) ?? (await get<YardWeather>(`/api/soil/weather?yardId=${yard.value.id}`))
      fetched.set(key, got)
      weather.value = got
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error.problem.detail
    }
  }
  watch([() => yard.value?.id, today], () => void loadWeather(), { immediate: true })

  /** The threshold that opens the window by the school of timing. */
  const thresholdC = computed(
    () => timing.value?.opens?.thresholdC ?? (timing.value && shownThresholds(timing.value)[0]?.c),
  )
  const request = computed<SoilForecastRequest | undefined>(() => {
    if (!weather.value || !yard.value || thresholdC.value === undefined) return undefined
    const observed = weather.value.observed.filter((d) => d.day <= day.value)
    const last: Day | undefined = observed.at(-1)?.day
    if (!last || observed.length < 730) return undefined
    const { longitude, latitude } = yard.value
    const mine = readings.value
      .map((r) => ({ ...r, day: dayIn(r.takenAt, timeZone.value) }))
      .filter((r) => r.day <= last && r.depthCm >= timingDepthCm.least && r.depthCm <= timingDepthCm.most)
      .filter((r) => Date.parse(last) - Date.parse(r.day) < readingDays * 86_400_000)
    return {
      latitude,
      places: places.value.map(({ id, kind }) => ({ id, kind, texture: 'loam', thatchCm: 1 })),
      observed,
      forecast: last === today.value ? weather.value.forecast : [],
      readings: mine.map((r) => ({
        placeId: r.placeId,
        day: r.day,
        hour: solarHour(r.takenAt, longitude),
        temperatureC: r.temperatureC,
      })),
      thresholdC: thresholdC.value,
      trend: 'rising',
      members,
      daysAhead,
      seed: 1,
    }
  })

  const stop = () => {
    worker?.terminate()
    worker = undefined
    computing.value = false
  }
  function run(wanted: SoilForecastRequest): void {
    stop()
    const key = keyOf(wanted)
    if (answered?.key === key) {
      forecasts.value = answered.forecasts
      return
    }
    computing.value = true
    worker = new Worker(new URL('../workers/soilForecast.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<ForecastMessage>) => {
      if (data.kind === 'place') forecasts.value = new Map(forecasts.value).set(data.place.id, data.place)
      else {
        if (data.kind === 'done') answered = { key, forecasts: forecasts.value }
        stop()
      }
    }
    worker.onerror = stop
    worker.postMessage(wanted)
  }
  /** Dragging the ribbon passes many days: only the one it rests on is computed, and never before the station stands. */
  watchDebounced(
    request,
    (wanted) => {
      if (!wanted) return
      const mine = new Set(wanted.places.map((p) => p.id))
      forecasts.value = new Map([...forecasts.value].filter(([id]) => mine.has(id)))
      run(wanted)
    },
    { debounce: 250, immediate: true },
  )
  onUnmounted(stop)
  return { forecasts, computing, problem, weather, thresholdC, members, retry: loadWeather }
}
export type SoilForecasts = ReturnType<typeof useSoilForecast>
