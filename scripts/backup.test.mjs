import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dumpDatabase, restoreDatabase } from './backup.mjs'

const folder = mkdtempSync(join(tmpdir(), 'jardinero-backup-'))
const name = `b_${randomUUID().replaceAll('-', '')}`
const server = new URL(process.env.TEST_DATABASE_URL)
const url = Object.assign(new URL(server), { pathname: `/${name}` }).href
async function ask(at, sql, values = []) {
  const client = new pg.Client({ connectionString: at })
  await client.connect()
  try {
    return (await client.query(sql, values)).rows
  } finally {
    await client.end()
  }
}
const all = () => ask(url, 'SELECT id, note, picture FROM thing ORDER BY id')
let kept = []

describe('a backup', () => {
  beforeAll(async () => {
    await ask(server.href, `CREATE DATABASE ${name}`)
    await ask(url, 'CREATE TABLE thing (id int PRIMARY KEY, note text NOT NULL, picture bytea)')
    await ask(
      url,
      `CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'stays'; END $$`,
    )
    await ask(
      url,
      'CREATE TRIGGER stays BEFORE UPDATE OR DELETE ON thing FOR EACH ROW EXECUTE FUNCTION refuse_change()',
    )
    await ask(
      url,
      `INSERT INTO thing SELECT n, 'número ' || n, decode(md5(n::text), 'hex') FROM generate_series(1, 500) n`,
    )
  })
  afterAll(async () => {
    for (const database of [name, ...kept])
      await ask(server.href, `DROP DATABASE IF EXISTS ${database} WITH (FORCE)`)
    rmSync(folder, { recursive: true, force: true })
  })
  const file = join(folder, 'all.backup')

  it('brings every row, picture and rule back, and keeps what was there beside it', async () => {
    const before = await all()
    await dumpDatabase(url, file)
    expect(statSync(file).mode & 0o777).toBe(0o600)
    await ask(url, `INSERT INTO thing VALUES (501, 'after', NULL)`)
    const old = await restoreDatabase(url, file, { now: new Date('2026-03-01T12:00:00Z') })
    kept.push(old)
    expect(old).toBe(`${name}_before_20260301120000`)
    expect(await all()).toEqual(before)
    await expect(ask(url, 'DELETE FROM thing')).rejects.toThrow('stays')
    const beside = Object.assign(new URL(server), { pathname: `/${old}` }).href
    expect(await ask(beside, 'SELECT count(*)::int AS n FROM thing')).toEqual([{ n: 501 }])
  })
  it('that is cut off or none at all changes nothing', async () => {
    const before = await all()
    const cut = join(folder, 'cut.backup')
    const whole = readFileSync(file)
    writeFileSync(cut, whole.subarray(0, whole.length / 2))
    await expect(restoreDatabase(url, cut)).rejects.toThrow('Reading the backup failed')
    await expect(restoreDatabase(url, join(folder, 'none'))).rejects.toThrow('There is no file')
    expect(await all()).toEqual(before)
    const left = await ask(server.href, `SELECT datname FROM pg_database WHERE datname LIKE '${name}_new%'`)
    expect(left).toEqual([])
  })
  it('leaves no half a file where it cannot be made', async () => {
    const nowhere = Object.assign(new URL(server), { pathname: '/no_such_database' }).href
    await expect(dumpDatabase(nowhere, join(folder, 'x.backup'))).rejects.toThrow('The backup failed')
    expect(() => readFileSync(join(folder, 'x.backup.part'))).toThrow()
  })
  it('closed with a passphrase opens with it and no other, and not once it was changed', async () => {
    const closed = join(folder, 'closed.backup')
    const passphrase = 'heron kettle teal gate'
    await dumpDatabase(url, closed, { passphrase })
    expect(readFileSync(closed).includes('número')).toBe(false)
    const before = await all()
    await expect(restoreDatabase(url, closed)).rejects.toThrow('closed with a passphrase')
    await expect(restoreDatabase(url, closed, { passphrase: 'another one' })).rejects.toThrow('does not open')
    const changed = join(folder, 'changed.backup')
    const bytes = readFileSync(closed)
    bytes[bytes.length >> 1] ^= 1
    writeFileSync(changed, bytes)
    await expect(restoreDatabase(url, changed, { passphrase })).rejects.toThrow('does not open')
    await ask(url, `INSERT INTO thing VALUES (900, 'after', NULL)`)
    kept.push(await restoreDatabase(url, closed, { passphrase, now: new Date('2026-03-02T12:00:00Z') }))
    expect(await all()).toEqual(before)
    expect(readdirSync(folder).filter((f) => /open$|part$|closed$/.test(f))).toEqual([])
  })
  it('is not put onto a database that a server stands on', async () => {
    const client = new pg.Client({ connectionString: url, application_name: 'jardinero' })
    await client.connect()
    await expect(restoreDatabase(url, file)).rejects.toThrow('running on this database')
    await client.end()
  })
})
