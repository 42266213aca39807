import { computed, reactive, ref } from 'vue'
import type { Refusal } from '@jardinero/core/quantity'
import type { Problem, ProblemFault } from '@jardinero/contract/problem'
import { ApiProblem } from './api.ts'
import { useWords } from './session.ts'

/**
 * What a form needs to save: one save at a time, each fault at its field in words, and the other text when someone
 * else changed the row. What was typed stays until it is saved.
 */
export function useForm() {
  const { refusal } = useWords()
  const saving = ref(false)
  const problem = ref<Problem>()
  const local = reactive<{ refusals: Refusal[] }>({ refusals: [] })

  const faults = computed<Pick<ProblemFault, 'field' | 'detail'>[]>(() => [
    ...local.refusals.map((r) => ({
      field: r.field ?? '',
      detail: refusal(r),
    })),
    ...(problem.value?.faults ?? []),
  ])
  const faultAt = (...fields: string[]): string | undefined =>
    faults.value.find((f) => fields.includes(f.field ?? ''))?.detail
  /** What is wrong at fields that the form does not show, in words. */
  const faultsBeside = (...shown: string[]): string[] =>
    faults.value.filter((f) => !shown.includes(f.field ?? '')).map((f) => f.detail)
  /** What has no field of its own on this form. */
  const general = computed(() =>
    problem.value && !problem.value.faults.length ? problem.value.detail : undefined,
  )
  const theirs = computed(() => problem.value?.current)

  /** Refuses before anything is sent; answers whether it did. */
  function refuse(...refusals: Refusal[]): boolean {
    local.refusals = refusals
    return refusals.length > 0
  }

  /** @returns whether it was saved. */
  async function save(work: () => Promise<unknown>): Promise<boolean> {
    if (saving.value) return false
    saving.value = true
    problem.value = undefined
    try {
      await work()
      return true
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error.problem
      return false
    } finally {
      saving.value = false
    }
  }
  const clear = () => {
    problem.value = undefined
    local.refusals = []
  }
  return { saving, problem, faults, faultAt, faultsBeside, general, theirs, refuse, save, clear }
}
