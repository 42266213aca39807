import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type {
  LabelFile,
  LabelsFile,
  LabelsTaken,
  ShelfAlmanac,
  TakenByLabel,
} from '@jardinero/contract/shelf'
import { createActiveFinder } from '@jardinero/core/shelf'
import { useAccount } from '../kit/account.ts'
import { get, newId, send, sendBytes } from '../kit/api.ts'

/** Actives and sample labels, which are large and asked for only here; what mixes have taken; and the files of labels. */
export const useShelf = defineStore('shelf', () => {
  const account = useAccount()
  const almanac = shallowRef<ShelfAlmanac>({ actives: [], sampleLabels: [] })
  const taken = shallowRef<TakenByLabel>({})
  const loaded = ref(false)
  const loading = ref<Promise<void>>()

  async function fetchAlmanac(): Promise<void> {
    almanac.value = await get<ShelfAlmanac>('/api/shelf/almanac')
    loaded.value = true
  }
  /** Fetches the almanac's part, once. */
  const load = (): Promise<void> => (loaded.value ? Promise.resolve() : (loading.value ??= fetchAlmanac()))
  async function loadTaken(): Promise<void> {
    taken.value = await get<TakenByLabel>('/api/shelf/taken')
  }

  async function addFile(labelId: string, file: File): Promise<void> {
    const query = new URLSearchParams({ id: newId(), name: file.name.slice(0, 80) || 'label' })
    const kept = await sendBytes<LabelFile>(`/api/shelf/labels/${labelId}/files?${query}`, file)
    account.state.labelFiles = [...account.state.labelFiles.filter((f) => f.id !== kept.id), kept]
  }
  async function removeFile(id: string): Promise<void> {
    await send('DELETE', `/api/shelf/files/${id}`)
    account.state.labelFiles = account.state.labelFiles.filter((f) => f.id !== id)
  }
  /** Takes labels in from a file. @throws ApiProblem with every fault and its place */
  async function takeLabels(file: LabelsFile): Promise<LabelsTaken> {
    const result = await send<LabelsTaken>('POST', '/api/shelf/labels.json', file)
    for (const label of result.added) account.put('labels', label)
    return result
  }
  const find = computed(() => createActiveFinder(almanac.value.actives))
  const activeOf = (name: string) => find.value(name)
  return { almanac, activeOf, taken, loaded, load, loadTaken, addFile, removeFile, takeLabels }
})
