import { watchDebounced } from '@vueuse/core'
import { computed, watch, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import type { Programme } from '@jardinero/core/season'
import { useNextApplication, useYard } from '../state/index.ts'
import { useSoil } from '../soil/index.ts'
import type { SeasonQuestion } from '../workers/index.ts'
import { usePlanStore } from './planStore.ts'
import { useChoices } from './useChoices.ts'
import { usePlanContext } from './usePlanContext.ts'
import { plain } from '../kit/plain.ts'
import { useNextPass } from './useNextPass.ts'
import { useSeasonQuestion } from './useSeasonQuestion.ts'

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

  const application = useNextApplication()
  const { plannedPass } = useNextPass()
  watchEffect(() => {
    const pass = plannedPass.value
    application.planned =
      yard.value && pass?.day ? { yardId: yard.value.id, label: pass.label, day: pass.day } : undefined
  })

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
  /** One at a time, and none twice: what changed meanwhile is asked next. The plan first, then the schools, which take longer. */
  let asking = false
  let told = ''
  async function judge(): Promise<void> {
    if (asking) return
    asking = true
    for (let about = question.value; about; about = question.value) {
      const key = `${soilTurn} ${JSON.stringify(about)}`
      if (key === told) break
      told = key
      await tell(plain(about))
    }
    asking = false
  }
  async function tell(about: SeasonQuestion): Promise<void> {
    const { compare, ...planOnly } = about
    const yardId = yard.value!.id
    const first = about.judge.length ? await soil.engine?.season(planOnly) : undefined
    const [planned] = first?.judged ?? []
    const before = store.judged
    const rows = before?.yardId === yardId && before.half === about.half ? before.rows : undefined
    const { half: trend } = about
    if (first)
      store.judged = {
        yardId,
        half: trend,
        members: first.members,
        ...(planned && { plan: planned }),
        ...(rows && { rows }),
      }
    if (!compare) return
    const all = await soil.engine?.season({ ...about, judge: [] })
    if (!all) return
    store.judged = {
      yardId,
      half: trend,
      members: all.members,
      ...(planned && { plan: planned }),
      ...(all.rows && { rows: all.rows }),
    }
  }
  /** Counts the soil's answers: on another soil the same question is another. */
  let soilTurn = 0
  watch(answered, () => soilTurn++)
  watchDebounced([question, answered], judge, { debounce: 60, immediate: true })

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
