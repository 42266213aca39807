import type { LabelId, RecordId, SightingId, ZoneId } from '@jardinero/core/quantity'
import { defineStore } from 'pinia'
import { computed, markRaw } from 'vue'
import type { Row } from '@jardinero/contract/field'
import type { RecordPhoto } from '@jardinero/contract/ledger'
import type { FindPhoto } from '@jardinero/contract/scout'
import type { PlanOrder, SeasonPlan } from '@jardinero/contract/season'
import type { LabelFile } from '@jardinero/contract/shelf'
import type { Opening, YardState, YardYear } from '@jardinero/contract/state'
import { newId, send, sendBytes } from '../kit/api.ts'
import type { Says } from '../kit/outbox.ts'
import type { Almanac } from './almanac.ts'
import { useHeld } from './held.ts'
import { keys } from './keys.ts'
import { useOutbox } from './outboxStore.ts'
import { createPlacing, paths, type Part, type Rows } from './rows.ts'

export type { Part, Rows } from './rows.ts'

/** What is noted outdoors, where there may be no network. */
const noted = ['finds', 'signs', 'waters', 'ratings'] as const
export type Noted = (typeof noted)[number]

const none: never[] = []
const noRows = <K extends Exclude<keyof YardState, 'yard'>>(): YardState[K] => none as YardState[K]
const noAlmanac: Almanac = { turf: [], climates: [], barriers: [] }

/** Rows of the open yard and of the account around it, as the server has them, and the ways to change them there. */
export const useAccount = defineStore('account', () => {
  const outbox = useOutbox()
  const held = useHeld()
  const placing = createPlacing(held)

  /** Of all years that are here, oldest first; another list only where one of them is another. */
  const ofYears = <K extends Exclude<keyof YardYear, 'records' | 'rules'>>(part: K) =>
    computed<YardYear[K]>((before) => {
      const all = held.years.flatMap<YardYear[K][number]>((y) => y[part]) as YardYear[K]
      return before?.length === all.length && all.every((row, i) => row === before[i]) ? before : all
    })
  const ofYard = <K extends Exclude<keyof YardState, 'yard'>>(part: K) =>
    computed<YardState[K]>(() => held.yard?.[part] ?? noRows<K>())
  const rows = {
    yards: computed(() => (held.yard ? [held.yard.yard] : none)),
    zones: ofYard('zones'),
    sections: ofYard('sections'),
    places: ofYard('places'),
    sprinklers: ofYard('sprinklers'),
    marks: ofYard('marks'),
    plans: ofYard('plans'),
    history: ofYard('history'),
    sprayers: computed(() => held.equipment?.sprayers ?? none),
    calibrations: computed(() => held.equipment?.calibrations ?? none),
    tools: computed(() => held.equipment?.tools ?? none),
    labels: computed(() => held.shelf?.labels ?? none),
    stock: computed(() => held.shelf?.stock ?? none),
    labelFiles: computed(() => held.shelf?.labelFiles ?? none),
    finds: ofYears('finds'),
    photos: ofYears('photos'),
    signs: ofYears('signs'),
    waters: ofYears('waters'),
    outings: ofYears('outings'),
    ratings: ofYears('ratings'),
    recordPhotos: ofYears('recordPhotos'),
    readings: ofYears('readings'),
  }
  type State = { readonly [K in keyof typeof rows]: (typeof rows)[K]['value'] }
  /** Read by name; each name follows its own rows alone. */
  const state = markRaw(
    Object.defineProperties(
      {},
      Object.fromEntries(
        Object.entries(rows).map(([name, list]) => [name, { get: () => list.value, enumerable: true }]),
      ),
    ),
  ) as State
  const almanac = computed(() => held.almanac ?? noAlmanac)
  const demoDay = computed(() => held.opening?.account.demoDay ?? null)

  async function add<P extends Part>(
    part: P,
    row: Omit<Rows[P], 'id' | 'version'>,
    id = newId(),
  ): Promise<Rows[P]> {
    return placing.put(part, await send<Rows[P]>('POST', `/api/${paths[part]}`, { id, ...row }))
  }
  for (const part of noted)
    outbox.onAnswer(`/api/${paths[part]}`, (row) => void placing.put(part, row as Rows[typeof part]))
  /** Adds a row, or keeps it on the device where the server is away. @returns nothing where it was kept */
  async function note<P extends Noted>(
    part: P,
    row: Omit<Rows[P], 'id' | 'version'>,
    says: Says,
    id = newId(),
  ): Promise<Rows[P] | undefined> {
    const told = await outbox.tell<Rows[P]>(`/api/${paths[part]}`, { id, ...row }, says)
    return told && placing.put(part, told)
  }
  async function change<P extends Part>(
    part: P,
    row: Row,
    patch: Partial<Omit<Rows[P], 'id' | 'version'>>,
  ): Promise<Rows[P]> {
    return placing.put(
      part,
      await send<Rows[P]>('PATCH', `/api/${paths[part]}/${row.id}`, { version: row.version, ...patch }),
    )
  }
  async function remove(part: Part, row: Row): Promise<void> {
    await send('DELETE', `/api/${paths[part]}/${row.id}?version=${row.version}`)
    await placing.take(part, row.id)
  }
  const put = <P extends Part>(part: P, row: Rows[P]): Promise<Rows[P]> => placing.put(part, row)

  outbox.onAnswer('/api/scout/finds/:id/photos', (photo) => void placing.put('photos', photo as FindPhoto))
  outbox.onAnswer(
    '/api/ledger/records/:id/photos',
    (photo) => void placing.put('recordPhotos', photo as RecordPhoto),
  )
  /** Kept on the device where the server is away. @param of what is on it, for who waits */
  async function addPhoto(findId: SightingId, picture: Blob, keepPlace: boolean, of: string): Promise<void> {
    const url = `/api/scout/finds/${findId}/photos?id=${newId()}&keepPlace=${keepPlace}`
    const photo = await outbox.tell<FindPhoto>(url, picture, { code: 'outing.note.photo', params: { of } })
    if (photo) await placing.put('photos', photo)
  }
  /** As a find's. */
  async function addRecordPhoto(
    recordId: RecordId,
    kind: RecordPhoto['kind'],
    picture: Blob,
    of: string,
  ): Promise<void> {
    const url = `/api/ledger/records/${recordId}/photos?id=${newId()}&kind=${kind}`
    const photo = await outbox.tell<RecordPhoto>(url, picture, { code: 'outing.note.photo', params: { of } })
    if (photo) await placing.put('recordPhotos', photo)
  }
  async function removeRecordPhoto(id: string): Promise<void> {
    await send('DELETE', `/api/ledger/photos/${id}`)
    await placing.take('recordPhotos', id)
  }
  async function removePhoto(id: string): Promise<void> {
    await send('DELETE', `/api/scout/photos/${id}`)
    await placing.take('photos', id)
  }
  async function addLabelFile(labelId: LabelId, file: File): Promise<void> {
    const query = new URLSearchParams({ id: newId(), name: file.name.slice(0, 80) || 'label' })
    await placing.put(
      'labelFiles',
      await sendBytes<LabelFile>(`/api/shelf/labels/${labelId}/files?${query}`, file),
    )
  }
  async function removeLabelFile(id: string): Promise<void> {
    await send('DELETE', `/api/shelf/files/${id}`)
    await placing.take('labelFiles', id)
  }
  async function takePlan(order: Omit<PlanOrder, 'id'>, id = newId()): Promise<SeasonPlan> {
    return placing.put('plans', await send<SeasonPlan>('POST', '/api/season/plans', { id, ...order }))
  }
  async function moveDemo(day: string): Promise<void> {
    await send('PUT', '/api/account/demo-day', { day })
    await held.lay<Opening>(keys.opening(held.who), (opening) => ({
      ...opening,
      account: { ...opening.account, demoDay: day },
    }))
  }
  const putDemoBack = (): Promise<void> => send('POST', '/api/account/demo-fresh', {})
  /** Something else changed much of it: all of it is asked for again. */
  const askAgain = (): void => held.askAgain(keys.ofPerson(held.who))
  /** The taped sections of a lawn. */
  const sectionsOf = (zoneId: ZoneId) => state.sections.filter((s) => s.zoneId === zoneId)

  return {
    state,
    sectionsOf,
    almanac,
    demoDay,
    put,
    add,
    note,
    change,
    remove,
    addPhoto,
    addRecordPhoto,
    removeRecordPhoto,
    removePhoto,
    addLabelFile,
    removeLabelFile,
    takePlan,
    moveDemo,
    putDemoBack,
    askAgain,
  }
})
