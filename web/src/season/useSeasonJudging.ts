import { watchDebounced } from '@vueuse/core'
import { computed, watch, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import type { Programme, SeasonQuestion } from '@jardinero/core/season'
import { useYard } from '../state/index.ts'
import { useSoil } from '../soil/index.ts'
import { plain } from '../kit/plain.ts'
import { usePlanStore, type JudgedSeason } from './planStore.ts'
import { useChoices } from './useChoices.ts'
import { useKeptSeason } from './useKeptSeason.ts'
import { usePlanContext } from './usePlanContext.ts'
import { useSeasonQuestion } from './useSeasonQuestion.ts'

/**
 * Keeps the season of the open yard judged: as the server's answer has it; and on the soil in the browser what that does not
 * hold, another half of the year, another label, a draft. Once in the application, in its frame.
 */
export function useSeasonJudging(): void {
  const store = usePlanStore()
  const soil = useSoil()
  const route = useRoute()
  const { yard, day, today } = useYard()
  const { half, usualHalf, plan } = usePlanContext()
  const base = useSeasonQuestion()
  const { choice, isUsual: isUsualChoice } = useChoices()
  const { kept, ofHalf } = useKeptSeason()

  const here = computed(() => route.name === 'season')
  const isUsual = computed(() => half.value === usualHalf.value && isUsualChoice.value)
  const keptHere = computed(() => (isUsual.value ? ofHalf(half.value) : undefined))
  watch(
    [kept, keptHere],
    () => {
      if (kept.value) store.usual = ofHalf(usualHalf.value) ?? store.usual
      if (keptHere.value) store.judged = keptHere.value
    },
    { immediate: true },
  )

  const answered = computed(() => (soil.stored?.yardId === yard.value?.id ? soil.stored : undefined))
  /** What the browser judges itself; nothing where the answer that is kept has it. */
  const question = computed<SeasonQuestion | undefined>(() => {
    if (keptHere.value || !base.value || !(here.value || isUsual.value)) return undefined
    // Without a plan what is compared says what is proposed.
    const compares = here.value || !plan.value
    return {
      ...base.value,
      judge: plan.value ? [plan.value.programme] : [],
      ...(compares && choice.value && { compare: choice.value }),
    }
  })
  const draft = computed(() =>
    store.draft?.yardId === yard.value?.id && store.draft?.half === half.value ? store.draft : undefined,
  )
  watchEffect(() => {
    soil.wantsRuns =
      here.value &&
      (store.touched || Boolean(draft.value) || Boolean(question.value) || store.search?.state === 'looking')
  })

  /** One at a time, and none twice: what changed meanwhile is asked next. The plan first, then the schools, which take longer. */
  let asking = false
  let told = ''
  async function judge(): Promise<void> {
    if (asking) return
    asking = true
    for (let about = question.value; about && soil.hasRuns; about = question.value) {
      const key = `${soilTurn} ${JSON.stringify(about)}`
      if (key === told) break
      told = key
      await tell(plain(about), isUsual.value)
    }
    asking = false
  }
  function take(judged: JudgedSeason, usual: boolean): void {
    store.judged = judged
    if (usual) store.usual = judged
  }
  async function tell(about: SeasonQuestion, usual: boolean): Promise<void> {
    const { compare, ...planOnly } = about
    const yardId = yard.value!.id
    const first = about.judge.length ? await soil.engine?.season(planOnly) : undefined
    const [planned] = first?.judged ?? []
    const before = store.judged
    const rows = before?.yardId === yardId && before.half === about.half ? before.rows : undefined
    const { half: trend } = about
    const on = day.value < today.value ? day.value : today.value
    const judged = { yardId, half: trend, on, ...(planned && { plan: planned }) }
    if (first) take({ ...judged, members: first.members, ...(rows && { rows }) }, usual)
    if (!compare) return
    const all = await soil.engine?.season({ ...about, judge: [] })
    if (all) take({ ...judged, members: all.members, ...(all.rows && { rows: all.rows }) }, usual)
  }
  /** Counts the soil's answers: on another soil the same question is another. */
  let soilTurn = 0
  watch(answered, () => soilTurn++)
  watchDebounced([question, answered, () => soil.hasRuns], judge, { debounce: 60, immediate: true })

  /** One judging at a time: while a peg is dragged, the last of the days it passed is judged next. */
  let busy = false
  let waiting: { programme: Programme; quick: boolean } | undefined
  async function judgeDraft(): Promise<void> {
    if (busy) return
    busy = true
    while (waiting && base.value && soil.hasRuns) {
      const { programme, quick } = waiting
      waiting = undefined
      const answer = await soil.engine?.season(plain({ ...base.value, judge: [programme], quick }))
      if (answer && draft.value) store.judgedDraft = answer.judged[0]
    }
    busy = false
  }
  watch(
    [draft, base, answered, () => soil.hasRuns, () => store.dragging],
    () => {
      if (!draft.value) return
      waiting = { programme: draft.value.programme, quick: store.dragging }
      void judgeDraft()
    },
    { immediate: true },
  )
}
