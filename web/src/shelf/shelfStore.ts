import { useQuery } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { LabelsFile, LabelsTaken, ShelfAlmanac, TakenByLabel } from '@jardinero/contract/shelf'
import { createActiveFinder } from '@jardinero/core/shelf'
import { send } from '../kit/api.ts'
import { ask, keys, useAccount, useHeld } from '../state/index.ts'

const noAlmanac: ShelfAlmanac = { actives: [], sampleLabels: [], sprouts: {} }
const nothing: TakenByLabel = {}

/** Actives and sample labels, which are large and asked for only where they are wanted; and what mixes have taken. */
export const useShelf = defineStore('shelf', () => {
  const account = useAccount()
  const held = useHeld()
  const wanted = ref({ almanac: false, taken: false })
  const query = {
    queryKey: keys.reference('shelf'),
    queryFn: () => ask<ShelfAlmanac>('/api/shelf/almanac'),
    staleTime: Infinity,
    gcTime: Infinity,
  }
  const reference = useQuery(
    computed(() => ({ ...query, enabled: wanted.value.almanac, shallow: true })),
    held.client,
  )
  const takings = useQuery(
    computed(() => ({
      queryKey: keys.taken(held.who),
      queryFn: () => ask<TakenByLabel>('/api/shelf/taken'),
      enabled: wanted.value.taken && Boolean(held.who),
      shallow: true,
    })),
    held.client,
  )
  const almanac = computed(() => reference.data.value ?? noAlmanac)
  const taken = computed(() => takings.data.value ?? nothing)
  const loaded = computed(() => reference.data.value !== undefined)
  /** Asks for the reference data, once. */
  const load = (): void => void (wanted.value.almanac = true)
  /** Once the reference data is there. */
  const ready = async (): Promise<void> => void (await held.client.ensureQueryData(query))
  /** Asks for what mixes have taken, again where it was asked for before. */
  function loadTaken(): void {
    if (wanted.value.taken) held.askAgain(keys.taken(held.who))
    wanted.value.taken = true
  }
  /** Takes labels in from a file. @throws ApiProblem with every fault and its place */
  async function takeLabels(file: LabelsFile): Promise<LabelsTaken> {
    const result = await send<LabelsTaken>('POST', '/api/shelf/labels.json', file)
    for (const label of result.added) await account.put('labels', label)
    return result
  }
  const find = computed(() => createActiveFinder(almanac.value.actives))
  const activeOf = (name: string) => find.value(name)
  return { almanac, activeOf, taken, loaded, load, ready, loadTaken, takeLabels }
})
