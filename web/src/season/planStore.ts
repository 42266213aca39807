import type { Day, YardId } from '@jardinero/core/quantity'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { JudgedProgramme, Optimum, Programme, SchoolRow } from '@jardinero/core/season'
import type { Trend } from '@jardinero/core/soil'

/** What was judged of a yard's half of the year, on the soil as it stands. Written by useSeasonJudging. */
export interface JudgedSeason {
  yardId: YardId
  half: Trend
  /** The day it was judged on: today, or the day before it that one stands on. */
  on: Day
  members: number
  plan?: JudgedProgramme
  rows?: SchoolRow[]
}

/** A plan being tried: nothing of it is kept until it is taken. */
export interface Draft {
  yardId: YardId
  half: Trend
  programme: Programme
}

export interface Search {
  state: 'looking' | 'found' | 'none' | 'failed'
  looked: number
  optimum?: Optimum
}

/** What is planned here, tried and judged. */
export const usePlanStore = defineStore('plan', () => {
  const judged = shallowRef<JudgedSeason>()
  /** Of the half of the year at hand, with the label that is proposed: what the next application is told from. */
  const usual = shallowRef<JudgedSeason>()
  const draft = shallowRef<Draft>()
  const judgedDraft = shallowRef<JudgedProgramme>()
  const search = shallowRef<Search>()
  /** A peg is being dragged: half of the seasons are enough until it rests. */
  const dragging = ref(false)
  /** A person has taken hold of the lanes: the seasons are fetched before the first change. */
  const touched = ref(false)
  function forgetDraft(): void {
    draft.value = undefined
    judgedDraft.value = undefined
  }
  return { judged, usual, touched, draft, judgedDraft, search, dragging, forgetDraft }
})
