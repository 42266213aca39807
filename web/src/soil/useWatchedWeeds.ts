import { yearOf } from '@jardinero/core/quantity'
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import type { Weed } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { usePlants } from '../scout/index.ts'

/** Watched where nothing has been found yet: the two most asked for. */
const usual = ['smoothCrabgrass', 'annualBluegrass']
export const mostWatched = 8

/** Weeds whose germination is worked out: those found or marked in this yard, and those a person added. */
export function useWatchedWeeds() {
  const account = useAccount()
  const { yard, zones, day } = useYard()
  const year = computed(() => yearOf(day.value))
  const { plantOf } = usePlants()
  const added = useLocalStorage<Record<string, string[]>>('jardinero.weeds', {})
  const mine = computed(() => new Set(zones.value.map((z) => z.id)))
  const finds = computed(() => account.state.finds.filter((f) => mine.value.has(f.zoneId)))
  const found = computed(() => [
    ...finds.value.flatMap((f) => f.plant ?? []),
    ...account.state.marks.filter((m) => mine.value.has(m.zoneId)).map((m) => m.plant),
  ])
  const own = computed(() => added.value[yard.value?.id ?? ''] ?? [])
  const codes = computed(() =>
    [...new Set([...found.value, ...(found.value.length ? [] : usual), ...own.value])].slice(0, mostWatched),
  )
  /** First seedlings of this year or the last autumn, where one was seen. */
  const seenOf = (code: string) =>
    finds.value
      .filter((f) => f.plant === code && f.stage === 'seedling' && f.foundOn >= `${year.value - 1}-07-01`)
      .toSorted((a, b) => (a.foundOn < b.foundOn ? -1 : 1))
      .at(-1)
  const weeds = computed(() =>
    codes.value.flatMap((code): Weed[] => {
      const plant = plantOf(code)
      if (!plant?.emergence || !plant.roles.includes('weed')) return []
      const seen = seenOf(code)
      return [
        {
          code,
          emergence: plant.emergence,
          ...(seen && { seenOn: seen.foundOn, ...(seen.placeId && { seenAt: seen.placeId }) }),
        },
      ]
    }),
  )
  const keep = (list: string[]) => {
    if (yard.value) added.value = { ...added.value, [yard.value.id]: list }
  }
  return {
    weeds,
    codes,
    found,
    add: (code: string) => keep([...own.value, code]),
    drop: (code: string) => keep(own.value.filter((c) => c !== code)),
    isOwn: (code: string) => own.value.includes(code),
  }
}
