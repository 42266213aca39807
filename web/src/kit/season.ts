import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { ApplicationRecord, PassFacts } from '@jardinero/contract/ledger'
import type { Reading } from '@jardinero/contract/soil'
import { get, newId, send } from './api.ts'
import { useOutbox } from './outboxStore.ts'

const putRow = <T extends { id: string }>(rows: T[], row: T): T[] => [
  ...rows.filter((r) => r.id !== row.id),
  row,
]

/** What happened: all records, and readings as far back as anyone has looked. */
export const useSeason = defineStore('season', () => {
  const outbox = useOutbox()
  const readings = ref<Reading[]>([])
  const records = ref<ApplicationRecord[]>([])

  /** Readings of this year and later are here. */
  const since = ref(Infinity)

  async function load(fromYear: number): Promise<void> {
    since.value = fromYear
    const [read, recorded] = await Promise.all([
      get<Reading[]>(`/api/soil/season?from=${fromYear}-01-01`),
      get<ApplicationRecord[]>('/api/ledger/records'),
    ])
    readings.value = read
    records.value = recorded
  }
  /** Fetches what is missing when someone stands in an earlier year. */
  const reach = async (year: number): Promise<void> => (year < since.value ? load(year) : undefined)

  /** What is known is out of date: the next look fetches it again. */
  const forget = (): void => void (since.value = Infinity)

  const putReading = (row: Reading): void => void (readings.value = putRow(readings.value, row))
  outbox.onAnswer('/api/soil/readings', (row) => putReading(row as Reading))
  /** Kept on the device where the server is away. @param place its name, for who waits */
  async function addReading(
    reading: Omit<Reading, 'id' | 'version'>,
    place: string,
    id = newId(),
  ): Promise<void> {
    const temperature = { value: reading.temperatureC, unit: 'degC' as const }
    const says = { code: 'outing.note.reading', params: { place, temperature } }
    const row = await outbox.tell<Reading>('/api/soil/readings', { id, ...reading }, says)
    if (row) putReading(row)
  }
  async function changeReading({ id, version }: Reading, patch: Partial<Reading>): Promise<void> {
    putReading(await send<Reading>('PATCH', `/api/soil/readings/${id}`, { version, ...patch }))
  }
  async function removeReading({ id, version }: Reading): Promise<void> {
    await send('DELETE', `/api/soil/readings/${id}?version=${version}`)
    readings.value = readings.value.filter((r) => r.id !== id)
  }
  async function addRecord(
    order: Partial<PassFacts> & { id: string; mixId: string },
  ): Promise<ApplicationRecord> {
    const record = await send<ApplicationRecord>('POST', '/api/ledger/records', order)
    records.value = putRow(records.value, record)
    return record
  }
  const put = (record: ApplicationRecord): void => void (records.value = putRow(records.value, record))
  /** Writes the pass of a whole tank down: a record for each zone and product. */
  async function addTankRecords(
    order: Omit<Partial<PassFacts>, 'areaSqFt' | 'product' | 'waterGal'> & { id: string; tankId: string },
  ): Promise<void> {
    for (const record of await send<ApplicationRecord[]>('POST', '/api/ledger/tank-records', order))
      records.value = putRow(records.value, record)
  }
  async function amend(
    recordId: string,
    amendment: { id: string; reason: string; changes: Partial<PassFacts> },
  ): Promise<void> {
    const record = await send<ApplicationRecord>(
      'POST',
      `/api/ledger/records/${recordId}/amendments`,
      amendment,
    )
    records.value = putRow(records.value, record)
  }
  return {
    readings,
    records,
    load,
    reach,
    forget,
    addReading,
    changeReading,
    removeReading,
    addRecord,
    put,
    addTankRecords,
    amend,
  }
})
