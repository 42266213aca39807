import { computed, onScopeDispose } from 'vue'
import { addDays } from '@jardinero/core/quantity'
import { seasonOf } from '@jardinero/core/soil'
import { useYard } from '../state/index.ts'
import { useSoil } from '../soil/index.ts'
import type { SearchMessage, SearchOrder } from '../workers/index.ts'
import { usePlanStore } from './planStore.ts'
import { usePlanContext } from './usePlanContext.ts'
import { plain } from '../kit/plain.ts'
import { useSeasonQuestion } from './useSeasonQuestion.ts'

/** The grid: days this far apart, so many rates between the label's least and most; gains under this are not looked for. */
const grid = { everyDays: 5, rateSteps: 3, passes: 2, tolerance: 0.005, most: 3000 } as const

/** The search for the best days and rates, in a worker of its own; stopping it ends the worker. */
export function useSearch() {
  const store = usePlanStore()
  const soil = useSoil()
  const { yard, situation } = useYard()
  const { half, planDay } = usePlanContext()
  const base = useSeasonQuestion()
  let worker: Worker | undefined
  const stop = () => {
    worker?.terminate()
    worker = undefined
    if (store.search?.state === 'looking') store.search = undefined
  }
  onScopeDispose(stop)

  async function begin(): Promise<void> {
    stop()
    store.search = { state: 'looking', looked: 0 }
    const season = base.value && (await soil.engine?.forSearch(plain(base.value)))
    if (!season) {
      store.search = undefined
      return
    }
    const { from: begins, to } = seasonOf(planDay.value, situation.value.hemisphere, half.value)
    const first = addDays(planDay.value, 1)
    const order: SearchOrder = { season, ...grid, from: begins > first ? begins : first, to }
    worker = new Worker(new URL('../workers/searchSeason.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<SearchMessage>) => {
      if (data.kind === 'looked') {
        store.search = { state: 'looking', looked: data.looked }
        return
      }
      const looked = store.search?.looked ?? 0
      if (data.kind === 'failed') {
        console.error(data.reason)
        store.search = { state: 'failed', looked }
      } else if (!data.optimum) store.search = { state: 'none', looked }
      else {
        store.search = { state: 'found', looked, optimum: data.optimum }
        store.draft = { yardId: yard.value!.id, half: half.value, programme: data.optimum.programme }
      }
      worker?.terminate()
      worker = undefined
    }
    worker.onerror = (event) => {
      console.error(event.message)
      store.search = { state: 'failed', looked: store.search?.looked ?? 0 }
    }
    worker.postMessage(order)
  }
  return { begin, stop, search: computed(() => store.search), tolerance: grid.tolerance }
}
