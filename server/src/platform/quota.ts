import type { AccountId } from '@jardinero/core/quantity'
import type { EntityManager } from 'typeorm'
import { LruMap } from 'toad-cache'
import type { Usage } from '@jardinero/contract/person'
import type { Config } from './config.ts'
import { ProblemError } from './problem.ts'
import type { QuotaGuard } from './scope.ts'

/** Tables whose rows are a person's own, those with pictures last. */
const counted = [
  'yard',
  'zone',
  'section',
  'place',
  'soil_reading',
  'season_sign',
  'water_entry',
  'sprinkler',
  'station_day',
  'sprayer',
  'calibration',
  'label',
  'label_version',
  'stock_package',
  'measuring_tool',
  'mix',
  'tank',
  'application_record',
  'record_amendment',
  'plant_find',
  'job',
  'job_step',
  'chain_template',
  'season_plan',
  'outing',
  'rating',
]
const pictured = ['label_file', 'find_photo', 'record_photo']

async function count(manager: EntityManager, accountId: AccountId): Promise<Omit<Usage, 'most'>> {
  const rows = [...counted, ...pictured].map((t) => `(SELECT count(*) FROM ${t} WHERE account_id = $1)`)
  const bytes = pictured.map((t) => `(SELECT coalesce(sum(bytes), 0) FROM ${t} WHERE account_id = $1)`)
  const uploads = pictured.map(
    (t) => `(SELECT count(*) FROM ${t} WHERE account_id = $1 AND created_at > now() - interval '1 day')`,
  )
  const [row]: { rows: string; bytes: string; uploads: string }[] = await manager.query(
    `SELECT ${rows.join(' + ')} AS rows, ${bytes.join(' + ')} AS bytes, ${uploads.join(' + ')} AS uploads`,
    [accountId],
  )
  return { rows: Number(row!.rows), bytes: Number(row!.bytes), uploads: Number(row!.uploads) }
}

/** Counting all of a large account takes some 50 ms: it is counted once in so long, and what is added meanwhile on top. */
const freshMs = 60_000

/** What an account holds, and what it may. */
export function createQuota(most: Config['quota']) {
  const known = new LruMap<Omit<Usage, 'most'> & { at: number }>(2000)

  async function usageOf(manager: EntityManager, accountId: AccountId): Promise<Usage> {
    return { ...(await count(manager, accountId)), most }
  }
  /** @throws ProblemError refused: quotaRows, quotaBytes, quotaUploads */
  const guardOf = (manager: EntityManager, accountId: AccountId): QuotaGuard => ({
    async take(rows, bytes = 0) {
      let now = known.get(accountId)
      if (!now || Date.now() - now.at > freshMs) {
        now = { ...(await count(manager, accountId)), at: Date.now() }
        known.set(accountId, now)
      }
      const refuse = (code: string, limit: number) => {
        throw new ProblemError('refused', [{ code, params: { limit } }])
      }
      if (now.rows + rows > most.rows) refuse('quotaRows', most.rows)
      if (bytes && now.bytes + bytes > most.bytes) refuse('quotaBytes', Math.round(most.bytes / 1e6))
      if (bytes && now.uploads + 1 > most.uploads) refuse('quotaUploads', most.uploads)
      now.rows += rows
      now.bytes += bytes
      if (bytes) now.uploads++
    },
  })
  return { usageOf, guardOf }
}
export type Quota = ReturnType<typeof createQuota>
