import { useQuery } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Tank } from '@jardinero/contract/bench'
import { addDays } from '@jardinero/core/quantity'
import { ask, keys, useHeld } from '../state/index.ts'

/** Tanks are remembered as open for so long. */
const openDays = 30
const none: Tank[] = []

/** Tanks that were made and are not written down yet. Asked for again when a record is written (state/season.ts). */
export const useOutings = defineStore('outings', () => {
  const held = useHeld()
  const { data } = useQuery(
    computed(() => ({
      queryKey: keys.tanks(held.who),
      queryFn: () => ask<Tank[]>(`/api/outing/tanks?since=${addDays(held.today, -openDays)}`),
      enabled: Boolean(held.who && held.opening),
      shallow: true,
    })),
    held.client,
  )
  const tanks = computed(() => data.value ?? none)
  return { tanks }
})
