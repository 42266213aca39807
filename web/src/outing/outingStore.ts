import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Tank } from '@jardinero/contract/bench'
import { addDays, type Day } from '@jardinero/core/quantity'
import { get } from '../kit/api.ts'

/** Tanks are remembered as open for so long. */
const openDays = 30

/** Tanks that were made and are not written down yet. */
export const useOutings = defineStore('outings', () => {
  const tanks = shallowRef<Tank[]>([])
  const loaded = ref(false)
  async function load(today: Day): Promise<void> {
    tanks.value = await get<Tank[]>(`/api/outing/tanks?since=${addDays(today, -openDays)}`)
    loaded.value = true
  }
  const close = (tankId: string): void => void (tanks.value = tanks.value.filter((t) => t.id !== tankId))
  return { tanks, loaded, load, close }
})
