import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { YardId } from '@jardinero/core/quantity'
import type { NextAnswer } from '@jardinero/core/season'

/** The one next application, for the rooms before the season's: planned, or proposed where no plan was taken. Written by the season alone. */
export const useNextApplication = defineStore('nextApplication', () => {
  const told = shallowRef<NextAnswer & { yardId: YardId }>()
  return { told }
})
