import { defineStore } from 'pinia'
import { computed } from 'vue'
import type {
  AmendmentOrder,
  ApplicationOrder,
  ApplicationRecord,
  PassFacts,
} from '@jardinero/contract/ledger'
import type { Outing } from '@jardinero/contract/outing'
import type { Reading } from '@jardinero/contract/soil'
import type { YardYear } from '@jardinero/contract/state'
import { dayIn, yearOf, type MixId, type RecordId, type YardId } from '@jardinero/core/quantity'
import { send } from '../kit/api.ts'
import { useAccount } from './account.ts'
import { useHeld } from './held.ts'
import { keys } from './keys.ts'
import { useOutbox } from './outboxStore.ts'
import { useRemoved } from './removed.ts'
import { createPlacing } from './rows.ts'

/** A year with a record in it: its rules beside those of the others, each once. */
function withRecord(year: YardYear, record: ApplicationRecord): YardYear {
  const text = JSON.stringify(record.rules)
  const at = year.rules.findIndex((r) => JSON.stringify(r) === text)
  const rules = at < 0 ? [...year.rules, record.rules] : year.rules
  const packed = { ...record, rules: at < 0 ? year.rules.length : at }
  return { ...year, rules, records: [...year.records.filter((r) => r.id !== record.id), packed] }
}

/** What happened in the open yard, in the years that are here. */
export const useSeason = defineStore('season', () => {
  const outbox = useOutbox()
  const held = useHeld()
  const account = useAccount()
  const placing = createPlacing(held)
  const readings = computed(() => account.state.readings)
  const records = computed<ApplicationRecord[]>(() =>
    held.years.flatMap(({ records: packed, rules }) =>
      packed.map((r): ApplicationRecord => ({ ...r, rules: rules[r.rules]! })),
    ),
  )

  outbox.onAnswer('/api/soil/readings', (row) => void placing.put('readings', row as Reading))
  /** Kept on the device where the server is away. @param place its name, for who waits */
  async function addReading(
    reading: Omit<Reading, 'id' | 'version'>,
    place: string,
    id: string = crypto.randomUUID(),
  ): Promise<void> {
    const temperature = { value: reading.temperatureC, unit: 'degC' as const }
    const says = { code: 'outing.note.reading', params: { place, temperature } }
    const row = await outbox.tell<Reading>('/api/soil/readings', { id, ...reading }, says)
    if (row) await placing.put('readings', row)
  }
  async function changeReading({ id, version }: Reading, patch: Partial<Reading>): Promise<void> {
    await placing.put(
      'readings',
      await send<Reading>('PATCH', `/api/soil/readings/${id}`, { version, ...patch }),
    )
  }
  async function removeReading({ id, version }: Reading): Promise<void> {
    await send('DELETE', `/api/soil/readings/${id}?version=${version}`)
    await placing.take('readings', id)
    useRemoved().last = { part: 'readings', id }
  }

  /** Records as they read now; what rests on what is down is asked for again: the open tanks, the shelf's takings, the counts. */
  async function layRecords(laid: ApplicationRecord[]): Promise<void> {
    for (const record of laid) {
      const year = yearOf(dayIn(record.appliedAt, held.timeZone))
      for (const { year: y, key } of yearKeys(record.yardId))
        await held.lay<YardYear>(key, (there) =>
          y === year
            ? withRecord(there, record)
            : { ...there, records: there.records.filter((r) => r.id !== record.id) },
        )
    }
    const yards = new Set(laid.map((r) => r.yardId))
    held.askAgain(
      keys.tanks(held.who),
      keys.taken(held.who),
      ...[...yards].map((id) => keys.yardState(held.who, id)),
    )
  }
  const yearKeys = (yardId: YardId) =>
    held.client
      .getQueriesData<YardYear>({ queryKey: [...keys.yard(held.who, yardId), 'year'] })
      .map(([key]) => ({ key, year: key.at(-1) as number }))

  async function addRecord(order: Partial<PassFacts> & { id: string; mixId: MixId }): Promise<void> {
    await layRecords([await send<ApplicationRecord>('POST', '/api/ledger/records', order)])
  }
  /** Writes an application down, of a tank or a spread: a record for each lawn and product, all or none. */
  async function addApplication(order: Partial<ApplicationOrder> & { id: string }): Promise<void> {
    await layRecords(await send<ApplicationRecord[]>('POST', '/api/ledger/applications', order))
  }
  async function amend(recordId: RecordId, amendment: AmendmentOrder): Promise<void> {
    const url = `/api/ledger/records/${recordId}/amendments`
    await layRecords([await send<ApplicationRecord>('POST', url, amendment)])
  }
  /** What comes of an outing once it has arrived. */
  outbox.onAnswer('/api/outing/outings', (answer) => {
    const { outing, records: made } = answer as { outing: Outing; records: ApplicationRecord[] }
    void placing.put('outings', outing)
    void layRecords(made)
  })
  return { readings, records, addReading, changeReading, removeReading, addRecord, addApplication, amend }
})
