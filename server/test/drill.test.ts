import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { dumpDatabase, restoreDatabase } from '../../scripts/backup.mjs'
import { repair } from '../src/account/repair.ts'
import { createDatabase } from '../src/database.ts'
import {
  asAdmin,
  freshDatabase,
  startOn,
  startTestServer,
  testNow,
  Visitor,
  type TestServer,
} from './harness.ts'
import { addLawn } from './lawn.ts'

let server: TestServer
let owner: Visitor
let made: Awaited<ReturnType<typeof addLawn>>
const email = 'drill@example.org'
const folder = mkdtempSync(join(tmpdir(), 'jardinero-drill-'))
beforeAll(async () => {
  server = await startTestServer()
  owner = await new Visitor(server.app).signUp(email)
  made = await addLawn(owner)
})
afterAll(async () => {
  await server.close()
  rmSync(folder, { recursive: true, force: true })
})
const adminUrlOf = (href: string) =>
  Object.assign(new URL(process.env['TEST_DATABASE_URL']!), { pathname: new URL(href).pathname }).href

describe('a backup of the application', () => {
  it('brings back pictures, label files and feeds, byte for byte, onto another database', async () => {
    const photo = await sharp({ create: { width: 50, height: 30, channels: 3, background: 'green' } })
      .jpeg()
      .toBuffer()
    const sent = await owner.sendBytes(
      `/api/scout/finds/${made.find}/photos?id=${randomUUID()}`,
      photo,
      'image/jpeg',
    )
    const feed: string = (await owner.get('/api/season/feeds')).json()[0].url ?? ''
    const urls = [
      '/api/account',
      '/api/ledger/records',
      `/api/scout/photos/${sent.json().id}`,
      `/api/shelf/files/${made.labelFile}`,
      `/api/season/calendar.ics?yardId=${made.yard}`,
      '/api/season/feeds',
    ]
    const read = async (visitor: Visitor) => {
      const bodies: string[] = []
      for (const url of urls) bodies.push((await visitor.get(url)).rawPayload.toString('base64'))
      return bodies
    }
    const before = await read(owner)
    const file = join(folder, 'all.backup')
    await dumpDatabase(adminUrlOf(server.applicationUrl), file)

    const fresh = await freshDatabase()
    await fresh.database.destroy()
    const old = await restoreDatabase(adminUrlOf(fresh.url), file, { owner: 'jardinero_owner' })
    const restored = await startOn(fresh)
    const visitor = await new Visitor(restored.app).open()
    const entered = await visitor.post('/api/session/sign-in', { email, password: 'long enough to do' })
    expect(entered.statusCode, entered.body).toBe(200)
    await visitor.open()
    expect(await read(visitor)).toEqual(before)
    if (feed) expect((await restored.app.inject(new URL(feed, 'http://x').pathname)).statusCode).toBe(200)
    await expect(restored.database.query('DELETE FROM application_record')).rejects.toThrow(
      'permission denied',
    )
    await restored.close()
    await asAdmin(`DROP DATABASE IF EXISTS ${old} WITH (FORCE)`)
  })
})

describe('rows that nothing can read', () => {
  const spoil: [string, string][] = [
    ['a rate in no unit', `jsonb_set(rate, '{unit}', '"stone/rood"')`],
    ['a rate of another measure', `jsonb_set(rate, '{unit}', '"floz/1000ft2"')`],
  ]
  test.each(spoil)('%s: are found, set aside whole, and the ledger reads again', async (_, rate) => {
    const id = randomUUID()
    await server.owner.query(
      `INSERT INTO application_record SELECT $1::uuid, account_id, zone_id, zone_name, turf, mix_id, equipment, rules, ${rate},
         keep_off_until, applied_at, first, recorded_at, recorded_by, turn + 1 FROM application_record WHERE id = $2`,
      [id, made.record],
    )
    expect((await owner.get('/api/ledger/records')).statusCode).toBe(500)
    const found = await repair(server.owner, { clock: () => testNow, apply: false })
    expect(found).toMatchObject([{ table: 'application_record', id }])
    expect((await owner.get('/api/ledger/records')).statusCode).toBe(500)
    await repair(server.owner, { clock: () => testNow, apply: true })
    expect((await owner.get('/api/ledger/records')).json()).toHaveLength(1)
    const [aside] = await server.owner.query(`SELECT content FROM set_aside WHERE content->>'id' = $1`, [id])
    expect(aside.content.zone_name).toBe('前庭')
    expect(await repair(server.owner, { clock: () => testNow, apply: true })).toEqual([])
  })
  it('a mix that was never measured goes with the record that rests on it', async () => {
    const [mix, record] = [randomUUID(), randomUUID()]
    await server.owner.query(
      `INSERT INTO mix SELECT $1::uuid, account_id, zone_id, label_id, calibration_id, day, rate, load_plan, tool, rules, area_sq_ft,
         jsonb_set(result, '{measured,value}', '"much"'), made_at, tank_id FROM mix WHERE id = $2`,
      [mix, made.mix],
    )
    await server.owner.query(
      `INSERT INTO application_record SELECT $1::uuid, account_id, zone_id, zone_name, turf, $2::uuid, equipment, rules, rate,
         keep_off_until, applied_at, first, recorded_at, recorded_by FROM application_record WHERE id = $3`,
      [record, mix, made.record],
    )
    expect((await owner.get('/api/shelf/taken')).statusCode).toBeGreaterThanOrEqual(400)
    await repair(server.owner, { clock: () => testNow, apply: true })
    for (const url of [
      '/api/shelf/taken',
      '/api/ledger/records',
      `/api/season/calendar.ics?yardId=${made.yard}`,
    ])
      expect((await owner.get(url)).statusCode, url).toBe(200)
    const rows = await server.owner.query(`SELECT of_table FROM set_aside WHERE content->>'id' = ANY($1)`, [
      [mix, record],
    ])
    expect(rows.map((r: { of_table: string }) => r.of_table).sort()).toEqual(['application_record', 'mix'])
  })
  it('the server itself may not', async () => {
    const asServer = createDatabase(server.applicationUrl)
    await asServer.initialize()
    await expect(
      asServer.query(
        `INSERT INTO set_aside (account_id, of_table, content, why) VALUES (gen_random_uuid(), 'x', '{}', '')`,
      ),
    ).rejects.toThrow('permission denied')
    await asServer.destroy()
  })
})
