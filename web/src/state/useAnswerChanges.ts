import { useEventSource } from '@vueuse/core'
import { computed, watch } from 'vue'
import { connection } from '../kit/api.ts'
import { useHeld } from './held.ts'
import { keys } from './keys.ts'

const againMs = 5000

/** Follows what another device has changed: with another answer the yard and its years are asked for again. Once in the application. */
export function useAnswerChanges(): void {
  const held = useHeld()
  const url = computed(() => {
    const { yardId } = held.standing
    return yardId && !connection.away ? `/api/yard/yards/${yardId}/changes` : undefined
  })
  const { data } = useEventSource<[], string>(url, [], {
    autoReconnect: { retries: -1, delay: againMs },
  })
  watch(data, (restsOn) => {
    // What this device asked for itself is here already.
    if (restsOn && restsOn !== held.answer?.restsOn && restsOn !== held.answer?.asked)
      held.askAgain(keys.yard(held.who, held.standing.yardId))
    else if (restsOn) held.askAgain(keys.answer(held.who, held.standing.yardId))
  })
}
