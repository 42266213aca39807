import { defineStore, storeToRefs } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { createKey, type Character, type KeyMatrix, type Plant } from '@jardinero/core/scout'
import { get } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'

interface PlantAlmanac {
  characters: Character[]
  plants: Plant[]
}

export const usePlantStore = defineStore('plants', () => {
  const almanac = shallowRef<PlantAlmanac>({ characters: [], plants: [] })
  const loading = ref<Promise<void>>()

  async function fetchAll(): Promise<void> {
    const [got] = await Promise.all([get<PlantAlmanac>('/api/scout/almanac'), useSession().learnPlants()])
    almanac.value = got
  }
  /** Fetches the plants and their words, once. */
  const load = (): Promise<void> =>
    almanac.value.plants.length ? Promise.resolve() : (loading.value ??= fetchAll())
  return { almanac, load }
})

/** Plants as choices of a field, by name. */
export function usePlantOptions() {
  const { say } = useWords()
  return (plants: Plant[]): { value: string; label: string }[] =>
    plants
      .map((p) => ({ value: p.code, label: say(`plant.${p.code}`) }))
      .toSorted((a, b) => a.label.localeCompare(b.label))
}

/** The almanac's plants and characters; empty until loaded. */
export function usePlants() {
  const store = usePlantStore()
  const { almanac } = storeToRefs(store)
  const plants = computed(() => almanac.value.plants)
  const characters = computed(() => almanac.value.characters)
  const byCode = computed(() => new Map(plants.value.map((p) => [p.code, p])))
  const matrix = computed<KeyMatrix>(() => createKey(plants.value, characters.value))
  return {
    load: store.load,
    loaded: computed(() => plants.value.length > 0),
    plants,
    characters,
    matrix,
    plantOf: (code: string | null | undefined): Plant | undefined =>
      code ? byCode.value.get(code) : undefined,
    characterOf: (code: string): Character | undefined => characters.value.find((c) => c.code === code),
  }
}
