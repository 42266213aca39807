import type { AccountId, YardId } from '@jardinero/core/quantity'
import type { DataSource, EntityManager } from 'typeorm'
import { wordsFor } from '@jardinero/words/whole'
import type { Clock } from '../platform/clock.ts'
import { AccountScope } from '../platform/scope.ts'
import type { Account, StoredPerson } from '../platform/accountEntities.ts'
import { findUnreadable } from './proveReadable.ts'

/** What rests on a row, and by which column: it goes with it. */
const restsOn: Record<string, [table: string, column: string][]> = {
  mix: [['application_record', 'mix_id']],
  tank: [['outing', 'tank_id']],
  application_record: [
    ['rating', 'record_id'],
    ['record_photo', 'record_id'],
    ['record_amendment', 'record_id'],
  ],
}
const tableOf: Record<string, string> = {
  records: 'application_record',
  mixes: 'mix',
  tanks: 'tank',
}

/** A row and what rests on it, kept as it was and taken out of the way. */
async function setAside(manager: EntityManager, table: string, id: string, why: string): Promise<number> {
  let count = 0
  for (const [dependent, column] of restsOn[table] ?? []) {
    const rows: { id: string }[] = await manager.query(`SELECT id FROM ${dependent} WHERE ${column} = $1`, [
      id,
    ])
    for (const row of rows) count += await setAside(manager, dependent, row.id, why)
  }
  await manager.query(
    `INSERT INTO set_aside (account_id, of_table, content, why)
     SELECT account_id, $2, to_jsonb(t), $3 FROM ${table} t WHERE id = $1`,
    [id, table, why],
  )
  const [, affected]: [unknown, number] = await manager.query(`DELETE FROM ${table} WHERE id = $1`, [id])
  return count + affected
}

/** The latest plan of a yard, where its calendar cannot be made. */
async function latestPlan(manager: EntityManager, yardId: YardId): Promise<string | undefined> {
  const [plan]: { id: string }[] = await manager.query(
    'SELECT id FROM season_plan WHERE yard_id = $1 ORDER BY taken_at DESC LIMIT 1',
    [yardId],
  )
  return plan?.id
}

async function repairAccount(
  owner: DataSource,
  accountId: AccountId,
  { clock, apply }: { clock: Clock; apply: boolean },
): Promise<{ table: string; id: string }[]> {
  const person = await owner.manager.findOneBy<StoredPerson>('person', { accountId })
  const words = wordsFor(person ?? { locale: 'en', units: 'us', temperature: 'F' })
  const found: { table: string; id: string }[] = []
  // A row may hide another: again, until everything can be read.
  for (let round = 0; round < 1000; round++) {
    const { faults } = await findUnreadable(new AccountScope(owner.manager, accountId), words, clock)
    if (!faults.length) break
    for (const { params } of faults) {
      if (params['id'] === undefined) continue
      const [part, given] = [String(params['part']), String(params['id'])]
      const table = tableOf[part] ?? 'season_plan'
      const id = table === 'season_plan' ? await latestPlan(owner.manager, given) : given
      if (!id) continue
      found.push({ table, id })
      if (apply)
        await owner.transaction(async (manager) => {
          const release = [accountId]
          await manager.query('INSERT INTO ledger_release VALUES ($1, pg_current_xact_id()::text)', release)
          await setAside(manager, table, id, 'could not be read')
          await manager.query('DELETE FROM ledger_release WHERE account_id = $1', release)
        })
    }
    if (!apply) break
  }
  return found
}

/**
 * Finds rows that nothing can read any more, in every account; with `apply` they are set aside, whole, in the table set_aside,
 * so that the rest can be read. By the owner of the schema only.
 */
export async function repair(
  owner: DataSource,
  order: { clock: Clock; apply: boolean },
): Promise<{ account: string; table: string; id: string }[]> {
  const all: { account: string; table: string; id: string }[] = []
  for (const { id, name } of await owner.manager.find<Account>('account'))
    for (const row of await repairAccount(owner, id, order)) all.push({ account: `${name} (${id})`, ...row })
  return all
}
