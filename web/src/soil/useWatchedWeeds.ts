import { useLocalStorage } from '@vueuse/core'
import { computed, watch } from 'vue'
import { yearOf } from '@jardinero/core/quantity'
import { foundPlants, watchedCodes, watchedWeeds } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { usePlants } from '../scout/index.ts'

/** Weeds whose germination is worked out: those found or marked in this yard, and those a person added. */
export function useWatchedWeeds() {
  const account = useAccount()
  const { yard, zones, day } = useYard()
  const { plantOf } = usePlants()
  const mine = computed(() => new Set(zones.value.map((z) => z.id)))
  const own = computed(() => yard.value?.watchedWeeds ?? [])
  const facts = computed(() => ({
    finds: account.state.finds.filter((f) => mine.value.has(f.zoneId)),
    marks: account.state.marks.filter((m) => mine.value.has(m.zoneId)),
    own: own.value,
  }))
  const found = computed(() => foundPlants(facts.value))
  const codes = computed(() => watchedCodes(facts.value))
  const weeds = computed(() => watchedWeeds(facts.value, yearOf(day.value), plantOf))
  const keep = (list: string[]) => account.change('yards', yard.value!, { watchedWeeds: [...new Set(list)] })

  /** They stood on the device before they stood with the yard. */
  const before = useLocalStorage<Record<string, string[]>>('jardinero.weeds', {})
  watch(
    () => yard.value?.id,
    async (id) => {
      const list = id && before.value[id]
      if (!list) return
      const { [id]: _, ...others } = before.value
      if (list.length) await keep([...own.value, ...list])
      before.value = others
    },
    { immediate: true },
  )
  return {
    weeds,
    codes,
    found,
    add: (code: string) => keep([...own.value, code]),
    drop: (code: string) => keep(own.value.filter((c) => c !== code)),
    isOwn: (code: string) => own.value.includes(code),
  }
}
