// A throw-away PostgreSQL for the tests, one a run; each suite makes a database of its own in it.
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buildKernelWhenStale } from './kernel.mjs'
import { startPostgres } from './postgres.mjs'

export default async function setup() {
  buildKernelWhenStale()
  if (process.env.TEST_DATABASE_URL) return undefined
  const folder = mkdtempSync(join(tmpdir(), 'jardinero-test-'))
  // PostgreSQL's own user must be able to pass through it.
  chmodSync(folder, 0o711)
  const postgres = await startPostgres(folder, { lasting: false })
  process.env.TEST_DATABASE_URL = postgres.adminUrl
  process.env.TEST_OWNER_URL = postgres.ownerUrl
  process.env.TEST_APPLICATION_URL = postgres.url
  return async () => {
    await postgres.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
