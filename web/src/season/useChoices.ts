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
  const labelId = computed(() => {
    const asked = [route.query['label'], plan.value?.programme.passes[0]?.labelId, barrierLabels.value[0]?.id]
    return asked.find((id): id is string => typeof id === 'string' && has(id))
  })
  const choice = computed<Omit<SchoolChoice, 'school'> | undefined>(() =>
    labelId.value
      ? {
          labelId: labelId.value,
          edges: route.query['edges'] === 'twice' ? 'twice' : 'once',
          partner: route.query['partner'] === 'yes',
        }
      : undefined,
  )
  const set = (query: Record<string, string | undefined>) =>
    router.replace({ query: { ...route.query, ...query } })
  return { choice, set }
}
