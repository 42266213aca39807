import type { YardId } from '@jardinero/core/quantity'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { KeptAnswer } from '@jardinero/contract/answer'
import type { YardWeather } from '@jardinero/contract/weather'
import type { SoilAnswer } from '@jardinero/core/soil'
import { ApiProblem, get } from '../kit/api.ts'
import { useAccount } from '../state/index.ts'
import type { SoilEngine } from './soilEngine.ts'

/** An answer and what it is of. */
export interface StoredAnswer {
  yardId: YardId
  answer: SoilAnswer
  /** Ids of the readings as they were asked: the answer names them by their index. */
  readingIds: string[]
  /** The day it is judged for. */
  day: string
}

/** The weather and the soil of the open yard, as far as they are known. Written by the forecast alone (useSoilForecast). */
export const useSoil = defineStore('soil', () => {
  const account = useAccount()
  const weather = shallowRef<YardWeather>()
  const weatherOf = ref('')
  /** What stands in the way, in words. */
  const problem = ref<string>()
  const stored = shallowRef<StoredAnswer>()
  /** Members done of those wanted; nothing once all are. */
  const progress = ref<{ done: number; of: number }>()
  /** Broken off by the person, with the members done by then; going on begins anew. */
  const stopped = ref(false)

  /** The server's answer for the open yard, as it was told last. */
  const kept = shallowRef<KeptAnswer>()
  const keptOf = (yardId: YardId | undefined) =>
    yardId && kept.value?.yardId === yardId ? kept.value : undefined
  /** Somebody needs the seasons themselves, to try something on them; and whether they are here. */
  const wantsRuns = ref(false)
  const hasRuns = ref(false)
  /** It is worked out here, not at the server: only then it can be broken off here. */
  const isLocal = ref(false)
  /** Somebody keeps the soil known: what is not here yet is on its way. */
  const attended = ref(false)
  /** What is stored is today's, as the server's answer has it. */
  const holdsToday = ref(false)

  /** What works it out; here while the frame stands. */
  const engine = shallowRef<SoilEngine>()

  async function loadWeather(yardId: YardId, today: string, anew = false): Promise<void> {
    const key = `${yardId} ${today}`
    if (weatherOf.value === key && weather.value && !anew) return
    weatherOf.value = key
    problem.value = undefined
    try {
      const got = await get<YardWeather>(`/api/soil/weather?yardId=${yardId}`)
      if (weatherOf.value === key) weather.value = got
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (weatherOf.value !== key) return
      weather.value = undefined
      // What the server keeps stands, however old; it says so.
      if (!keptOf(yardId)?.answer) stored.value = undefined
      problem.value = error.problem.detail
    }
  }
  /** The weather of a yard, if that is the one at hand; of whichever of its days. */
  const weatherFor = (yardId: YardId | undefined) =>
    yardId && weatherOf.value.startsWith(`${yardId} `) ? weather.value : undefined

  /** Weather that nobody measured: only the demo lives by it. A real lawn has its readings, and that weather as a typical year. */
  const isInvented = computed(() => Boolean(weather.value?.simulated) && account.demoDay === null)

  return {
    weather,
    weatherOf,
    isInvented,
    weatherFor,
    problem,
    stored,
    progress,
    stopped,
    engine,
    kept,
    keptOf,
    wantsRuns,
    hasRuns,
    isLocal,
    holdsToday,
    attended,
    loadWeather,
  }
})
