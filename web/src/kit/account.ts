import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { AccountState } from '@jardinero/contract/account'
import type { Almanac } from './almanac.ts'
import type { Row } from '@jardinero/contract/field'
import type { RecordPhoto } from '@jardinero/contract/ledger'
import type { FindPhoto } from '@jardinero/contract/scout'
import type { PlanOrder, SeasonPlan } from '@jardinero/contract/season'
import { get, newId, send } from './api.ts'
import type { Says } from './outbox.ts'
import { useOutbox } from './outboxStore.ts'

export type Rows = { [K in keyof AccountState]: AccountState[K] extends (infer R extends Row)[] ? R : never }
export type Part = { [K in keyof Rows]: Rows[K] extends never ? never : K }[keyof Rows]

const paths: Record<Part, string> = {
  yards: 'yard/yards',
  zones: 'yard/zones',
  sections: 'yard/sections',
  places: 'yard/places',
  sprayers: 'bench/sprayers',
  calibrations: 'bench/calibrations',
  labels: 'shelf/labels',
  stock: 'shelf/stock',
  tools: 'bench/tools',
  finds: 'scout/finds',
  marks: 'scout/marks',
  signs: 'soil/signs',
  sprinklers: 'soil/sprinklers',
  waters: 'soil/waters',
  ratings: 'ledger/ratings',
}

/** What is noted outdoors, where there may be no network. */
const noted = ['finds', 'signs', 'waters', 'ratings'] as const
export type Noted = (typeof noted)[number]

const emptyState = (): AccountState => ({
  account: { id: '', name: '', demoDay: null },
  yards: [],
  zones: [],
  sections: [],
  places: [],
  sprayers: [],
  calibrations: [],
  tools: [],
  labels: [],
  stock: [],
  labelFiles: [],
  finds: [],
  photos: [],
  marks: [],
  signs: [],
  sprinklers: [],
  waters: [],
  plans: [],
  outings: [],
  ratings: [],
  recordPhotos: [],
})

/** The account's things as the server has them. Changed only by what the server answers. */
export const useAccount = defineStore('account', () => {
  const outbox = useOutbox()
  const state = ref<AccountState>(emptyState())
  const almanac = ref<Almanac>({ turf: [], climates: [], barriers: [] })
  const loaded = ref(false)

  async function load(): Promise<void> {
    const [account, reference] = await Promise.all([
      get<AccountState>('/api/account'),
      get<Almanac>('/api/almanac'),
    ])
    state.value = account
    almanac.value = reference
    loaded.value = true
  }
  function clear(): void {
    state.value = emptyState()
    loaded.value = false
  }
  const rowsOf = <P extends Part>(part: P) => state.value[part] as unknown as Rows[P][]

  function put<P extends Part>(part: P, row: Rows[P]): Rows[P] {
    const rows = rowsOf(part)
    const i = rows.findIndex((r) => r.id === row.id)
    if (i < 0) rows.push(row)
    else rows[i] = row
    return row
  }
  async function add<P extends Part>(
    part: P,
    row: Omit<Rows[P], 'id' | 'version'>,
    id = newId(),
  ): Promise<Rows[P]> {
    return put(part, await send<Rows[P]>('POST', `/api/${paths[part]}`, { id, ...row }))
  }
  for (const part of noted)
    outbox.onAnswer(`/api/${paths[part]}`, (row) => void put(part, row as Rows[typeof part]))
  /** Adds a row, or keeps it on the device where the server is away. @returns nothing where it was kept */
  async function note<P extends Noted>(
    part: P,
    row: Omit<Rows[P], 'id' | 'version'>,
    says: Says,
    id = newId(),
  ): Promise<Rows[P] | undefined> {
    const told = await outbox.tell<Rows[P]>(`/api/${paths[part]}`, { id, ...row }, says)
    return told && put(part, told)
  }
  async function change<P extends Part>(
    part: P,
    row: Row,
    patch: Partial<Omit<Rows[P], 'id' | 'version'>>,
  ): Promise<Rows[P]> {
    return put(
      part,
      await send<Rows[P]>('PATCH', `/api/${paths[part]}/${row.id}`, { version: row.version, ...patch }),
    )
  }
  async function remove(part: Part, row: Row): Promise<void> {
    await send('DELETE', `/api/${paths[part]}/${row.id}?version=${row.version}`)
    const rows = rowsOf(part)
    rows.splice(
      rows.findIndex((r) => r.id === row.id),
      1,
    )
  }
  const putFindPhoto = (photo: FindPhoto): void =>
    void (state.value.photos = [...state.value.photos.filter((p) => p.id !== photo.id), photo])
  const putRecordPhoto = (photo: RecordPhoto): void =>
    void (state.value.recordPhotos = [...state.value.recordPhotos.filter((p) => p.id !== photo.id), photo])
  outbox.onAnswer('/api/scout/finds/:id/photos', (photo) => putFindPhoto(photo as FindPhoto))
  outbox.onAnswer('/api/ledger/records/:id/photos', (photo) => putRecordPhoto(photo as RecordPhoto))

  /** Kept on the device where the server is away. @param of what is on it, for who waits */
  async function addPhoto(findId: string, picture: Blob, keepPlace: boolean, of: string): Promise<void> {
    const url = `/api/scout/finds/${findId}/photos?id=${newId()}&keepPlace=${keepPlace}`
    const photo = await outbox.tell<FindPhoto>(url, picture, { code: 'outing.note.photo', params: { of } })
    if (photo) putFindPhoto(photo)
  }
  /** As a find's. */
  async function addRecordPhoto(
    recordId: string,
    kind: RecordPhoto['kind'],
    picture: Blob,
    of: string,
  ): Promise<void> {
    const url = `/api/ledger/records/${recordId}/photos?id=${newId()}&kind=${kind}`
    const photo = await outbox.tell<RecordPhoto>(url, picture, { code: 'outing.note.photo', params: { of } })
    if (photo) putRecordPhoto(photo)
  }
  async function removeRecordPhoto(id: string): Promise<void> {
    await send('DELETE', `/api/ledger/photos/${id}`)
    state.value.recordPhotos = state.value.recordPhotos.filter((p) => p.id !== id)
  }
  async function removePhoto(id: string): Promise<void> {
    await send('DELETE', `/api/scout/photos/${id}`)
    state.value.photos = state.value.photos.filter((p) => p.id !== id)
  }
  async function takePlan(order: Omit<PlanOrder, 'id'>, id = newId()): Promise<SeasonPlan> {
    const plan = await send<SeasonPlan>('POST', '/api/season/plans', { id, ...order })
    state.value.plans = [...state.value.plans.filter((p) => p.id !== plan.id), plan]
    return plan
  }
  async function moveDemo(day: string): Promise<void> {
    await send('PUT', '/api/account/demo-day', { day })
    state.value.account.demoDay = day
  }
  const putDemoBack = (): Promise<void> => send('POST', '/api/account/demo-fresh', {})
  return {
    state,
    almanac,
    loaded,
    load,
    clear,
    put,
    add,
    note,
    change,
    remove,
    addPhoto,
    addRecordPhoto,
    removeRecordPhoto,
    removePhoto,
    takePlan,
    moveDemo,
    putDemoBack,
  }
})
