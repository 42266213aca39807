import { benchCollections } from './bench/index.ts'
import { jobCollections } from './job/index.ts'
import { ledgerCollections } from './ledger/index.ts'
import { lawnCollections } from './lawns/index.ts'
import type { Clock } from './platform/clock.ts'
import type { Collection } from './platform/collection.ts'
import { scoutCollections } from './scout/index.ts'
import { shelfCollections } from './shelf/index.ts'
import { soilCollections } from './soil/index.ts'
import { yardCollections } from './yard/index.ts'

/** Every kind of row that is edited in place, with what the core has to say of it. */
export const allCollections = (clock: Clock): Collection[] => [
  ...yardCollections,
  ...lawnCollections,
  ...scoutCollections(clock),
  ...soilCollections(clock),
  ...shelfCollections(clock),
  ...benchCollections,
  ...jobCollections,
  ...ledgerCollections(clock),
]
