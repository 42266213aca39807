import { defineStore, storeToRefs } from 'pinia'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { createKey, soughtNames, type Character, type KeyMatrix, type Plant } from '@jardinero/core/scout'
import { useSession, useWords } from '../kit/session.ts'
import { ask, keys, useHeld } from '../state/index.ts'

interface PlantAlmanac {
  characters: Character[]
  plants: Plant[]
}

const nothing: PlantAlmanac = { characters: [], plants: [] }

const usePlantStore = defineStore('plants', () => {
  const session = useSession()
  const held = useHeld()
  const query = {
    queryKey: keys.reference('plants'),
    /** With their words: a plant without its name is not shown. */
    queryFn: async () => {
      const [plants] = await Promise.all([ask<PlantAlmanac>('/api/scout/almanac'), session.learnPlants()])
      return plants
    },
    staleTime: Infinity,
    gcTime: Infinity,
  }
  const { data } = useQuery({ ...query, enabled: false, shallow: true }, held.client)
  const almanac = computed(() => data.value ?? nothing)
  /** Fetches the plants and their words, once. */
  async function load(): Promise<void> {
    await held.client.ensureQueryData(query)
  }
  return { almanac, load }
})

/** Plants as choices of a field, by name; found by any of their names. */
export function usePlantOptions() {
  const { say } = useWords()
  return (plants: Plant[]): { value: string; label: string; names: string }[] =>
    plants
      .map((p) => ({ plant: p, label: say(`plant.${p.code}`) }))
      .map(({ plant, label }) => ({ value: plant.code, label, names: soughtNames(plant, label) }))
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
