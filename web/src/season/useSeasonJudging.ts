import { watchDebounced } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Programme } from '@jardinero/core/season'
import { useYard } from '../kit/useYard.ts'
import { useSoil } from '../soil/soilStore.ts'
import type { SeasonQuestion } from '../workers/seasonAnswers.ts'
import { usePlanStore } from './planStore.ts'
import { useChoices } from './useChoices.ts'
import { usePlanContext } from './usePlanContext.ts'
import { plain, useSeasonQuestion } from './useSeasonQuestion.ts'

/**
 * Keeps the plan of the open yard judged on the soil as it stands, and at the Season station the schools beside it and the
 * draft. Once in the application, in its frame.
 */
export function useSeasonJudging(): void {
  const store = usePlanStore()
  const soil = useSoil()
  const route = useRoute()
  const { yard } = useYard()
  const { half, plan } = usePlanContext()
  const base = useSeasonQuestion()
  const { choice } = useChoices()

  const here = computed(() => route.name === 'season')
  const answered = computed(() => (soil.stored?.yardId === yard.value?.id ? soil.stored : undefined))
  const question = computed<SeasonQuestion | undefined>(() => {
    if (!answered.value || !base.value || !(here.value || plan.value)) return undefined
    return {
      ...base.value,
      judge: plan.value ? [plan.value.programme] : [],
      ...(here.value && choice.value && { compare: choice.value }),
    }
  })
  let turn = 0
  watchDebounced(
    [question, answered],
    async () => {
      const mine = ++turn
      const about = question.value
      if (!about) return
      store.judging = true
      const answer = await soil.engine?.season(plain(about))
      if (mine !== turn) return
      store.judging = false
      if (!answer) return
      const [planned] = answer.judged
      store.judged = {
        yardId: yard.value!.id,
        half: about.half,
        members: answer.members,
        ...(planned && { plan: planned }),
        ...(answer.rows && { rows: answer.rows }),
      }
    },
    { debounce: 60, immediate: true },
  )

  const draft = computed(() =>
    store.draft?.yardId === yard.value?.id && store.draft?.half === half.value ? store.draft : undefined,
  )
  /** One judging at a time: while a peg is dragged, the last of the days it passed is judged next. */
  let busy = false
  let next: { programme: Programme; quick: boolean } | undefined
  async function judgeNext(): Promise<void> {
    if (busy) return
    busy = true
    while (next && question.value) {
      const { programme, quick } = next
      next = undefined
      const { compare: _, ...about } = question.value
      const answer = await soil.engine?.season(plain({ ...about, judge: [programme], quick }))
      if (answer && draft.value) store.judgedDraft = answer.judged[0]
    }
    busy = false
  }
  watch(
    [draft, question, () => store.dragging],
    () => {
      if (!draft.value) return
      next = { programme: draft.value.programme, quick: store.dragging }
      void judgeNext()
    },
    { immediate: true },
  )
}
