import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { addDays, type Day } from '@jardinero/core/quantity'
import { useYard } from '../state/index.ts'
import { useShown } from '../season/index.ts'

/** So strong a barrier fills the ribbon's height. */
const whole = 4

/** The barrier of the plan in force (at the Season station, of the one that is shown) at the open middle, and its passes. */
export function useRibbonPlan() {
  const route = useRoute()
  const { places } = useYard()
  const { shown, programme, season } = useShown()
  const judged = computed(() => (route.name === 'season' ? shown.value?.judged : season.value?.plan))
  const barrier = computed<{ day: Day; share: number }[]>(() => {
    const judgement = judged.value?.judgement
    if (!judgement) return []
    const middle = places.value.find((p) => p.kind === 'middle')?.id
    const own = judgement.places.find((p) => p.placeId === middle) ?? judgement.places[0]
    return (own?.strength ?? []).map((strength, i) => ({
      day: addDays(judgement.from, i * judgement.everyDays),
      share: Math.sqrt(Math.min(1, strength / whole)),
    }))
  })
  /** While a peg is dragged, its day is ahead of its judgement. */
  const planned = computed(() =>
    (judged.value?.passes ?? []).flatMap(({ id, day }) => {
      const moved =
        route.name === 'season' ? programme.value?.passes.find((p) => p.id === id)?.when : undefined
      const on = moved?.kind === 'day' ? moved.day : day
      return on ? [{ id, day: on }] : []
    }),
  )
  return { barrier, planned }
}
