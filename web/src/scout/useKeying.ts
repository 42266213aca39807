import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import {
  computeHeadChance,
  computeKey,
  computePrior,
  computeShare,
  type Character,
  type KeyAnswers,
  type KeyContext,
  type PlantGroup,
} from '@jardinero/core/scout'
import type { Figure, PlaceId, ZoneId } from '@jardinero/core/quantity'
import type { PlaceKind } from '@jardinero/core/yard'
import { useSession, useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { usePlants } from './usePlants.ts'

/** How far the keying is; kept so that a reload or a dead battery loses nothing. */
interface Keying {
  ask: 'weed' | 'turf'
  zoneId?: ZoneId
  placeId?: PlaceId | null
  /** What the spot is like, beyond the kind of the place. */
  marks: PlaceKind[]
  answers: KeyAnswers
  /** Characters in the order they were answered. */
  order: string[]
  withoutHead: boolean
}
const fresh = (ask: Keying['ask'] = 'weed'): Keying => ({
  ask,
  marks: [],
  answers: {},
  order: [],
  withoutHead: false,
})

/** The key as it stands: the answers, the plants they leave, and what to look at next. */
export function useKeying() {
  const session = useSession()
  const { say } = useWords()
  const { zones, places, timing, day, situation } = useYard()
  const { matrix, plantOf, characterOf, characters } = usePlants()
  const state = useLocalStorage<Keying>(`scout.key.${session.person?.id}`, fresh(), { mergeDefaults: true })
  /** A question the person chose, or an answer being changed. */
  const chosen = ref<string>()

  const zone = computed(() => zones.value.find((z) => z.id === state.value.zoneId) ?? zones.value[0])
  const place = computed(() => places.value.find((p) => p.id === state.value.placeId))
  const soil = computed<Figure | undefined>(
    () => timing.value?.places.find((p) => p.place.id === place.value?.id)?.fiveDayMean,
  )
  const marks = computed<PlaceKind[]>(() => [
    ...new Set([...(place.value ? [place.value.kind] : []), ...state.value.marks]),
  ])
  const context = computed<KeyContext>(() => ({
    ...situation.value,
    day: day.value,
    ask: state.value.ask,
    ...(zone.value && { turf: zone.value.turf }),
    ...(soil.value && { soilC: soil.value.value }),
    marks: marks.value,
  }))
  /** Only what the almanac of today knows: answers kept from another version fall away. */
  const answers = computed<KeyAnswers>(() =>
    Object.fromEntries(
      Object.entries(state.value.answers).filter(
        ([code, s]) => characterOf(code) && (s === null || characterOf(code)!.states.includes(s)),
      ),
    ),
  )
  const result = computed(() =>
    computeKey(matrix.value, computePrior(matrix.value.plants, context.value), answers.value, {
      withoutHead: state.value.withoutHead,
      headChance: computeHeadChance(matrix.value.plants, context.value),
    }),
  )
  const question = computed<Character | undefined>(() =>
    characterOf(chosen.value ?? result.value.questions[0]?.character ?? ''),
  )
  /** The group whose drawings fit: as answered, else the likeliest plant's. */
  const group = computed<PlantGroup>(
    () =>
      (answers.value['kind'] as PlantGroup | undefined) ??
      plantOf(result.value.candidates[0]?.code)?.group ??
      'grass',
  )
  const begun = computed(() => state.value.order.length > 0)
  const drawnAs = (character: Character): PlantGroup =>
    character.groups.includes(group.value) ? group.value : character.groups[0]!
  /** Characters the person may pick freely: those of the plants still possible. */
  const pickable = computed(() =>
    characters.value.filter(
      (c) =>
        (!answers.value['kind'] || c.groups.includes(group.value)) &&
        (!state.value.withoutHead || c.needs !== 'head'),
    ),
  )
  /** A plant's share with its working, its steps named by what was seen. */
  function shareOf(code: string): Figure {
    const figure = computeShare(matrix.value, context.value, answers.value, code)
    const named = figure.working.map((step) => {
      const [character, seen] = step.subject?.split('.') ?? []
      return character && seen
        ? { ...step, subject: `${say(`trait.${character}`)}, ${say(`state.${character}.${seen}`)}` }
        : step
    })
    return { ...figure, working: named }
  }

  function answer(seen: string | null): void {
    const code = question.value?.code
    if (!code) return
    state.value.answers = { ...state.value.answers, [code]: seen }
    state.value.order = [...state.value.order.filter((c) => c !== code), code]
    chosen.value = undefined
  }
  function forget(code: string): void {
    const { [code]: _, ...rest } = state.value.answers
    state.value.answers = rest
    state.value.order = state.value.order.filter((c) => c !== code)
    chosen.value = undefined
  }
  const back = (): void => {
    const last = state.value.order.at(-1)
    if (last) forget(last)
  }
  const restart = (ask: Keying['ask'] = 'weed'): void => {
    const { zoneId, placeId } = state.value
    state.value = { ...fresh(ask), ...(zoneId && { zoneId }), ...(placeId && { placeId }) }
    chosen.value = undefined
  }
  return {
    state,
    chosen,
    /** Where it grows, as the key weighs it. */
    where: { zone, place, soil, marks, context },
    /** What the answers come to. */
    found: { answers, result, question, drawnAs, pickable, shareOf },
    begun,
    answer,
    forget,
    back,
    restart,
  }
}
export type UsedKeying = ReturnType<typeof useKeying>
