import { benchCollections } from './bench/routes.ts'
import { ledgerCollections } from './ledger/routes.ts'
import type { Clock } from './platform/clock.ts'
import type { Collection } from './platform/collection.ts'
import { scoutCollections } from './scout/routes.ts'
import { shelfCollections } from './shelf/routes.ts'
import { soilCollections } from './soil/routes.ts'
import { yardCollections } from './yard/routes.ts'

/** Every kind of row that is edited in place, with what the core has to say of it. */
export const allCollections = (clock: Clock): Collection[] => [
  ...yardCollections,
  ...scoutCollections(clock),
  ...soilCollections(clock),
  ...shelfCollections(clock),
  ...benchCollections,
  ...ledgerCollections,
]
