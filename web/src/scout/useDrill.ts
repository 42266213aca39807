import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { DrillState } from '@jardinero/contract/scout'
import { computeSeparators, makeDrillCard, type DrillCard } from '@jardinero/core/scout'
import { useAccount } from '../state/index.ts'
import { get, send } from '../kit/api.ts'
import { useFinds } from './useFinds.ts'
import { usePlants } from './usePlants.ts'

/** One sitting of the drill: the plate asked, the answer, and what is due after it. */
export function useDrill(random: () => number = Math.random) {
  const account = useAccount()
  const { plants, matrix } = usePlants()
  const { finds } = useFinds()
  const state = ref<DrillState>({ due: [], learned: [] })
  const card = ref<DrillCard>()
  const chosen = ref<string>()

  function deal(): void {
    const [plant] = state.value.due
    chosen.value = undefined
    card.value = plant ? makeDrillCard(plants.value, plant, random) : undefined
  }
  async function load(): Promise<void> {
    state.value = await get<DrillState>('/api/scout/drill')
    deal()
  }
  /** One's own photo of the plant, where there is one, every other time. */
  const photo = computed(() => {
    const own = finds.value.filter((f) => f.plant === card.value?.plant).map((f) => f.id)
    const pictures = account.state.photos.filter((p) => own.includes(p.findId))
    const met = state.value.learned.find((l) => l.plant === card.value?.plant)?.answers ?? 0
    return pictures.length && met % 2 ? pictures[met % pictures.length]!.id : undefined
  })
  /** What tells the plant from the one it was taken for: a character of the plate. */
  const separating = computed(() => {
    if (!card.value || !chosen.value || chosen.value === card.value.plant) return undefined
    return computeSeparators(matrix.value, card.value.plant, chosen.value)[0]?.character
  })
  async function choose(code: string): Promise<void> {
    if (!card.value || chosen.value) return
    chosen.value = code
    await send('POST', '/api/scout/drill', { plant: card.value.plant, chosen: code })
  }
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const picked = event.key.length === 1 ? card.value?.choices['abcd'.indexOf(event.key)] : undefined
    if (picked && !chosen.value) void choose(picked)
    else if (event.key === 'Enter' && chosen.value && event.target === document.body) void load()
  })
  void load()
  return {
    card,
    chosen,
    photo,
    separating,
    due: computed(() => state.value.due.length),
    learned: computed(() => state.value.learned.length),
    lapses: computed(() => state.value.learned.reduce((sum, l) => sum + l.lapses, 0)),
    choose,
    next: load,
  }
}
