import { migrations } from '../src/migrations/index.ts'
import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { numericTransformer } from '../src/platform/columns.ts'
import { createDatabase, migrate } from '../src/database.ts'
import { loadDemo } from '../src/account/demo.ts'
import { freshDatabase, startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => void (server = await startTestServer({ demo: true })))
afterAll(() => server.close())
const visitor = () => new Visitor(server.app)

describe('the schema', () => {
  it('has no drift between entities and migrations, goes down and up again', async () => {
    const { database, drop } = await freshDatabase()
    await migrate(database)
    expect((await database.driver.createSchemaBuilder().log()).upQueries.map((q) => q.query)).toEqual([])
    for (const _ of migrations) await database.undoLastMigration()
    await migrate(database)
    await drop()
  })
  it('is migrated once by several servers that start together', async () => {
    const { url, database, drop } = await freshDatabase()
    const others = [createDatabase(url), createDatabase(url)]
    await Promise.all(others.map((d) => d.initialize()))
    await Promise.all([database, ...others].map(migrate))
    expect(await database.query('SELECT count(*)::int AS n FROM migrations')).toEqual([
      { n: migrations.length },
    ])
    await Promise.all(others.map((d) => d.destroy()))
    await drop()
  })
  it('keeps numbers whole on the way through numeric', () => {
    for (const value of [0.1 + 0.2, 1e-9, 8.444444444444445, -40, 0])
      expect(numericTransformer.from(String(value))).toBe(value)
    expect(numericTransformer.from(null)).toBeNull()
    expect(() => numericTransformer.from('oops')).toThrow(RangeError)
    expect(() => numericTransformer.to(NaN)).toThrow(RangeError)
  })
})

describe('signing in', () => {
  it('makes an account, knows it again, and lets it go', async () => {
    const one = await visitor().signUp('ada@example.org')
    expect((await one.get('/api/session')).json().person).toMatchObject({
      email: 'ada@example.org',
      units: 'us',
      temperature: 'F',
    })
    const two = await visitor().open()
    const entered = await two.post('/api/session/sign-in', {
      email: 'Ada@Example.org ',
      password: 'long enough to do',
    })
    expect(entered.statusCode).toBe(200)
    await two.open()
    expect((await two.post('/api/session/sign-out')).statusCode).toBe(204)
    expect((await two.get('/api/account')).json()).toMatchObject({ code: 'notSignedIn', status: 401 })
  })
  it('says the same of a wrong person and a wrong password, and of a taken e-mail at its field', async () => {
    await visitor().signUp('bo@example.org')
    const v = await visitor().open()
    const wrong = await v.post('/api/session/sign-in', { email: 'bo@example.org', password: 'not the one' })
    const nobody = await v.post('/api/session/sign-in', {
      email: 'nobody@example.org',
      password: 'not the one',
    })
    expect([wrong.json(), nobody.json()]).toMatchObject([{ code: 'wrongSignIn' }, { code: 'wrongSignIn' }])
    const taken = await v.post('/api/session/sign-up', {
      email: 'bo@example.org',
      password: 'long enough to do',
      name: 'Bo',
    })
    expect(taken.json()).toMatchObject({ code: 'emailTaken', status: 409, faults: [{ field: 'email' }] })
  })
  it('refuses a change without the token, and counts tries', async () => {
    const v = await visitor().signUp()
    const bare = await server.app.inject({
      method: 'POST',
      url: '/api/session/sign-in',
      payload: { email: 'a@b.cd', password: 'x' },
    })
    expect(bare.json()).toMatchObject({ code: 'crossSite', status: 403 })
    await v.open()
    const answers = []
    for (let i = 0; i < 12; i++)
      answers.push((await v.post('/api/session/sign-in', { email: 'a@b.cd', password: 'x' })).statusCode)
    expect(answers.at(-1)).toBe(429)
    await server.database.query('DELETE FROM rate_count')
  })
  it('keeps neither password nor session id in the clear, and sends a strict policy', async () => {
    await visitor().signUp('eve@example.org')
    const [{ password_hash }] = await server.database.query(
      `SELECT password_hash FROM person WHERE email = 'eve@example.org'`,
    )
    expect(password_hash).toMatch(/^\$argon2id\$/)
    const entered = await visitor().open()
    const response = await entered.post('/api/session/sign-in', {
      email: 'eve@example.org',
      password: 'long enough to do',
    })
    expect(response.headers['content-security-policy']).toContain("default-src 'none'")
    expect(response.headers['content-security-policy']).not.toContain('unsafe')
    const cookie = String(response.headers['set-cookie'])
    expect(cookie).toMatch(/HttpOnly; SameSite=Lax/)
    const id = /jardinero=([^.;%]+)/.exec(cookie)![1]!
    expect(await server.database.query('SELECT 1 FROM session WHERE id = $1', [id])).toEqual([])
  })
})

describe('a stranger', () => {
  it('reaches nothing of another account, on any route', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const stranger = await visitor().signUp()
    const rows: [string, string][] = [
      ['yard/yards', made.yard],
      ['yard/zones', made.zone],
      ['yard/sections', made.section],
      ['yard/places', made.middle],
      ['soil/readings', made.reading],
      ['bench/sprayers', made.sprayer],
      ['bench/calibrations', made.calibration],
      ['bench/tools', made.measure],
      ['shelf/labels', made.label],
      ['shelf/stock', made.stock],
      ['scout/finds', made.find],
      ['soil/signs', made.sign],
      ['soil/sprinklers', made.sprinkler],
      ['soil/waters', made.water],
    ]
    for (const [path, id] of rows) {
      expect((await stranger.get(`/api/${path}`)).json(), path).toEqual([])
      expect(
        (
          await stranger.patch(`/api/${path}/${id}`, {
            version: 1,
            name: 'mine',
            note: 'mine',
            rules: lawn.label,
          })
        ).statusCode,
        path,
      ).toBeGreaterThanOrEqual(400)
      expect((await stranger.send('DELETE', `/api/${path}/${id}?version=1`)).statusCode, path).toBe(404)
      expect(
        ((await owner.get(`/api/${path}`)).json() as { id: string; version: number }[]).find(
          (r) => r.id === id,
        )?.version,
        path,
      ).toBe(1)
    }
    const account = (await stranger.get('/api/account')).json()
    expect(Object.values(account).filter(Array.isArray).flat()).toEqual([])
    const lists = [
      '/api/soil/season',
      '/api/bench/mixes',
      '/api/ledger/records',
      '/api/season/plans',
      '/api/season/feeds',
    ]
    expect((await stranger.get('/api/shelf/taken')).json()).toEqual({})
    for (const path of [`labels/${made.label}/versions`, `files/${made.labelFile}`])
      expect((await stranger.get(`/api/shelf/${path}`)).statusCode, path).toBe(404)
    expect((await stranger.send('DELETE', `/api/shelf/files/${made.labelFile}`)).statusCode).toBe(404)
    expect((await stranger.get('/api/shelf/labels.json')).json().labels).toEqual([])
    expect((await stranger.get(`/api/shelf/sheet.csv?yardId=${made.yard}`)).statusCode).toBe(404)
    for (const list of lists) expect((await stranger.get(list)).json(), list).toEqual([])
    expect((await stranger.post('/api/bench/mixes', { ...made.mixOrder, id: randomUUID() })).statusCode).toBe(
      404,
    )
    expect(
      (
        await stranger.post(`/api/ledger/records/${made.record}/amendments`, {
          id: randomUUID(),
          reason: 'mine',
          changes: { note: 'x' },
        })
      ).statusCode,
    ).toBe(404)
    expect((await stranger.send('DELETE', `/api/season/feeds/${made.feed}`)).statusCode).toBe(404)
    expect((await stranger.get(`/api/season/calendar.ics?yardId=${made.yard}`)).statusCode).toBe(404)
    expect(
      (await stranger.post('/api/season/plans', { ...made.planOrder, id: randomUUID() })).statusCode,
    ).toBe(404)
    const hung = await stranger.post('/api/yard/zones', {
      id: randomUUID(),
      yardId: made.yard,
      name: 'Z',
      turf: 'tallFescue',
      state: 'growing',
    })
    expect(hung.json()).toMatchObject({ code: 'inUse' })
    expect((await stranger.get('/api/ledger/records.csv')).body.trim().split('\n')).toHaveLength(1)
  })

  it('signed out, is sent away from every route that is not open', async () => {
    const spec = (await server.app.inject('/api/docs/json')).json()
    const open = new Set([
      '/api/health',
      '/api/session',
      '/api/almanac',
      '/api/jobs/chains',
      '/api/yard/whereabouts',
      '/api/shelf/almanac',
      '/api/shelf/check',
      '/api/shelf/choose',
      '/api/scout/almanac',
      '/api/scout/key',
      '/api/scout/cover',
      '/api/scout/verdict',
      '/api/yard/area',
      '/api/yard/geographic-area',
      '/api/quantity/convert',
      '/api/soil/timing',
      '/api/soil/forecast',
      '/api/soil/forecast.csv',
      '/api/soil/sprinkler',
      '/api/bench/calibrate',
      '/api/bench/mix',
      '/api/session/sign-up',
      '/api/session/sign-in',
      '/api/session/demo',
      '/api/session/recover',
      '/api/session/forgot',
      '/api/session/reset',
      '/api/session/sign-out',
      '/api/season/feed/{file}',
      '/api/season/shared/{secret}',
      '/api/session/passkey-offer',
      '/api/session/passkey',
      '/api/session/invited',
      '/api/session/join',
    ])
    const routes = Object.entries(spec.paths as Record<string, object>).flatMap(([path, methods]) =>
      Object.keys(methods).map((m) => [m.toUpperCase(), path] as const),
    )
    expect(routes.length).toBeGreaterThan(40)
    for (const [method, path] of routes.filter(([, p]) => !open.has(p))) {
      const url = path.replace('{id}', randomUUID())
      const response = await server.app.inject({
        method: method as 'GET',
        url,
        ...(method !== 'GET' && method !== 'DELETE' && { payload: {} }),
      })
      expect(response.statusCode, `${method} ${path}`).toBe(401)
    }
  })
})

describe('the demo', () => {
  it('is loaded once, whole, and put back on request', async () => {
    await loadDemo(server.database, { fresh: false })
    await loadDemo(server.database, { fresh: false })
    const v = await visitor().open()
    await v.post('/api/session/demo')
    await v.open()
    const state = (await v.get('/api/account')).json()
    expect(state.account.demoDay).toBe('2026-02-28')
    expect((await v.get('/api/ledger/records')).json()).toHaveLength(6)
    await v.send('PUT', '/api/account/demo-day', { day: '2026-03-10' })
    const { yards } = state
    await v.patch(`/api/yard/yards/${yards[0].id}`, { version: yards[0].version, name: 'Renamed' })
    expect((await v.post('/api/account/demo-fresh')).statusCode).toBe(204)
    const again = (await v.get('/api/account')).json()
    expect(again.account.demoDay).toBe('2026-02-28')
    expect(again.yards[0].name).toBe(yards[0].name)
  })
  it('is the only account that can be put back', async () => {
    const owner = await visitor().signUp()
    await addLawn(owner)
    const refused = await owner.post('/api/account/demo-fresh')
    expect([refused.statusCode, refused.json().code]).toEqual([409, 'notDemo'])
    expect((await owner.get('/api/account')).json().yards).toHaveLength(1)
  })
})

describe('the account file', () => {
  it('goes out and into another account with the same figures, and twice adds nothing', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    await owner.post(`/api/ledger/records/${made.record}/amendments`, {
      id: randomUUID(),
      reason: 'read the gauge again',
      changes: { windMph: 6 },
    })
    const file = (await owner.get('/api/account/file')).json()
    const other = await visitor().signUp()
    const first = await other.post('/api/account/file', file)
    expect(first.json().added).toMatchObject({ yards: 1, zones: 1, records: 1, readings: 1, plans: 1 })
    const second = await other.post('/api/account/file', file)
    expect(second.json()).toMatchObject({ added: { yards: 0, records: 0 }, kept: { yards: 1, records: 1 } })
    const [before] = (await owner.get('/api/ledger/records')).json()
    const [after] = (await other.get('/api/ledger/records')).json()
    for (const key of ['rate', 'product', 'areaSqFt', 'rules', 'windMph', 'appliedAt', 'recordedBy'])
      expect(after[key], key).toEqual(before[key])
    expect(after.amendments).toHaveLength(1)
    const again = (await other.get('/api/account/file')).json()
    expect((await owner.post('/api/account/file', file)).json().kept.yards).toBe(1)
    expect(again.sections[0].lengthsFt).toEqual(file.sections[0].lengthsFt)
  })
  it('is all or nothing: one bad row, and nothing is added', async () => {
    const owner = await visitor().signUp()
    await addLawn(owner)
    const file = (await owner.get('/api/account/file')).json()
    const other = await visitor().signUp()
    const tries: [string, (f: typeof file) => void, string][] = [
      ['a section of zero', (f) => (f.sections[0].lengthsFt[0] = 0), 'sections.0.lengthsFt.0'],
      ['a place of no zone', (f) => (f.places[0].zoneId = randomUUID()), 'places.0.zoneId'],
      ['a hot reading', (f) => (f.readings[0].temperatureC = 90), 'readings.0.temperatureC'],
      ['an id twice', (f) => f.zones.push(f.zones[0]), 'zones.1.id'],
      [
        'a plan for no zone',
        (f) => (f.plans[0].programme.passes[0].zones = [randomUUID()]),
        'plans.0.programme.passes.0.zones',
      ],
      ['another format', (f) => (f.format = 'else'), 'format'],
      ['a version to come', (f) => (f.version = 11), 'version'],
    ]
    for (const [what, spoil, field] of tries) {
      const spoilt = structuredClone(file)
      spoil(spoilt)
      const response = await other.post('/api/account/file', spoilt)
      expect(response.statusCode, what).toBeGreaterThanOrEqual(400)
      expect(response.json().faults[0].field, what).toBe(field)
      expect((await other.get('/api/account')).json().yards, what).toEqual([])
    }
  })
})
