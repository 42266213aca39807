import type { Tank } from '@jardinero/contract/bench'
import type { Yard } from '@jardinero/contract/yard'
import { mixResult, tankResult } from '@jardinero/contract/figure'
import { passOfRecord } from '@jardinero/core/ledger'
import type { Words } from '@jardinero/words'
import { dayIn } from '@jardinero/core/quantity'
import { mixSheet } from '../bench/index.ts'
import { csvRow, findRecords, recordSheet } from '../ledger/index.ts'
import type { Clock } from '../platform/clock.ts'
import type { AccountScope } from '../platform/scope.ts'
import { validate } from '../platform/validation.ts'
import { planCalendar } from '../answer/index.ts'
import { FaultList } from './fileRows.ts'

/** Tries one reader on one row. */
function tries(list: FaultList, part: string, id: string, read: () => unknown): void {
  if (list.full) return
  try {
    read()
  } catch {
    list.add([{ code: 'rowUnreadable', field: part, params: { id, part } }])
  }
}

/** Rows of an account that what reads them cannot read: as if each were opened, printed and put into the calendar. */
export async function findUnreadable(scope: AccountScope, words: Words, clock: Clock): Promise<FaultList> {
  const list = new FaultList()
  const results = { mixes: ['mix', mixResult], tanks: ['tank', tankResult] } as const
  for (const [part, [table, schema]] of Object.entries(results))
    for (const { id, result } of await scope.find<{ id: string; result: unknown }>(table))
      if ('faults' in validate(schema, result))
        list.add([{ code: 'rowUnreadable', field: part, params: { id, part } }])
  if (list.faults.length) return list
  const yards = new Map((await scope.find<Yard>('yard')).map((y) => [y.id, y]))
  const ids: { id: string }[] = await scope.rows('SELECT id FROM application_record ORDER BY applied_at')
  for (const { id } of ids) {
    const [record] = await findRecords(scope, { id }).catch(() => [])
    const yard = record && yards.get(record.yardId)
    if (!record || !yard)
      list.add([{ code: 'rowUnreadable', field: 'records', params: { id, part: 'records' } }])
    else
      tries(list, 'records', id, () => {
        passOfRecord({ ...record, day: dayIn(record.appliedAt, yard.timeZone) })
        csvRow(record, yard)
        recordSheet(record, yard, words)
      })
    if (list.full) return list
  }
  for (const tank of await scope.find<Tank>('tank'))
    tries(list, 'tanks', tank.id, () => mixSheet(tank, words))
  // Only where every record can be read: a calendar falls with any of them.
  if (!list.faults.length)
    for (const yard of yards.values())
      await planCalendar(scope, yard.id, words, clock).catch(() =>
        list.add([{ code: 'rowUnreadable', field: 'plans', params: { id: yard.id, part: 'plans' } }]),
      )
  return list
}
