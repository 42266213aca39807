import type { YardId } from '@jardinero/core/quantity'
import { watchDebounced } from '@vueuse/core'
import { computed, onScopeDispose, watch } from 'vue'
import { useRoute } from 'vue-router'
import { buildSoilQuestion, soilMembers } from '@jardinero/core/soil'
import { useAccount, useSeason, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { fetchRuns } from './fetchRuns.ts'
import { createSoilEngine } from './soilEngine.ts'
import { useSoil } from './soilStore.ts'
import { useWatchedWeeds } from './useWatchedWeeds.ts'

/** Elsewhere what is worked out here waits until the station stands and its person has begun; where it is what they came for it does not. */
const patienceMs = { here: 200, elsewhere: 5000 }

/**
 * Keeps the soil of the open yard known. Today's is the server's answer, kept and the same for all. What that does not hold is
 * worked out here: another day, a plan that is tried, and all of it while nobody answers. Once in the application, in its frame.
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
    if (!store.isLocal || !weather || !yard.value) return undefined
    const ofYard = <T extends { yardId: YardId }>(rows: T[]) =>
      rows.filter((r) => r.yardId === yard.value!.id)
    const built = buildSoilQuestion({
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
      // The same figures, worked out once more: what stands does not change.
      if (!running || (store.holdsToday && running.request.day === today.value)) return
      const { yardId, question, day: on } = running.request
      // One has gone on to another day, or another yard, since; come back to, this is asked again.
      if (on !== day.value || yardId !== yard.value?.id) return void (running.asked = undefined)
      const readingIds = question.readings.map((r) => r.id)
      store.stored = { yardId, answer, readingIds, day: on }
    },
    progress: (done) =>
      store.isLocal && (store.progress = done < soilMembers ? { done, of: soilMembers } : undefined),
    ready: (is) => (store.hasRuns = is),
    failed: () => {
      store.progress = undefined
      store.problem = say('soil.ahead.failed')
    },
  })
  store.engine = engine
  async function simulate(next: Wanted): Promise<void> {
    const mine = running
    const kept = next.question.today === today.value && store.kept?.isCurrent && store.kept.answer
    const runs = kept ? await fetchRuns(next.yardId, next.simulation.grounds.length) : undefined
    if (running !== mine) return
    if (runs) engine.takeKept(runs, next.question)
    else engine.simulate(next.simulation, next.question)
  }
  /** Dragging the ribbon passes many days: only the one it rests on is asked for. */
  watchDebounced(
    [request, simulationKey],
    () => {
      const [next, key] = [request.value, simulationKey.value]
      if (!next || !key) {
        // Nothing is wanted of here now: what is under way is let go, what is made waits to be asked again.
        if (running) running = engine.rest() ? { ...running, asked: undefined } : undefined
        return
      }
      // The same station read again may have other days.
      const same = running?.key === key && running.request.weather === next.weather
      const asked = questionKey.value
      if (same && running?.asked === asked) return
      running = { key, asked, request: next }
      if (same) return engine.ask(next.question)
      store.stopped = false
      void simulate(next)
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
