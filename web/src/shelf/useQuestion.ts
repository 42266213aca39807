import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { ChoiceGround, ChoiceRequest } from '@jardinero/core/shelf'
import { lawnsOf } from '@jardinero/core/yard'
import type { Zone } from '@jardinero/contract/yard'
import { useYard } from '../state/index.ts'
import { useFinds } from '../scout/index.ts'
import { useShelf } from './shelfStore.ts'
import { listOf } from './listOf.ts'
import { useChoiceProducts } from './useChoiceProducts.ts'
import { useChoiceWeeds } from './useChoiceWeeds.ts'
import { useCircumstances } from './useCircumstances.ts'

export const wholeYard = 'all'

/** What the choice is asked: the lawn, the weeds in it, the labels, the weather ahead. The address holds what was chosen. */
export function useQuestion() {
  const shelf = useShelf()
  const route = useRoute()
  const router = useRouter()
  const { zones, areas, day, passesOn } = useYard()
  const { finds } = useFinds()
  const set = (query: Record<string, string | undefined>) =>
    router.replace({ query: { ...route.query, ...query } })

  const lawn = computed(() => {
    const asked = String(route.query['lawn'] ?? '')
    if (asked === wholeYard || zones.value.some((z) => z.id === asked)) return asked
    return (
      (zones.value.find((z) => finds.value.some((f) => f.zoneId === z.id && f.plant)) ?? zones.value[0])
        ?.id ?? ''
    )
  })
  /** The whole yard is all of its lawns: beds and paths are asked about one by one. */
  const treated = computed(() =>
    lawn.value === wholeYard ? lawnsOf(zones.value) : zones.value.filter((z) => z.id === lawn.value),
  )
  const { isReady, outlookFrom, situationNow, around, factsOf } = useCircumstances()
  const situation = computed(situationNow)
  const groundOf = (zone: Zone): ChoiceGround => ({
    id: zone.id,
    name: zone.name,
    turf: zone.turf,
    state: zone.state,
    areaSqFt: areas.value.get(zone.id)?.area.value ?? 0,
    passes: passesOn(zone.id),
    ...factsOf(zone, day.value),
  })

  const { weeds, asked, ask, unask } = useChoiceWeeds(treated, set)

  /** The week from the day one stands on, as far as its weather is known. */
  const outlook = computed(() => outlookFrom(day.value))
  const { products, isDemo, asksKinds } = useChoiceProducts()
  const anyway = computed(() => listOf(route.query['anyway']))
  const request = computed<ChoiceRequest | undefined>(() =>
    isReady.value && treated.value.length
      ? {
          day: day.value,
          grounds: treated.value.map(groundOf),
          ...around(treated.value),
          weeds: weeds.value,
          products: products.value,
          actives: shelf.almanac.actives,
          outlook: outlook.value,
          sprayAnyway: anyway.value,
        }
      : undefined,
  )
  const toggleAnyway = (plant: string) =>
    set({
      anyway:
        (anyway.value.includes(plant)
          ? anyway.value.filter((p) => p !== plant)
          : [...anyway.value, plant]
        ).join(',') || undefined,
    })
  const toggleKinds = () => set({ kinds: asksKinds.value ? undefined : 'yes' })
  return {
    isDemo,
    asksKinds,
    toggleKinds,
    lawn,
    treated,
    situation,
    weeds,
    asked,
    outlook,
    anyway,
    request,
    set,
    toggleAnyway,
    ask,
    unask,
  }
}
