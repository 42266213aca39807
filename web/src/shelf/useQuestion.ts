import type { ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { usualSituation, type ChoiceGround, type ChoiceRequest, type OutlookDay } from '@jardinero/core/shelf'
import type { Zone } from '@jardinero/contract/yard'
import { useYard } from '../state/index.ts'
import { useFinds } from '../scout/index.ts'
import { useSoil } from '../soil/index.ts'
import { useShelf } from './shelfStore.ts'
import { listOf } from './listOf.ts'
import { useChoiceProducts } from './useChoiceProducts.ts'
import { useChoiceWeeds } from './useChoiceWeeds.ts'

export const wholeYard = 'all'

/** What the choice is asked: the lawn, the weeds in it, the labels, the weather ahead. The address holds what was chosen. */
export function useQuestion() {
  const shelf = useShelf()
  const soil = useSoil()
  const route = useRoute()
  const router = useRouter()
  const { yard, zones, areas, day, passesOn } = useYard()
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
  const treated = computed(() => zones.value.filter((z) => lawn.value === wholeYard || z.id === lawn.value))
  const situation = computed(() => yard.value?.shelfSituation ?? usualSituation)

  const seedingOf = (zoneId: ZoneId) =>
    (yard.value?.seasonWishes?.seeding ?? [])
      .filter((s) => s.zoneId === zoneId && s.day >= day.value)
      .map((s) => s.day)
      .sort()[0]
  const groundOf = (zone: Zone): ChoiceGround => {
    const seedingDay = seedingOf(zone.id)
    return {
      id: zone.id,
      name: zone.name,
      turf: zone.turf,
      state: zone.state,
      areaSqFt: areas.value.get(zone.id)?.area.value ?? 0,
      passes: passesOn(zone.id),
      ...(seedingDay && { seedingDay }),
      ...(zone.turfCheck && { check: zone.turfCheck }),
    }
  }

  const { weeds, asked, ask, unask } = useChoiceWeeds(treated, set)

  /** The week from the day one stands on, as far as its weather is known. */
  const outlook = computed<OutlookDay[]>(() =>
    [...(soil.weather?.observed ?? []), ...(soil.weather?.forecast ?? [])]
      .filter((d) => d.day >= day.value)
      .slice(0, 7)
      .map(({ day: on, maximumC, minimumC }) => ({ day: on, highC: maximumC, lowC: minimumC })),
  )
  const products = useChoiceProducts()
  const anyway = computed(() => listOf(route.query['anyway']))
  const request = computed<ChoiceRequest | undefined>(() =>
    shelf.loaded && treated.value.length
      ? {
          day: day.value,
          grounds: treated.value.map(groundOf),
          neighbours: zones.value.filter((z) => !treated.value.includes(z)),
          weeds: weeds.value,
          products: products.value,
          actives: shelf.almanac.actives,
          outlook: outlook.value,
          situation: situation.value,
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
  return { lawn, treated, situation, weeds, asked, outlook, anyway, request, set, toggleAnyway, ask, unask }
}
