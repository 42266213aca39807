import type pg from 'pg'
import type { DataSource } from 'typeorm'

/** The connections behind a data source; none before it is connected. */
export const poolOf = (database: DataSource): pg.Pool | undefined =>
  (database.driver as unknown as { master?: pg.Pool }).master
