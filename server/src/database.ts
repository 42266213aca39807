import pg from 'pg'
import { DataSource } from 'typeorm'
import { entities } from './entities.ts'
import { migrations } from './migrations/index.ts'
import { SnakeColumns } from './platform/naming.ts'

/**
 * A connection that dies says so more than once, the second time when nobody listens any more: an event without a listener
 * ends the process. What it says comes as the failure of the query anyway.
 */
class PatientClient extends pg.Client {
  constructor(options: pg.ClientConfig) {
    super(options)
    this.on('error', () => undefined)
  }
}

/**
 * A data source on a PostgreSQL address; not yet connected. Losing the database is survived: the pool connects again.
 * @param waitMs so long a request waits for a connection: then it is told that the server is busy
 */
export const createDatabase = (url: string, { waitMs = 4000 } = {}): DataSource =>
  new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations,
    migrationsTransactionMode: 'all',
    namingStrategy: new SnakeColumns(),
    uuidExtension: 'pgcrypto',
    installExtensions: false,
    poolErrorHandler: () => undefined,
    extra: {
      Client: PatientClient,
      // One or two of them listen.
      max: 12,
      connectionTimeoutMillis: waitMs,
      application_name: 'jardinero',
    },
  })

/** Runs what migrations are missing, one server at a time. */
export async function migrate(database: DataSource): Promise<void> {
  const lock = database.createQueryRunner()
  await lock.query('SELECT pg_advisory_lock(6170)')
  try {
    await database.runMigrations()
  } finally {
    await lock.query('SELECT pg_advisory_unlock(6170)')
    await lock.release()
  }
}
