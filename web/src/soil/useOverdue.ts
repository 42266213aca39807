import { useTimeoutFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import type { KeptAnswer } from '@jardinero/contract/answer'

/** An answer that does not come on for so long is worked out here. */
const patienceMs = 20_000

/** Whether an answer that is being worked out has stood still for too long, none being there. */
export function useOverdue(kept: () => KeptAnswer | undefined) {
  const overdue = ref(false)
  const { start, stop } = useTimeoutFn(() => (overdue.value = true), patienceMs, { immediate: false })
  watch(
    () => {
      const now = kept()
      return now && !now.answer && !now.isCurrent ? `${now.asked} ${now.progress?.done ?? ''}` : ''
    },
    (waitsFor) => {
      stop()
      if (waitsFor) start()
      else overdue.value = false
    },
    { immediate: true },
  )
  return overdue
}
