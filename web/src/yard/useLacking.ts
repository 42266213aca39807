import { computed, reactive } from 'vue'
import { lawnsOf } from '@jardinero/core/yard'
import { useYard } from '../state/index.ts'

/** What a station may have to know before it can answer. */
export type Need = 'where' | 'grass' | 'size'

/** Sizes that are said later, by yard: asked once. */
const later = reactive(new Set<string>())

/** What is not known of the open yard, in the order it is asked. */
export function useLacking() {
  const { yard, zones, areas } = useYard()
  const lawns = computed(() => lawnsOf(zones.value))
  const known = computed<Record<Need, boolean>>(() => ({
    where: yard.value?.placeFrom !== 'clock',
    // Whoever has a bed only has told of the ground.
    grass: zones.value.length > 0,
    size:
      !lawns.value.length ||
      later.has(yard.value?.id ?? '') ||
      lawns.value.some((z) => areas.value.get(z.id)),
  }))
  return {
    lackingOf: (needs: readonly Need[]) => (yard.value ? needs.filter((need) => !known.value[need]) : []),
    sayLater: () => void later.add(yard.value!.id),
  }
}
