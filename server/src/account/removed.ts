import type { RemovedRow } from '@jardinero/contract/removed'
import { keptDays, toWire } from '../platform/collection.ts'
import type { AccountScope } from '../platform/scope.ts'

/** What can be brought back, by the part of the account it is of. */
const parts = {
  sections: 'section',
  labels: 'label',
  finds: 'plant_find',
  readings: 'soil_reading',
} as const satisfies Record<RemovedRow['part'], string>

/** More are not told at once. */
const mostTold = 100

/** Rows that were removed and can be brought back, the last first. */
export async function removedRows(scope: AccountScope, now: Date): Promise<RemovedRow[]> {
  const since = new Date(now.getTime() - keptDays * 86_400_000).toISOString()
  const found: RemovedRow[] = []
  for (const [part, entity] of Object.entries(parts)) {
    type Discarded = { id: string; removedAt: string }
    for (const row of await scope.discardedSince<Discarded>(entity, since, mostTold))
      found.push({ part, removedAt: row.removedAt, row: toWire(row) } as RemovedRow)
  }
  return found.sort((a, b) => (a.removedAt < b.removedAt ? 1 : -1)).slice(0, mostTold)
}
