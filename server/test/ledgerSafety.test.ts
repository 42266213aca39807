import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { amendRecord } from '../src/ledger/amendRecord.ts'
import { migrations } from '../src/migrations/index.ts'
import { migrate } from '../src/database.ts'
import { AccountScope } from '../src/platform/scope.ts'
import { freshDatabase, startTestServer, testNow, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
let owner: Visitor
let made: Awaited<ReturnType<typeof addLawn>>
beforeAll(async () => {
  server = await startTestServer()
  owner = await new Visitor(server.app).signUp()
  made = await addLawn(owner)
})
afterAll(() => server.close())
const accountOf = async (record: string): Promise<string> =>
  (await server.owner.query('SELECT account_id FROM application_record WHERE id = $1', [record]))[0]
    .account_id

describe('the role the server runs as', () => {
  test.each([
    [`UPDATE application_record SET zone_name = 'x'`, 'permission denied'],
    ['DELETE FROM application_record', 'permission denied'],
    ['TRUNCATE application_record CASCADE', 'permission denied'],
    [`UPDATE record_amendment SET reason = 'x'`, 'permission denied'],
    ['DELETE FROM outing', 'permission denied'],
    ['ALTER TABLE application_record DISABLE TRIGGER append_only', 'must be owner'],
    ['DROP TRIGGER append_only ON application_record', 'must be owner'],
    [
      'CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE sql AS $$ SELECT 1 $$',
      'permission denied',
    ],
    ['DROP TABLE zone CASCADE', 'must be owner'],
    ['CREATE TABLE mine (x int)', 'permission denied'],
    [`INSERT INTO ledger_release VALUES (gen_random_uuid(), '1')`, 'permission denied'],
    ['SELECT erase_rows(gen_random_uuid())', 'permission denied'],
    [`SET session_replication_role = 'replica'`, 'permission denied'],
    ['GRANT ALL ON application_record TO PUBLIC', 'permission denied'],
    ["SELECT pg_read_file('/etc/passwd')", 'permission denied'],
  ])('may not: %s', async (sql, why) => {
    // PostgreSQL answers a GRANT of what one does not have with a warning, and nothing is granted.
    if (sql.startsWith('GRANT')) {
      await server.database.query(sql).catch(() => undefined)
      await expect(server.database.query('DELETE FROM application_record')).rejects.toThrow(why)
    } else await expect(server.database.query(sql)).rejects.toThrow(why)
  })
  it('finds no setting that opens the ledger', async () => {
    const tries = server.database.transaction(async (manager) => {
      await manager.query(`SET LOCAL jardinero.emptying_demo = 'yes'`)
      await manager.query('DELETE FROM application_record')
    })
    await expect(tries).rejects.toThrow('permission denied')
    const asOwner = server.owner.transaction(async (manager) => {
      await manager.query(`SET LOCAL jardinero.emptying_demo = 'yes'`)
      await manager.query('DELETE FROM application_record')
    })
    await expect(asOwner).rejects.toThrow('append-only')
    await expect(server.owner.query('TRUNCATE application_record CASCADE')).rejects.toThrow('append-only')
  })
  it('can let an account go, whole, and no other with it', async () => {
    const leaving = await new Visitor(server.app).signUp()
    const theirs = await addLawn(leaving)
    const account = await accountOf(theirs.record)
    const tables: { name: string }[] = await server.owner.query(
      `SELECT table_name AS name FROM information_schema.columns WHERE column_name = 'account_id' AND table_schema = 'public'`,
    )
    const left = async () => {
      const counts: Record<string, number> = {}
      for (const { name } of tables) {
        const [{ n }] = await server.owner.query(
          `SELECT count(*)::int AS n FROM ${name} WHERE account_id = $1`,
          [account],
        )
        if (n) counts[name] = n
      }
      return counts
    }
    expect(Object.keys(await left()).length).toBeGreaterThan(15)
    await server.database.query('SELECT delete_account($1)', [account])
    expect(await left()).toEqual({})
    expect(await server.owner.query('SELECT 1 FROM account WHERE id = $1', [account])).toEqual([])
    expect((await owner.get('/api/ledger/records')).json()).toHaveLength(1)
  })
})

describe('amendments', () => {
  it('are read in the order they came in, whatever the clocks of the servers said', async () => {
    const account = await accountOf(made.record)
    const amend = (note: string, at: string) =>
      server.database.transaction((manager) =>
        amendRecord(
          new AccountScope(manager, account),
          made.record,
          { id: randomUUID(), reason: 'put right', changes: { note } },
          'Ada',
          () => new Date(at),
        ),
      )
    await amend('first', '2026-03-05T00:00:00Z')
    const { note } = await amend('second', '2026-03-01T00:00:00Z')
    expect(note).toBe('second')
  })
  it('that were here before are in the order of their clock, and new ones come after', async () => {
    const { database, drop } = await freshDatabase()
    await migrate(database)
    for (let i = migrations.length; i > 8; i--) await database.undoLastMigration()
    const [account, zone, mix, record] = Array.from({ length: 4 }, () => randomUUID())
    const insert = (table: string, row: object) => {
      const keys = Object.keys(row)
      return database.query(
        `INSERT INTO ${table} (${keys.join(', ')}) VALUES (${keys.map((_, i) => `$${i + 1}`).join(', ')})`,
        Object.values(row),
      )
    }
    const at = '2026-03-01T00:00:00Z'
    await insert('account', { id: account, name: 'a' })
    const yard = randomUUID()
    await insert('yard', {
      id: yard,
      account_id: account,
      name: 'y',
      latitude: 1,
      longitude: 1,
      time_zone: 'UTC',
      climate: 'c',
      timing_school: 's',
    })
    await insert('zone', { id: zone, account_id: account, yard_id: yard, name: 'z', turf: 't', state: 's' })
    await insert('mix', {
      id: mix,
      account_id: account,
      zone_id: zone,
      label_id: randomUUID(),
      calibration_id: randomUUID(),
      day: '2026-03-01',
      rate: '{}',
      load_plan: 'x',
      tool: 'x',
      rules: '{}',
      area_sq_ft: 1,
      result: '{}',
      made_at: at,
    })
    await insert('application_record', {
      id: record,
      account_id: account,
      zone_id: zone,
      zone_name: 'z',
      turf: 't',
      mix_id: mix,
      equipment: '',
      rules: '{}',
      rate: '{}',
      applied_at: at,
      first: '{}',
      recorded_at: at,
      recorded_by: 'a',
    })
    const amend = (reason: string, made_at: string) =>
      insert('record_amendment', {
        id: randomUUID(),
        account_id: account,
        record_id: record,
        reason,
        changes: '{}',
        made_at,
        made_by: 'a',
      })
    await amend('late', '2026-03-09T00:00:00Z')
    await amend('early', '2026-03-02T00:00:00Z')
    await migrate(database)
    await amend('new', '2026-03-01T00:00:00Z')
    const rows = await database.query('SELECT reason FROM record_amendment ORDER BY seq')
    expect(rows.map((r: { reason: string }) => r.reason)).toEqual(['early', 'late', 'new'])
    await drop()
  })
})

describe('the same tank', () => {
  const tankOf = async () => {
    const zone = randomUUID()
    await owner.post('/api/yard/zones', { id: zone, yardId: made.yard, ...lawn.zone })
    await owner.post('/api/yard/sections', { id: randomUUID(), zoneId: zone, ...lawn.section })
    const id = randomUUID()
    const answer = await owner.post('/api/bench/tanks', {
      id,
      zones: [{ zoneId: zone, mode: 'broadcast', spotSqFt: null, edgeSqFt: null }],
      products: [
        { labelId: made.label, rate: { value: 0.4, unit: 'oz/1000ft2' }, concentration: null, tool: null },
      ],
      calibrationId: made.calibration,
      day: testNow.toISOString().slice(0, 10),
      loadPlan: 'fullThenRemainder',
      waterFirst: null,
      water: null,
    })
    expect(answer.statusCode, answer.body).toBe(201)
    return { id, mixIds: answer.json().mixIds as string[] }
  }
  it('written down by ten phones at once is written down once; the rest learn by whom', async () => {
    const { id: tankId, mixIds } = await tankOf()
    const answers = await Promise.all(
      Array.from({ length: 10 }, (_, i) =>
        i % 2
          ? owner.post('/api/ledger/tank-records', { id: randomUUID(), tankId, ...lawn.pass })
          : owner.post('/api/ledger/records', { id: randomUUID(), mixId: mixIds[0], ...lawn.pass }),
      ),
    )
    expect(answers.filter((a) => a.statusCode === 201)).toHaveLength(1)
    const refused = answers.filter((a) => a.statusCode === 409)
    expect(refused).toHaveLength(9)
    for (const r of refused)
      expect(r.json()).toMatchObject({ code: 'tankRecorded', current: { recordedBy: 'Ada' } })
    const [{ n }] = await server.owner.query(
      'SELECT count(*)::int AS n FROM application_record WHERE mix_id = ANY($1)',
      [mixIds],
    )
    expect(n).toBe(1)
  })
})
