import { computed, type Ref } from 'vue'
import { useRoute } from 'vue-router'
import {
  computeCover,
  computeVerdict,
  plantStages,
  verdictTurf,
  type PlantStage,
  type RankedAct,
} from '@jardinero/core/scout'
import type { ChoiceWeed } from '@jardinero/core/shelf'
import type { Zone } from '@jardinero/contract/yard'
import { useAccount, useYard } from '../state/index.ts'
import { useFinds, usePlants } from '../scout/index.ts'
import { listOf } from './listOf.ts'

/** The weeds a choice is asked for: found on the treated lawns, or asked about without a find. */
export function useChoiceWeeds(
  treated: Ref<Zone[]>,
  set: (query: Record<string, string | undefined>) => unknown,
) {
  const account = useAccount()
  const route = useRoute()
  const { yard, day, situation: season } = useYard()
  const { finds, verdictOf } = useFinds()
  const { plantOf } = usePlants()

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
    const turf = verdictTurf(account.almanac.turf, treated.value[0]?.turf)
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
  return { weeds, asked, ask, unask }
}
