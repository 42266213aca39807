import { computed, onScopeDispose, watch, watchEffect } from 'vue'
import { connection } from '../kit/api.ts'
import { useHeld, useYard } from '../state/index.ts'
import { useSoil } from './soilStore.ts'
import { useOverdue } from './useOverdue.ts'

/**
 * Today's soil as the server's answer has it: it stands until the next is there. And whether something is asked that it does not
 * hold, so that it is worked out here. Once in the application.
 */
export function useKeptSoil(): void {
  const held = useHeld()
  const store = useSoil()
  store.attended = true
  onScopeDispose(() => (store.attended = false))
  const { yard, today, day } = useYard()
  const isToday = computed(() => day.value === today.value)
  watchEffect(() => (store.kept = held.answer?.yardId === yard.value?.id ? held.answer : undefined))
  const overdue = useOverdue(() => store.kept)
  const isLocal = computed(() => {
    const { kept } = store
    if (!isToday.value || store.wantsRuns || connection.away || overdue.value) return true
    // Neither there nor on its way.
    return Boolean(kept && !kept.answer && (kept.isCurrent || kept.stuck))
  })
  watchEffect(() => (store.isLocal = isLocal.value))
  /** Today's answer is the server's as long as it rests on what is known now, or will soon. */
  const keptNow = computed(() => {
    const answer = isToday.value && !(connection.away && !store.kept?.isCurrent) && store.kept?.answer
    return answer ? { answer, yardId: store.kept!.yardId } : undefined
  })
  watch(
    keptNow,
    (now) => {
      store.holdsToday = Boolean(now)
      if (!now) return
      const { soil, readingIds } = now.answer
      store.stored = { yardId: now.yardId, answer: soil, readingIds, day: today.value }
    },
    { immediate: true },
  )
  watchEffect(() => {
    const progress = store.kept?.answer ? null : store.kept?.progress
    if (!isLocal.value) store.progress = progress ?? undefined
  })
}
