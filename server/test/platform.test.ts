import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { createWords, loadCatalogue } from '@jardinero/words'
import { dayIn, hourIn } from '@jardinero/core/quantity'
import { demoId } from '../src/account/demoPlaces.ts'
import { parseConfig } from '../src/platform/config.ts'
import { SnakeColumns } from '../src/platform/naming.ts'
import { ProblemError, problemStatus, type ProblemCode } from '../src/platform/problem.ts'
import { describeProblem } from '../src/platform/problemHandler.ts'
import { rateStoreOn } from '../src/platform/rateStore.ts'
import { AccountScope } from '../src/platform/scope.ts'
import { PostgresSessionStore, sweepExpired } from '../src/platform/sessionStore.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => void (server = await startTestServer()))
afterAll(() => server.close())

describe('the configuration', () => {
  const env = { DATABASE_URL: 'postgres://a:b@c/d', SESSION_SECRET: 'x'.repeat(32) }
  it('has sensible defaults', () => {
    expect(parseConfig(env)).toMatchObject({ port: 4173, host: '127.0.0.1', demo: false, trustProxy: false })
    expect(parseConfig({ ...env, PORT: '80', DEMO: 'true' })).toMatchObject({ port: 80, demo: true })
  })
  test.each([
    [{ ...env, DATABASE_URL: 'mysql://x' }, 'DATABASE_URL'],
    [{ ...env, SESSION_SECRET: 'short' }, 'SESSION_SECRET'],
    [{ ...env, PORT: '70000' }, 'PORT'],
    [{}, 'SESSION_SECRET'],
  ])('names what is wrong in it', (wrong, name) => expect(() => parseConfig(wrong)).toThrow(name))
})

describe('problems', () => {
  it('have words, a status, and are all told in the documents of the API', async () => {
    const words = createWords(await loadCatalogue('en'), { locale: 'en-US', units: 'us', temperature: 'F' })
    for (const code of Object.keys(problemStatus) as ProblemCode[]) {
      const problem = describeProblem(new ProblemError(code), words)
      expect(problem).toMatchObject({ status: problemStatus[code], code, faults: [] })
      expect(problem.detail).toMatch(/\.$/)
    }
  })
  it('are raised only by known codes', () => {
    const folder = join(import.meta.dirname, '../src')
    const sources = readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((f) => f.endsWith('.ts'))
      .map((f) => readFileSync(join(folder, f), 'utf8'))
    const raised = new Set(
      sources.flatMap((s) => [...s.matchAll(/new ProblemError\('(\w+)'/g)].map((m) => m[1]!)),
    )
    expect([...raised].filter((code) => !(code in problemStatus))).toEqual([])
  })
  test.each<[string, string, string, unknown, number, string]>([
    ['no such route', 'GET', '/api/nowhere', undefined, 404, 'notFound'],
    ['a body that is no JSON', 'POST', '/api/bench/mix', '{"rate":', 400, 'malformedRequest'],
    ['another media type', 'POST', '/api/bench/mix', 'rate=1', 415, 'unsupportedMedia'],
    [
      'a body too large',
      'POST',
      '/api/yard/area',
      JSON.stringify({ sections: 'x'.repeat(1_200_000) }),
      413,
      'tooLarge',
    ],
  ])('answer %s', async (_, method, url, payload, status, code) => {
    const type = code === 'unsupportedMedia' ? 'application/x-www-form-urlencoded' : 'application/json'
    const response = await server.app.inject({
      method: method as 'GET',
      url,
      ...(payload ? { payload: payload as string, headers: { 'content-type': type } } : {}),
    })
    expect([response.statusCode, response.json().code]).toEqual([status, code])
    expect(response.headers['content-type']).toContain('application/problem+json')
  })
})

describe('OpenAPI', () => {
  it('tells every route with a summary or a room, and the shape of every body', async () => {
    const spec = (await server.app.inject('/api/docs/json')).json()
    expect(spec.openapi).toMatch(/^3\.1/)
    const operations = Object.entries(
      spec.paths as Record<string, Record<string, { tags?: string[]; requestBody?: object }>>,
    ).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, operation]) => ({ path, method, ...operation })),
    )
    for (const { path, method, tags, requestBody } of operations) {
      expect(tags, `${method} ${path}`).toHaveLength(1)
      const takesBody =
        ['post', 'put', 'patch'].includes(method) && !/sign-out|session\/demo|scale\/tare/.test(path)
      expect(Boolean(requestBody), `${method} ${path}`).toBe(takesBody)
    }
    const mix = spec.paths['/api/bench/mix'].post.requestBody.content['application/json'].schema
    const shapes = [mix, ...Object.values(mix).flat(3)] as {
      required?: string[]
      then?: object
      else?: object
    }[]
    const said = JSON.stringify(shapes)
    for (const field of ['rules', 'turf', 'areaSqFt', 'rate', 'tool', 'grounds', 'products', 'concentration'])
      expect(said, field).toContain(`"${field}"`)
  })
})

describe('sessions and counts in PostgreSQL', () => {
  const call = <T>(work: (done: (error: unknown, value?: T) => void) => void) =>
    new Promise<T | undefined>((resolve, reject) =>
      work((error, value) => (error ? reject(error as Error) : resolve(value))),
    )

  it('keeps a session, forgets it when told or when it is over', async () => {
    const store = new PostgresSessionStore(server.database)
    await call((done) => store.set('one', { cookie: {}, theme: 'dark' }, done))
    expect(await call((done) => store.get('one', done))).toMatchObject({ theme: 'dark' })
    await call((done) => store.destroy('one', done))
    expect(await call((done) => store.get('one', done))).toBeUndefined()
    await call((done) => store.set('two', { cookie: {} }, done))
    await server.database.query(`UPDATE session SET expires_at = now() - interval '1 second'`)
    expect(await call((done) => store.get('two', done))).toBeUndefined()
    await sweepExpired(server.database)
    expect(await server.database.query('SELECT 1 FROM session')).toEqual([])
  })
  it('counts tries in a window, by route, and begins again after it', async () => {
    const Store = rateStoreOn(server.database)
    const store = new Store({ route: 'POST /x' })
    const hit = (of = store, window = 60_000) =>
      call<{ current: number; ttl: number }>((done) => of.incr('1.2.3.4', done as never, window))
    expect((await hit())?.current).toBe(1)
    expect((await hit())?.current).toBe(2)
    expect((await hit(store.child({ routeInfo: { url: '/y', method: 'POST' } }) as never))?.current).toBe(1)
    await server.database.query(`UPDATE rate_count SET expires_at = now() - interval '1 second'`)
    expect((await hit())?.current).toBe(1)
  })
})

describe('one account’s scope', () => {
  it('stands in every statement for the rows of that account alone', async () => {
    const [one, other] = [await new Visitor(server.app).signUp(), await new Visitor(server.app).signUp()]
    const [mine, theirs] = [await addLawn(one), await addLawn(other)]
    const { id } = (await one.get('/api/account')).json().account
    await server.database.transaction(async (manager) => {
      const scope = new AccountScope(manager, id)
      const joined = await scope.rows<{ zone: string; record: string }>(
        `SELECT z.id AS zone, r.id AS record FROM zone z CROSS JOIN application_record r
           WHERE z.id = ANY($1) AND EXISTS (SELECT 1 FROM mix m WHERE m.id = r.mix_id)`,
        [[mine.zone, theirs.zone]],
      )
      expect(joined).toEqual([{ zone: mine.zone, record: mine.record }])
      await expect(async () => scope.rows('SELECT 1')).rejects.toThrow('no table of an account')
      expect(await scope.query('zone', 'z').getCount()).toBe(1)
      expect(await scope.update('zone', { id: theirs.zone }, { name: 'mine' })).toBe(0)
      await scope.delete('zone', { id: theirs.zone })
    })
    expect((await other.get('/api/yard/zones')).json()).toHaveLength(1)
  })
  it('reads, changes and removes only its own, inside one transaction', async () => {
    const owner = await new Visitor(server.app).signUp()
    const made = await addLawn(owner)
    const stranger = await new Visitor(server.app).signUp()
    const { id: strangerAccount } = (await stranger.get('/api/account')).json().account
    await server.database.transaction(async (manager) => {
      const scope = new AccountScope(manager, strangerAccount)
      expect(await scope.find('zone')).toEqual([])
      await expect(scope.get('zone', made.zone)).rejects.toMatchObject({ code: 'notFound' })
      await expect(scope.change('zone', made.zone, 1, { name: 'mine' } as never)).rejects.toMatchObject({
        code: 'notFound',
      })
      await expect(scope.remove('zone', made.zone, 1)).rejects.toMatchObject({ code: 'notFound' })
      await expect(
        scope.add('sprayer', {
          id: made.sprayer,
          name: 'x',
          kind: 'backpack',
          capacityGal: 1,
          version: 1,
        } as never),
      ).rejects.toMatchObject({ code: 'idTaken' })
    })
  })
  it('keeps the order of rows that were made together', async () => {
    const owner = await new Visitor(server.app).signUp()
    const { id } = (await owner.get('/api/account')).json().account
    const sprayer = (name: string) => ({
      id: randomUUID(),
      version: 1,
      name,
      kind: 'backpack',
      capacityGal: 1,
    })
    const names = Array.from({ length: 40 }, (_, i) => `sprayer ${i}`)
    await server.database.transaction(async (manager) => {
      const scope = new AccountScope(manager, id)
      await scope.insert('sprayer', names.slice(0, 15).map(sprayer))
      for (const name of names.slice(15, 25)) await scope.add('sprayer', sprayer(name))
      await scope.addAll('sprayer', names.slice(25).map(sprayer))
    })
    const equipment = (await owner.get('/api/bench/equipment')).json() as { sprayers: { name: string }[] }
    expect(equipment.sprayers.map((s) => s.name)).toEqual(names)
  })
  it('undoes the whole request when a part of it fails', async () => {
    const owner = await new Visitor(server.app).signUp()
    const { id } = (await owner.get('/api/account')).json().account
    const sprayer = { id: randomUUID(), version: 1, name: 'x', kind: 'backpack', capacityGal: 1 }
    const failing = server.database.transaction(async (manager) => {
      await new AccountScope(manager, id).add('sprayer', sprayer)
      throw new ProblemError('refused')
    })
    await expect(failing).rejects.toThrow('refused')
    expect((await owner.get('/api/bench/sprayers')).json()).toEqual([])
  })
})

describe('small things', () => {
  it('names columns in snake case', () =>
    expect(new SnakeColumns().columnName('waterGalPer1000', '')).toBe('water_gal_per1000'))
  it('knows the day and hour of a yard over a change of clocks', () => {
    expect(dayIn('2026-03-08T04:59:00Z', 'America/New_York')).toBe('2026-03-07')
    expect(hourIn('2026-03-08T07:30:00Z', 'America/New_York')).toBe(3.5)
    expect(dayIn('2026-02-28T14:00:00Z', 'Australia/Sydney')).toBe('2026-03-01')
  })
  it('gives the demo’s things ids that last', () => {
    expect(demoId('yard')).toBe(demoId('yard'))
    expect(demoId('yard')).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}$/)
  })
})
