import { until } from '@vueuse/core'
import { proxy } from 'comlink'
import { computed, onScopeDispose } from 'vue'
import { addDays } from '@jardinero/core/quantity'
import { seasonOf } from '@jardinero/core/soil'
import { useYard } from '../state/index.ts'
import { useSoil } from '../soil/index.ts'
import { openWorker, type OpenWorker } from '../kit/openWorker.ts'
import type { SearchOrder, SearchSeasonWorker } from '../workers/index.ts'
import { usePlanStore } from './planStore.ts'
import { usePlanContext } from './usePlanContext.ts'
import { plain } from '../kit/plain.ts'
import { useSeasonQuestion } from './useSeasonQuestion.ts'

/** The grid: days this far apart, so many rates between the label's least and most; gains under this are not looked for. */
const grid = { everyDays: 5, rateSteps: 3, passes: 2, tolerance: 0.005, most: 3000 } as const

/** The seasons it searches on are fetched, or worked out, within so long. */
const runsPatienceMs = 120_000

/** The search for the best days and rates, in a worker of its own; stopping it ends the worker. */
export function useSearch() {
  const store = usePlanStore()
  const soil = useSoil()
  const { yard, situation } = useYard()
  const { half, planDay } = usePlanContext()
  const base = useSeasonQuestion()
  let worker: OpenWorker<SearchSeasonWorker> | undefined
  const stop = () => {
    worker?.end()
    worker = undefined
    if (store.search?.state === 'looking') store.search = undefined
  }
  onScopeDispose(stop)

  async function begin(): Promise<void> {
    stop()
    store.search = { state: 'looking', looked: 0 }
    await until(() => soil.hasRuns).toBe(true, { timeout: runsPatienceMs })
    if (store.search?.state !== 'looking') return
    const season = base.value && (await soil.engine?.forSearch(plain(base.value)))
    if (!season) {
      store.search = undefined
      return
    }
    const { from: begins, to } = seasonOf(planDay.value, situation.value.hemisphere, half.value)
    const first = addDays(planDay.value, 1)
    const order: SearchOrder = { season, ...grid, from: begins > first ? begins : first, to }
    const failed = (reason: string) => {
      console.error(reason)
      store.search = { state: 'failed', looked: store.search?.looked ?? 0 }
    }
    const mine = (worker = openWorker<SearchSeasonWorker>(
      new Worker(new URL('../workers/searchSeason.ts', import.meta.url), { type: 'module' }),
      (reason) => worker === mine && failed(reason),
    ))
    const looked = (count: number) => {
      if (worker === mine) store.search = { state: 'looking', looked: count }
    }
    try {
      const optimum = await mine.call((search) => search.search(order, proxy(looked)))
      if (worker !== mine) return
      const soFar = store.search?.looked ?? 0
      if (!optimum) store.search = { state: 'none', looked: soFar }
      else {
        store.search = { state: 'found', looked: soFar, optimum }
        store.draft = { yardId: yard.value!.id, half: half.value, programme: optimum.programme }
      }
    } catch (error) {
      if (worker === mine) failed(String(error))
    }
    mine.end()
    if (worker === mine) worker = undefined
  }
  return { begin, stop, search: computed(() => store.search), tolerance: grid.tolerance }
}
