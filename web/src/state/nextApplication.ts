import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Day, YardId } from '@jardinero/core/quantity'

/** The next application of a plan that was taken. */
export interface PlannedApplication {
  yardId: YardId
  label: string
  day: Day
}

/** The one date of the next application, as every station tells it. Written by the season alone. */
export const useNextApplication = defineStore('nextApplication', () => {
  const planned = shallowRef<PlannedApplication>()
  return { planned }
})
