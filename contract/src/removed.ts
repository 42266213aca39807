import type { Find } from './scout.ts'
import type { Label } from './shelf.ts'
import type { Reading } from './soil.ts'
import type { Section } from './yard.ts'

/** A row that was removed and can be brought back: GET /api/account/removed. */
export type RemovedRow = { removedAt: string } & (
  | { part: 'sections'; row: Section }
  | { part: 'labels'; row: Label }
  | { part: 'finds'; row: Find }
  | { part: 'readings'; row: Reading }
)
