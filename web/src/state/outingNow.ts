import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { YardId } from '@jardinero/core/quantity'

interface Stretch {
  label: string
  from: string
  to: string
}

/** The best window for what goes down next, and one that was kept free and is shut now: for Today. Written by the outing alone. */
export const useOutingNow = defineStore('outingNow', () => {
  const yardId = ref<YardId>()
  const best = shallowRef<Stretch>()
  const lost = shallowRef<Stretch & { why: string }>()
  return { yardId, best, lost }
})
