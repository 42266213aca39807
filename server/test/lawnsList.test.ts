import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LawnPage, LawnPoint, LawnWords, QuickLawnMade } from '@jardinero/contract/lawns'
import type { Yard } from '@jardinero/contract/yard'
import { migrate } from '../src/database.ts'
import { migrations } from '../src/migrations/index.ts'
import { freshDatabase, startTestServer, testNow, Visitor, type TestServer } from './harness.ts'
import { addLawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const csv = [
  'Customer,Address,Lawn,Grass,Sq ft',
  'Orrin Vale,4 Millrace Lane,Front,Tall fescue,6000',
  'Orrin Vale,4 Millrace Lane,Back,Bermudagrass,2500',
  'Tamsin Quill,12 Dock Row,,Zoysiagrass,9000',
  'Señora Vale,3 Kiln Street,,Tall fescue,1200',
].join('\n')

async function firm() {
  await server.database.query('DELETE FROM rate_count')
  const owner = await new Visitor(server.app).signUp()
  const shed = await addLawn(owner)
  const order = { csv, nearYardId: shed.yard, columns: null, usualTurf: null, dryRun: false }
  expect((await owner.post('/api/yard/lawns', order)).json()).toMatchObject({ added: 4 })
  const list = async (query = ''): Promise<LawnPage> => {
    const answer = await owner.get(`/api/yard/lawns?${query}`)
    expect(answer.statusCode, answer.body).toBe(200)
    return answer.json()
  }
  const names = async (query: string) => (await list(query)).lawns.map((l) => `${l.yard} ${l.name}`)
  const yards = async () => ((await owner.get('/api/account')).json() as { yards: Yard[] }).yards
  const answered = async (yard: string, next: object | null, soilC: number | null) => {
    const { id } = (await yards()).find((y) => y.name === yard)!
    await server.owner.query(
      `INSERT INTO kept_answer (yard_id, account_id, day, rests_on, alike, body, outline, made_at)
       SELECT id, account_id, current_date, 'x', 'x', '{}', $2, now() FROM yard WHERE id = $1`,
      [id, JSON.stringify({ next, soilC })],
    )
  }
  return { owner, shed, list, names, yards, answered }
}

describe('the list of lawns', () => {
  it('is sorted, chosen from and counted by the server, a page at a time', async () => {
    const { list, names, answered } = await firm()
    expect(await names('order=area&search=vale')).toEqual([
      '3 Kiln Street Lawn',
      '4 Millrace Lane Back',
      '4 Millrace Lane Front',
    ])
    expect(await names('order=area&descending=true&turf=tallFescue&client=Orrin Vale')).toEqual([
      '4 Millrace Lane Front',
    ])
    const pages = [await list('order=name&limit=2'), await list('order=name&limit=2&offset=2')]
    expect(pages.map((p) => p.total)).toEqual([5, 5])
    expect(new Set(pages.flatMap((p) => p.lawns.map((l) => l.id))).size).toBe(4)

    const { lawns } = await list('search=millrace')
    const front = lawns.find((l) => l.name === 'Front')!
    const day = (add: number) => new Date(testNow.getTime() + add * 86_400_000).toISOString().slice(0, 10)
    const next = (on: string | null, zoneIds: string[]) => ({
      kind: 'proposed',
      day: on,
      label: 'Tarnfold 50 WG',
      zoneIds,
      escaped: 0.12,
    })
    await answered('4 Millrace Lane', next(day(-3), [front.id]), 9.5)
    const dock = (await list('search=dock')).lawns[0]!
    await answered('12 Dock Row', next(day(10), [dock.id]), 13)
    const counts = { late: 1, now: 0, soon: 1, later: 0, none: 1, unknown: 2 }
    expect((await list('')).counts).toEqual(counts)
    // How many are due how soon is said of all, also where one asks for some of them.
    expect(await list('due=late')).toMatchObject({ total: 1, counts })
    expect(await names('due=late')).toEqual(['4 Millrace Lane Front'])
    expect(await names('warm=12')).toEqual(['12 Dock Row Lawn'])
    expect(await names('risk=10&order=soil')).toEqual([
      '4 Millrace Lane Back',
      '4 Millrace Lane Front',
      '12 Dock Row Lawn',
    ])
    // The first by their day are those that cannot wait; what has no day comes last.
    expect((await names('order=due')).slice(0, 2)).toEqual(['4 Millrace Lane Front', '12 Dock Row Lawn'])
    expect((await list('due=late')).lawns[0]).toMatchObject({
      product: 'Tarnfold 50 WG',
      planned: false,
      escaped: 0.12,
      soilC: 9.5,
      day: day(-3),
    })
    expect(await names('lacks=reading&search=vale')).toHaveLength(3)
  })

  it('puts what is looked at and has no date in line to be worked out, once', async () => {
    const { list } = await firm()
    const { lawns } = await list('search=kiln')
    await list('search=kiln')
    const waiting = await server.owner.query(
      `SELECT count(*)::int AS many FROM pgboss.job WHERE name = 'answer' AND singleton_key = $1`,
      [`${lawns[0]!.yardId} missing`],
    )
    expect(waiting).toEqual([{ many: 1 }])
  })

  it('knows the size of a lawn again after any change of its sections', async () => {
    const { owner, list, yards } = await firm()
    const sizeOf = async (search: string) => (await list(`search=${search}`)).lawns[0]!.areaSqFt
    expect(await sizeOf('kiln')).toBeCloseTo(1200, 6)
    const { sections } = (await owner.get('/api/account')).json() as {
      sections: { id: string; version: number; zoneId: string }[]
    }
    const zoneId = (await list('search=kiln')).lawns[0]!.id
    const section = sections.find((s) => s.zoneId === zoneId)!
    const url = `/api/yard/sections/${section.id}`
    await owner.patch(url, { version: section.version, lengthsFt: [50] })
    expect(await sizeOf('kiln')).toBeCloseTo(2500, 6)
    expect((await owner.send('DELETE', `${url}?version=${section.version + 1}`)).statusCode).toBe(204)
    expect(await sizeOf('kiln')).toBeNull()
    expect((await list('lacks=size')).lawns.map((l) => l.yard)).toEqual(['3 Kiln Street'])
    await owner.post(`${url}/back`, {})
    expect(await sizeOf('kiln')).toBeCloseTo(2500, 6)
    expect(await yards()).toHaveLength(4)
  })

  it('tags and puts away many at once, and brings them back', async () => {
    const { owner, list, names, yards } = await firm()
    const some = (await yards()).filter((y) => y.client?.includes('Vale')).map((y) => y.id)
    expect(
      (await owner.send('PUT', '/api/yard/lawns/tags', { yardIds: some, add: ['north', 'gate'] })).statusCode,
    ).toBe(204)
    await owner.send('PUT', '/api/yard/lawns/tags', { yardIds: [some[0]], add: ['gate'], remove: ['north'] })
    expect((await names('tag=gate')).length).toBe(3)
    expect((await list('tag=north')).total).toBeLessThan(3)
    expect((await owner.get('/api/yard/lawns/words')).json()).toEqual({
      clients: ['Orrin Vale', 'Señora Vale', 'Tamsin Quill'],
      tags: ['gate', 'north'],
    } satisfies LawnWords)
    const many = Array.from({ length: 12 }, (_, i) => `tag ${i}`)
    const over = await owner.send('PUT', '/api/yard/lawns/tags', { yardIds: some, add: many })
    expect([over.statusCode, over.json().faults[0].code]).toEqual([422, 'tagsMany'])

    await owner.send('PUT', '/api/yard/lawns/archive', { yardIds: some, archived: true })
    expect((await list('')).total).toBe(2)
    expect((await list('archived=true')).total).toBe(3)
    const opening = (await owner.get('/api/account/opening')).json() as {
      yardCount: number
      yards: unknown[]
    }
    expect([opening.yardCount, opening.yards.length]).toEqual([2, 2])
    await owner.send('PUT', '/api/yard/lawns/archive', { yardIds: some, archived: false })
    expect((await list('')).total).toBe(5)
    // As many as a large firm has at once: refused for what they are, not for how many.
    const thousands = Array.from({ length: 5000 }, () => randomUUID())
    const large = await owner.send('PUT', '/api/yard/lawns/tags', { yardIds: thousands, add: ['x'] })
    expect(large.statusCode).toBe(404)
    const nobody = await owner.send('PUT', '/api/yard/lawns/archive', {
      yardIds: [randomUUID()],
      archived: true,
    })
    expect(nobody.statusCode).toBe(404)
  })

  it('takes a lawn by address, grass and size alone, once', async () => {
    const { owner, shed, list } = await firm()
    const quick = { name: '9 Weir Court', turf: 'centipedegrass', areaSqFt: 4300, nearYardId: shed.yard }
    const made = (await owner.post('/api/yard/lawns/quick', quick)).json() as QuickLawnMade
    expect(made.added).toBe(true)
    expect((await owner.post('/api/yard/lawns/quick', quick)).json()).toEqual({ ...made, added: false })
    const { places } = (await owner.get('/api/account')).json() as {
      places: { zoneId: string; kind: string }[]
    }
    // Without a place it would have no soil and no dates.
    expect(places.filter((p) => p.zoneId === made.zoneId).map((p) => p.kind)).toEqual(['middle'])
    expect((await list('search=weir')).lawns).toMatchObject([
      { id: made.zoneId, yardId: made.yardId, turf: 'centipedegrass', areaSqFt: 4300, due: 'unknown' },
    ])
    const plastic = await owner.post('/api/yard/lawns/quick', { ...quick, turf: 'plastic' })
    expect([plastic.statusCode, plastic.json().faults[0].field]).toEqual([422, 'turf'])
  })

  it('goes out as a list that comes in again without doubles, and as points of a map', async () => {
    const { owner, shed } = await firm()
    const out = await owner.get('/api/yard/lawns.csv')
    expect(out.body.split('\r\n')).toHaveLength(6)
    const order = { csv: out.body, nearYardId: shed.yard, columns: null, usualTurf: null, dryRun: true }
    const back = (await owner.post('/api/yard/lawns', order)).json()
    expect(back).toMatchObject({ lawns: 5, columns: { client: 0, name: 1, lawn: 2, turf: 3, area: 4 } })
    const points = (await owner.get('/api/yard/lawns/points?search=vale')).json() as LawnPoint[]
    expect(points.map((p) => p.at)).toEqual(Array.from({ length: 3 }, () => [38, -84.5]))
  })

  it('is nobody else’s', async () => {
    const { yards } = await firm()
    const stranger = await new Visitor(server.app).signUp()
    const ids = (await yards()).map((y) => y.id)
    expect(((await stranger.get('/api/yard/lawns')).json() as LawnPage).total).toBe(0)
    const put = await stranger.send('PUT', '/api/yard/lawns/archive', { yardIds: ids, archived: true })
    expect(put.statusCode).toBe(404)
  })
})

describe('clients', () => {
  const vale = { name: 'Orrin Vale', phone: '555 0101', email: '', tell: 'text', tellDays: 1, notes: '' }
  it('are one to a name; a new name goes to all their properties', async () => {
    const { owner, list } = await firm()
    const id = randomUUID()
    expect((await owner.post('/api/yard/clients', { id, ...vale })).statusCode).toBe(201)
    const twice = await owner.post('/api/yard/clients', { id: randomUUID(), ...vale })
    expect([twice.statusCode, twice.json().faults[0].code]).toEqual([422, 'clientThere'])
    expect((await owner.get('/api/yard/client?name=Orrin%20Vale')).json()).toMatchObject({ id, tell: 'text' })
    await owner.patch(`/api/yard/clients/${id}`, { version: 1, name: 'Orrin Vale-Ash' })
    expect((await owner.get('/api/yard/client?name=Orrin%20Vale')).json()).toBeNull()
    expect((await list('client=Orrin Vale-Ash')).total).toBe(2)
    expect((await list('client=Orrin Vale')).total).toBe(0)
  })

  it('go with the account file; who is called as one that is here stays as here', async () => {
    const { owner } = await firm()
    await owner.post('/api/yard/clients', { id: randomUUID(), ...vale })
    await owner.post('/api/yard/views', {
      id: randomUUID(),
      name: 'Late fescue',
      wishes: { turf: 'tallFescue', due: 'late' },
      order: 'area',
      descending: true,
    })
    const file = (await owner.get('/api/account/file')).json()
    const other = await new Visitor(server.app).signUp()
    await other.post('/api/yard/clients', { id: randomUUID(), ...vale, phone: '555 0199' })
    const taken = await other.post('/api/account/file', file)
    expect(taken.statusCode, taken.body).toBe(200)
    const clients = (await other.get('/api/yard/clients')).json() as { phone: string }[]
    expect(clients.map((c) => c.phone)).toEqual(['555 0199'])
    expect((await other.get('/api/yard/views')).json()).toMatchObject([{ wishes: { due: 'late' } }])
    expect((await other.post('/api/account/file', file)).json()).toMatchObject({ added: { lawnViews: 0 } })
  })
})

it('a database from before it: clients by name become clients, kept answers say what a list says of them', async () => {
  const { database, drop } = await freshDatabase()
  await migrate(database)
  for (let i = migrations.length; i > 23; i--) await database.undoLastMigration()
  const [account, yard, zone] = [randomUUID(), randomUUID(), randomUUID()]
  await database.query('INSERT INTO account (id, name) VALUES ($1, $2)', [account, 'Vale'])
  await database.query(
    `INSERT INTO yard (id, account_id, name, latitude, longitude, time_zone, climate, timing_school, client)
     VALUES ($1, $2, 'Elm', 38, -84, 'America/New_York', 'quarryBend', 'edgeLed', 'Orrin Vale')`,
    [yard, account],
  )
  const body = {
    next: { kind: 'planned', day: '2026-03-29', label: 'Tarnfold 50 WG', zoneIds: [zone], escaped: 0.1 },
    soil: { middleId: 'b', places: [{ id: 'a' }, { id: 'b', meanToday: { value: 8.25 } }] },
  }
  await database.query(
    `INSERT INTO kept_answer (yard_id, account_id, day, rests_on, alike, body, made_at) VALUES ($1, $2, current_date, 'x', 'x', $3, now())`,
    [yard, account, JSON.stringify(body)],
  )
  await migrate(database)
  expect(await database.query('SELECT name, tell FROM client')).toEqual([
    { name: 'Orrin Vale', tell: 'none' },
  ])
  expect(await database.query('SELECT outline FROM kept_answer')).toEqual([
    {
      outline: {
        next: { kind: 'planned', day: '2026-03-29', label: 'Tarnfold 50 WG', zoneIds: [zone], escaped: 0.1 },
        soilC: 8.25,
      },
    },
  ])
  await drop()
})
