import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import {
  recommendedOf,
  type JudgedProgramme,
  type Programme,
  type ProgrammePass,
} from '@jardinero/core/season'
import type { TimingSchoolId } from '@jardinero/core/soil'
import { useYard } from '../state/index.ts'
import { usePlanStore } from './planStore.ts'
import { usePlanContext } from './usePlanContext.ts'

/** What the station shows: the draft, the plan that was taken, or a school; with its judgement. */
export interface Shown {
  kind: 'draft' | 'plan' | 'school'
  school?: TimingSchoolId
  judged: JudgedProgramme
}

/** The programme at hand, and how it is changed: any change makes a draft. */
export function useShown() {
  const store = usePlanStore()
  const route = useRoute()
  const router = useRouter()
  const { yard } = useYard()
  const { half, plan } = usePlanContext()

  const mine = computed(() =>
    store.judged?.yardId === yard.value?.id && store.judged?.half === half.value ? store.judged : undefined,
  )
  const rows = computed(() => mine.value?.rows ?? [])
  const draft = computed(() =>
    store.draft?.yardId === yard.value?.id && store.draft?.half === half.value ? store.draft : undefined,
  )
  const recommended = computed(() => recommendedOf(rows.value, yard.value?.timingSchool ?? 'edgeLed'))
  /** Without a draft: the school asked for, the plan that was taken, or the one that is recommended. */
  const taken = computed<Shown | undefined>(() => {
    const row = rows.value.find((r) => r.school === route.query['school'])
    if (row) return { kind: 'school', school: row.school, judged: row }
    if (plan.value)
      return (
        mine.value?.plan && {
          kind: 'plan',
          ...(plan.value.school && { school: plan.value.school }),
          judged: mine.value.plan,
        }
      )
    const best = recommended.value
    return best && { kind: 'school', school: best.school, judged: best }
  })
  const shown = computed<Shown | undefined>(() => {
    // Until a draft is judged, what it was made from stands.
    if (draft.value && store.judgedDraft) return { kind: 'draft', judged: store.judgedDraft }
    const base = taken.value
    return base && draft.value ? { kind: 'draft', judged: base.judged } : base
  })
  /** The programme as it is being changed: at once, while its judgement follows. */
  const programme = computed<Programme | undefined>(
    () => draft.value?.programme ?? shown.value?.judged.programme,
  )
  function change(changed: Programme): void {
    store.draft = { yardId: yard.value!.id, half: half.value, programme: changed }
  }
  const changePass = (id: string, patch: Partial<ProgrammePass>): void => {
    if (!programme.value) return
    change({
      ...programme.value,
      passes: programme.value.passes.map((p) => (p.id === id ? { ...p, ...patch } : p)),
    })
  }
  async function show(school: TimingSchoolId | undefined): Promise<void> {
    store.forgetDraft()
    await router.replace({ query: { ...route.query, school } })
  }
  return { shown, rows, recommended, programme, change, changePass, show, season: mine }
}
