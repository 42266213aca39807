import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { SchoolChoice } from '@jardinero/core/season'
import { usePlanContext } from './usePlanContext.ts'

/** With what the schools are compared: label, second swath, partner; the address holds it. */
export function useChoices() {
  const route = useRoute()
  const router = useRouter()
  const { barrierLabels, plan } = usePlanContext()
  const has = (id: unknown) => barrierLabels.value.some((l) => l.id === id)
  const firstOf = (...ids: unknown[]) => ids.find((id): id is string => typeof id === 'string' && has(id))
  const usualId = computed(() =>
    firstOf(plan.value?.programme.passes[0]?.labelId, barrierLabels.value[0]?.id),
  )
  const labelId = computed(() => firstOf(route.query['label'], usualId.value))
  const choice = computed<Omit<SchoolChoice, 'school'> | undefined>(() =>
    labelId.value
      ? {
          labelId: labelId.value,
          edges: route.query['edges'] === 'twice' ? 'twice' : 'once',
          partner: route.query['partner'] === 'yes',
        }
      : undefined,
  )
  /** The one that is compared where nothing else is asked for. */
  const isUsual = computed(
    () =>
      choice.value?.edges !== 'twice' &&
      !choice.value?.partner &&
      [undefined, null, '', usualId.value].includes(labelId.value),
  )
  const set = (query: Record<string, string | undefined>) =>
    router.replace({ query: { ...route.query, ...query } })
  return { choice, isUsual, set }
}
