import type { YardId } from '@jardinero/core/quantity'
import { watchDebounced } from '@vueuse/core'
import { computed, onScopeDispose, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAccount, useSeason, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { createSoilEngine, members } from './soilEngine.ts'
import { buildSoilRequest } from './soilRequest.ts'
import { useSoil } from './soilStore.ts'
import { useWatchedWeeds } from './useWatchedWeeds.ts'

/** Elsewhere the forecast waits until the station stands and its person has begun; at the Soil station it is what they came for. */
const patienceMs = { here: 200, elsewhere: 5000 }

/**
 * Keeps the soil of the open yard forecast: runs the simulation when weather, ground or water change, and only draws it anew
 * when a reading or a choice does. Once in the application, in its frame.
 */
export function useSoilForecast(): void {
  const account = useAccount()
  const store = useSoil()
  const route = useRoute()
  const { yard, places, today, day } = useYard()
  const season = useSeason()
  const { weeds } = useWatchedWeeds()
  const { say } = useWords()

  /** Where a date of the soil is told: it is what one came for. */
  const atSoil = computed(() => ['today', 'soil', 'season', 'outing'].includes(String(route.name)))
  const wanted = computed(() => yard.value && `${yard.value.id} ${today.value}`)
  /** Where something is judged that the week's heat may shut. */
  const judges = computed(() => ['shelf', 'bench'].includes(String(route.name)))
  watchDebounced(
    [wanted, atSoil, judges],
    () => yard.value && void store.loadWeather(yard.value.id, today.value),
    {
      debounce: () => (atSoil.value || judges.value ? 0 : patienceMs.elsewhere / 2),
      immediate: true,
    },
  )
  const request = computed(() => {
    const weather = store.weatherOf === wanted.value ? store.weather : undefined
    if (!weather || !yard.value) return undefined
    const ofYard = <T extends { yardId: YardId }>(rows: T[]) =>
      rows.filter((r) => r.yardId === yard.value!.id)
    const built = buildSoilRequest({
      yard: yard.value,
      places: places.value,
      weather,
      readings: season.readings,
      signs: ofYard(account.state.signs),
      waters: ofYard(account.state.waters),
      weeds: weeds.value,
      today: today.value,
      day: day.value,
    })
    return built && { ...built, yardId: yard.value.id, day: day.value, weather }
  })
  /** What a simulation rests on; the rest is a question to it. */
  const simulationKey = computed(
    () =>
      request.value &&
      JSON.stringify([
        request.value.yardId,
        request.value.question.today,
        request.value.simulation.grounds,
        account.state.waters,
      ]),
  )
  /** A row that changed in what the soil does not rest on asks nothing. */
  const questionKey = computed(
    () => request.value && JSON.stringify([request.value.day, request.value.question]),
  )
  type Wanted = NonNullable<typeof request.value>
  let running: { key: string; asked: string | undefined; request: Wanted } | undefined
  const engine = createSoilEngine({
    answer: (answer) => {
      if (!running) return
      const { yardId, question, day: on } = running.request
      const readingIds = question.readings.map((r) => r.id)
      store.stored = { yardId, answer, readingIds, day: on }
    },
    progress: (done) => (store.progress = done < members ? { done, of: members } : undefined),
    failed: () => {
      store.progress = undefined
      store.problem = say('soil.ahead.failed')
    },
  })
  store.engine = engine
  /** Dragging the ribbon passes many days: only the one it rests on is asked for. */
  watchDebounced(
    [request, simulationKey],
    () => {
      const [next, key] = [request.value, simulationKey.value]
      if (!next || !key) return
      // The same station read again may have other days.
      const same = running?.key === key && running.request.weather === next.weather
      const asked = questionKey.value
      if (same && running?.asked === asked) return
      running = { key, asked, request: next }
      if (same) return engine.ask(next.question)
      store.stopped = false
      engine.simulate(next.simulation, next.question)
    },
    { debounce: () => (running || atSoil.value ? patienceMs.here : patienceMs.elsewhere), immediate: true },
  )
  watch(
    () => store.stopped,
    (stopped) => {
      if (stopped) engine.halt()
      else if (running && store.progress)
        engine.simulate(running.request.simulation, running.request.question)
    },
  )
  watch(
    () => yard.value?.id,
    (id) => id !== store.stored?.yardId && (store.stored = undefined),
  )
  onScopeDispose(() => {
    store.engine = undefined
    engine.close()
  })
}
