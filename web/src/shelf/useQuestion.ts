import type { ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import {
  computeCover,
  computeVerdict,
  plantStages,
  type PlantStage,
  type RankedAct,
} from '@jardinero/core/scout'
import {
  usualSituation,
  type ChoiceGround,
  type ChoiceRequest,
  type ChoiceWeed,
  type OutlookDay,
} from '@jardinero/core/shelf'
import type { Zone } from '@jardinero/contract/yard'
import { useAccount, useYard } from '../state/index.ts'
import { useFinds, usePlants } from '../scout/index.ts'
import { useSoil } from '../soil/index.ts'
import { useShelf } from './shelfStore.ts'
import { useStock } from './useStock.ts'

export const wholeYard = 'all'
const listOf = (value: unknown): string[] =>
  String(value ?? '')
    .split(',')
    .filter(Boolean)

/** What the choice is asked: the lawn, the weeds in it, the labels, the weather ahead. The address holds what was chosen. */
export function useQuestion() {
  const account = useAccount()
  const shelf = useShelf()
  const soil = useSoil()
  const route = useRoute()
  const router = useRouter()
  const { yard, zones, areas, day, situation: season, passesOn } = useYard()
  const { finds, verdictOf } = useFinds()
  const { plantOf } = usePlants()
  const { stockOf } = useStock()
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

  /** Asked about without a find: from the almanac, at a stage. */
  const asked = computed(() =>
    listOf(route.query['ask']).flatMap((entry): { plant: string; stage: PlantStage }[] => {
      const [plant = '', stage = 'mature'] = entry.split('.')
      return plantOf(plant) && plantStages.includes(stage as PlantStage)
        ? [{ plant, stage: stage as PlantStage }]
        : []
    }),
  )
  function actsOf(plant: string, stage: PlantStage): RankedAct[] {
    const turf = account.almanac.turf.find((t) => t.code === treated.value[0]?.turf)
    if (!turf) return []
    return computeVerdict({
      ...season.value,
      plant: plantOf(plant)!,
      stage,
      amount: { kind: 'notCounted' },
      wantedShare: null,
      turf,
      day: day.value,
      thresholds: yard.value?.verdictThresholds ?? {},
    }).acts
  }
  const weeds = computed<ChoiceWeed[]>(() => {
    const mine = new Set(treated.value.map((z) => z.id))
    const seen = new Set<string>()
    const found = finds.value.flatMap((find): ChoiceWeed[] => {
      const plant = plantOf(find.plant)
      const acts = verdictOf(find)?.acts
      if (!plant || !acts || !mine.has(find.zoneId) || seen.has(`${plant.code} ${find.zoneId}`)) return []
      seen.add(`${plant.code} ${find.zoneId}`)
      const { stage, tillerCount: tillers, zoneId: groundId, amount } = find
      const cover = amount.kind === 'grid' ? computeCover(amount.hits, amount.points) : undefined
      return [
        {
          plant: plant.code,
          group: plant.group,
          groundId,
          stage,
          tillers,
          acts,
          ...(cover?.ok && { cover: cover.value.cover.value }),
        },
      ]
    })
    const more = asked.value.map(({ plant, stage }): ChoiceWeed => ({
      plant,
      group: plantOf(plant)!.group,
      groundId: treated.value[0]?.id ?? '',
      stage,
      tillers: null,
      acts: actsOf(plant, stage),
    }))
    // What is asked about stands for what was found earlier of the same plant.
    return [...found.filter((f) => !more.some((m) => m.plant === f.plant)), ...more]
  })

  /** The week from the day one stands on, as far as its weather is known. */
  const outlook = computed<OutlookDay[]>(() =>
    [...(soil.weather?.observed ?? []), ...(soil.weather?.forecast ?? [])]
      .filter((d) => d.day >= day.value)
      .slice(0, 7)
      .map(({ day: on, maximumC, minimumC }) => ({ day: on, highC: maximumC, lowC: minimumC })),
  )
  const products = computed<ChoiceRequest['products']>(() => {
    const own = account.state.labels.map(({ id, rules }): ChoiceRequest['products'][number] => {
      const left = stockOf({ id })?.left
      const some = left && left.value > 0
      return {
        id,
        rules,
        source: some ? 'owned' : 'copied',
        ...(some && { left: { value: left.value, unit: left.unit } }),
      }
    })
    const named = new Set(own.map((p) => p.rules.name))
    const samples = shelf.almanac.sampleLabels
      .filter((l) => !named.has(l.rules.name))
      .map(({ code, rules }) => ({ id: `sample ${code}`, rules, source: 'sample' as const }))
    return [...own, ...samples]
  })
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
  const ask = (plant: string, stage: PlantStage) =>
    set({
      ask: [...asked.value.filter((a) => a.plant !== plant), { plant, stage }]
        .map((a) => `${a.plant}.${a.stage}`)
        .join(','),
    })
  const unask = (plant: string) =>
    set({
      ask:
        asked.value
          .filter((a) => a.plant !== plant)
          .map((a) => `${a.plant}.${a.stage}`)
          .join(',') || undefined,
    })
  return { lawn, treated, situation, weeds, asked, outlook, anyway, request, set, toggleAnyway, ask, unask }
}
