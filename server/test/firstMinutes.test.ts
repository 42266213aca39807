import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Whereabouts } from '@jardinero/contract/yard'
import type { CalendarFeed, SharedPlan } from '@jardinero/contract/season'
import { migrations } from '../src/migrations/index.ts'
import { freshDatabase, startTestServer, Visitor, type TestServer } from './harness.ts'
import { lawn } from './lawn.ts'

let server: TestServer
let owner: Visitor
beforeAll(async () => {
  server = await startTestServer()
  owner = await new Visitor(server.app).signUp()
})
afterAll(() => server.close())

const whereabouts = async (query: string) => owner.get(`/api/yard/whereabouts?${query}`)

describe('where a lawn is', () => {
  it('is found by a town or postcode, and everything follows from it', async () => {
    const { towns } = (await owner.get('/api/yard/towns?search=Lexingtn%20ky&near=US')).json()
    const found = towns.length ? towns : (await owner.get('/api/yard/towns?search=40502')).json().towns
    expect(found[0]).toMatchObject({ region: 'Kentucky', country: 'US' })
    const { latitude, longitude } = found[0]
    const told = (await whereabouts(`latitude=${latitude}&longitude=${longitude}`)).json() as Whereabouts
    expect(told).toMatchObject({
      timeZone: 'America/New_York',
      hemisphere: 'northern',
      climate: 'quarryBend',
      country: 'US',
      region: 'Kentucky',
    })
    expect(told.elevationM).toBeGreaterThan(200)
  })
  it('is guessed by a clock alone, and refused where no town keeps it', async () => {
    const told = (await whereabouts('timeZone=Australia/Sydney')).json() as Whereabouts
    expect(told).toMatchObject({ town: 'Sydney, New South Wales', country: 'AU', hemisphere: 'southern' })
    const none = await whereabouts('timeZone=UTC')
    expect(none.statusCode).toBe(422)
    expect(none.json().faults[0].detail).toContain('No town is known for the clock UTC')
  })
  it('far out at sea has its clock and climate, and no town', async () => {
    const told = (await whereabouts('latitude=-40&longitude=-120')).json() as Whereabouts
    expect(told).toMatchObject({ town: null, country: null, elevationM: null, hemisphere: 'southern' })
  })
  it('takes a point or a clock, not both, not half a point', async () => {
    for (const query of ['latitude=40', 'latitude=40&longitude=-90&timeZone=UTC', ''])
      expect((await whereabouts(query)).statusCode, query).toBe(400)
  })
  it('is kept with the yard, and its law is judged by it', async () => {
    const id = randomUUID()
    const where = {
      placeFrom: 'town',
      town: 'London, Ontario',
      country: 'CA',
      region: 'Ontario',
      elevationM: 251,
    }
    expect((await owner.post('/api/yard/yards', { id, ...lawn.yard, ...where })).statusCode).toBe(201)
    expect((await owner.get(`/api/yard/yards/${id}/state`)).json().yard).toMatchObject(where)
    const bad = await owner.post('/api/yard/yards', { id: randomUUID(), ...lawn.yard, country: 'Canada' })
    expect(bad.statusCode).toBe(400)
  })
})

describe('a shared plan', () => {
  it('is read by whoever has its address, without who or where, until it is taken back', async () => {
    const yardId = randomUUID()
    await owner.post('/api/yard/yards', { id: yardId, ...lawn.yard, name: 'Shared yard', town: 'Lexington' })
    const zoneId = randomUUID()
    await owner.post('/api/yard/zones', { id: zoneId, yardId, ...lawn.zone, name: 'Front' })
    await owner.post('/api/yard/sections', { id: randomUUID(), zoneId, ...lawn.section })
    const feed = (await owner.post('/api/season/feeds', { id: randomUUID(), yardId })).json() as CalendarFeed
    const stranger = new Visitor(server.app)
    const address = `/api/season${feed.page}`
    const read = await stranger.get(address)
    const plan = read.json() as SharedPlan
    expect(plan).toMatchObject({ yard: 'Shared yard', units: 'us', lawns: [{ name: 'Front' }] })
    expect(plan.lawns[0]!.areaSqFt).toBeGreaterThan(100)
    expect(plan.sections).toHaveLength(1)
    expect(read.body).not.toMatch(/Lexington|@|latitude/)
    await owner.send('DELETE', `/api/season/feeds/${feed.id}`)
    expect((await stranger.get(address)).statusCode).toBe(404)
    expect((await stranger.get(`/api/season/shared/${'x'.repeat(32)}`)).statusCode).toBe(404)
  })
})

describe('a passkey', () => {
  const said = {
    id: 'AAAA',
    rawId: 'AAAA',
    type: 'public-key',
    response: { clientDataJSON: 'e30', authenticatorData: 'AA', signature: 'AA' },
    clientExtensionResults: {},
  }
  it('that nobody made lets nobody in', async () => {
    const stranger = await new Visitor(server.app).open()
    const offer = await stranger.post('/api/session/passkey-offer', {})
    expect(offer.json().challenge.length).toBeGreaterThan(20)
    const tried = await stranger.post('/api/session/passkey', { said })
    expect(tried.statusCode).toBe(403)
    expect(tried.json().code).toBe('wrongPasskey')
  })
  it('is not kept on a word that nobody asked for', async () => {
    const kept = await owner.post('/api/account/passkeys', { name: 'phone', said })
    expect(kept.json().code).toBe('wrongPasskey')
    const password = 'long enough to do'
    expect((await owner.post('/api/account/passkeys/offer', {})).statusCode).toBe(400)
    const wrong = await owner.post('/api/account/passkeys/offer', { password: 'not the one at all' })
    expect(wrong.json().code).toBe('wrongPassword')
    expect((await owner.post('/api/account/passkeys/offer', { password })).statusCode).toBe(200)
    expect((await owner.post('/api/account/passkeys', { name: 'phone', said })).json().code).toBe(
      'wrongPasskey',
    )
    expect((await owner.get('/api/account/security')).json().passkeys).toEqual([])
  })
})

describe('a database of the version before', () => {
  it('keeps its yards as they were said by hand, and its pieces as they were taped', async () => {
    const { database, drop } = await freshDatabase()
    await database.runMigrations()
    for (let i = migrations.length; i > 20; i--) await database.undoLastMigration()
    const [account, yard, zone, section] = [0, 1, 2, 3].map(() => randomUUID())
    await database.query(`INSERT INTO account (id, name) VALUES ($1, 'a')`, [account])
    await database.query(
      `INSERT INTO yard (id, account_id, name, latitude, longitude, time_zone, climate, timing_school)
       VALUES ($1, $2, 'y', 38, -84, 'America/New_York', 'c', 'edgeLed')`,
      [yard, account],
    )
    await database.query(
      `INSERT INTO zone (id, account_id, yard_id, name, turf, state) VALUES ($1, $2, $3, 'z', 't', 's')`,
      [zone, account, yard],
    )
    await database.query(
      `INSERT INTO section (id, account_id, zone_id, name, kind, lengths_ft, deduction, x_ft, y_ft, turn_deg)
       VALUES ($1, $2, $3, 's', 'rectangle', '[1,2]', false, 0, 0, 0)`,
      [section, account, zone],
    )
    await database.runMigrations()
    const [kept] = await database.query('SELECT name, place_from, town, country, elevation_m FROM yard')
    expect(kept).toEqual({ name: 'y', place_from: null, town: null, country: null, elevation_m: null })
    const [taped] = await database.query('SELECT kind, lengths_ft, accuracy_ft FROM section')
    expect(taped).toEqual({ kind: 'rectangle', lengths_ft: [1, 2], accuracy_ft: null })
    expect(await database.query('SELECT 1 FROM passkey')).toEqual([])
    await drop()
  })
})
