import type pg from 'pg'
import type { DataSource } from 'typeorm'
import type { PostgresDriver } from 'typeorm/driver/postgres/PostgresDriver.js'

/** The connections behind a data source; none before it is connected. */
export const poolOf = (database: DataSource): pg.Pool | undefined =>
  (database.driver as PostgresDriver).master as pg.Pool | undefined
