import type { DataSource } from 'typeorm'
import { migrations } from './migrations/index.ts'
import { migrate } from './database.ts'
import { bossSchema, prepareQueue } from './platform/queue.ts'

/** Names of roles that come from outside are put into statements: only plain ones. */
function plainRole(role: string): string {
  if (!/^[a-z_][a-z0-9_]{0,62}$/.test(role)) throw new Error(`not a name of a role: ${role}`)
  return `"${role}"`
}

/** What the application may: rows. On what is only ever added to, nothing but adding; on what opens the ledger, nothing. */
async function grantApplication(owner: DataSource, role: string): Promise<void> {
  const name = plainRole(role)
  const appendOnly: { table: string }[] = await owner.query(
    `SELECT DISTINCT tgrelid::regclass::text AS table FROM pg_trigger WHERE tgfoid = 'refuse_change'::regproc`,
  )
  const closed = ['ledger_release', 'set_aside', 'migrations']
  for (const statement of [
    `GRANT USAGE ON SCHEMA public TO ${name}`,
    `GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${name}`,
    `GRANT USAGE, SELECT ON ALL SEQUENCES IN SCHEMA public TO ${name}`,
    `REVOKE UPDATE, DELETE, TRUNCATE ON ${appendOnly.map((t) => t.table).join(', ')} FROM ${name}`,
    `REVOKE ALL ON ${closed.join(', ')} FROM ${name}`,
    `GRANT SELECT ON migrations TO ${name}`,
    `GRANT EXECUTE ON FUNCTION empty_demo(), delete_account(uuid) TO ${name}`,
    `GRANT USAGE ON SCHEMA ${bossSchema} TO ${name}`,
    `GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA ${bossSchema} TO ${name}`,
    `GRANT EXECUTE ON ALL FUNCTIONS IN SCHEMA ${bossSchema} TO ${name}`,
  ])
    await owner.query(statement)
}

/**
 * Makes the database what this version needs: migrations, the queue's tables, and the rights of the role the server runs as.
 * One at a time, by the owner. @param applicationRole none where the owner itself runs the server
 */
export async function prepareDatabase(
  owner: DataSource,
  ownerUrl: string,
  applicationRole?: string,
): Promise<void> {
  await migrate(owner)
  const lock = owner.createQueryRunner()
  await lock.query('SELECT pg_advisory_lock(6172)')
  try {
    await prepareQueue(ownerUrl)
    if (applicationRole) await grantApplication(owner, applicationRole)
  } finally {
    await lock.query('SELECT pg_advisory_unlock(6172)')
    await lock.release()
  }
}

/** Whether every migration of this version has run. */
export async function isPrepared(database: DataSource): Promise<boolean> {
  const done = await database
    .query<{ name: string }[]>('SELECT name FROM migrations')
    .catch(() => [] as { name: string }[])
  const names = new Set(done.map((m) => m.name))
  return migrations.every((m) => names.has(m.name))
}
