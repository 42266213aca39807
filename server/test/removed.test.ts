import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { migrations } from '../src/migrations/index.ts'
import { sweepRemoved } from '../src/work/sweepRemoved.ts'
import { freshDatabase, startTestServer, testNow, Visitor, type TestServer } from './harness.ts'
import { addLawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
const visitor = () => new Visitor(server.app)

interface Row {
  id: string
  version: number
}
const rowsOf = async (person: Visitor, path: string): Promise<Row[]> =>
  (await person.get(`/api/${path}`)).json()
async function remove(person: Visitor, path: string, id: string) {
  const row = (await rowsOf(person, path)).find((r) => r.id === id)!
  expect((await person.send('DELETE', `/api/${path}/${id}?version=${row.version}`)).statusCode, path).toBe(
    204,
  )
  return row
}

describe('what was removed', () => {
  it('is gone everywhere, is told for thirty days, and comes back with what hung on it', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const removable = [
      ['soil/readings', made.reading, 'readings'],
      ['yard/sections', made.section, 'sections'],
      ['scout/finds', made.find, 'finds'],
      ['shelf/labels', made.label, 'labels'],
    ] as const
    const before = (await owner.get('/api/account')).json()
    for (const [path, id] of removable) await remove(owner, path, id)
    const without = (await owner.get('/api/account')).json()
    for (const part of ['sections', 'labels', 'stock', 'labelFiles', 'finds', 'photos'])
      expect(without[part], part).toEqual([])
    expect((await owner.get('/api/shelf/labels.json')).json().labels).toEqual([])
    expect((await owner.get(`/api/soil/readings.csv`)).body.trim().split('\n')).toHaveLength(1)
    for (const [path, id] of removable) {
      expect((await owner.send('DELETE', `/api/${path}/${id}?version=2`)).statusCode, path).toBe(404)
    }
    const told = (await owner.get('/api/account/removed')).json() as { part: string; row: Row }[]
    expect(told.map((r) => r.part)).toEqual(removable.map(([, , part]) => part).toReversed())

    const stranger = await visitor().signUp()
    expect((await stranger.get('/api/account/removed')).json()).toEqual([])
    for (const [path, id] of removable) {
      expect((await stranger.post(`/api/${path}/${id}/back`, {})).statusCode, path).toBe(404)
      const back = await owner.post(`/api/${path}/${id}/back`, {})
      expect([back.statusCode, back.json().id], path).toEqual([200, id])
      // Told twice, it is there once.
      expect((await owner.post(`/api/${path}/${id}/back`, {})).json(), path).toEqual(back.json())
    }
    const plain = (state: Record<string, Row[]>) =>
      JSON.stringify(state, (key, value: unknown) => (key === 'version' ? 0 : value))
    expect(plain((await owner.get('/api/account')).json())).toBe(plain(before))
    expect((await owner.get('/api/account/removed')).json()).toEqual([])
    expect((await owner.get(`/api/shelf/labels/${made.label}/versions`)).statusCode).toBe(200)
  })

  it('leaves its edge lying until it is back; a file in between knows of neither', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const kerb = randomUUID()
    await owner.post('/api/yard/places', {
      id: kerb,
      zoneId: made.zone,
      name: 'Kerb',
      kind: 'edge',
      sectionId: made.section,
      side: 0,
      widthFt: 2,
    })
    await remove(owner, 'yard/sections', made.section)
    const file = (await owner.get('/api/account/file')).json()
    expect(file.places.find((p: Row) => p.id === kerb)).toMatchObject({ sectionId: null, side: null })
    const other = await visitor().signUp()
    expect((await other.post('/api/account/file', file)).statusCode).toBeLessThan(300)
    await owner.post(`/api/yard/sections/${made.section}/back`, {})
    expect((await rowsOf(owner, 'yard/places')).find((p) => p.id === kerb)).toMatchObject({
      sectionId: made.section,
    })
  })

  it('does not stand in the way of what it rested on', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    for (const row of await rowsOf(owner, 'soil/readings')) await remove(owner, 'soil/readings', row.id)
    for (const row of await rowsOf(owner, 'scout/finds')) await remove(owner, 'scout/finds', row.id)
    await remove(owner, 'yard/places', made.middle)
    expect((await owner.post(`/api/soil/readings/${made.reading}/back`, {})).statusCode).toBe(404)
  })

  it('is gone for good after thirty days, and not before', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    await remove(owner, 'shelf/labels', made.label)
    await remove(owner, 'yard/sections', made.section)
    const daysOn = (days: number) => new Date(Date.now() + days * 86_400_000)
    await sweepRemoved(server.database, daysOn(29))
    expect((await owner.post(`/api/yard/sections/${made.section}/back`, {})).statusCode).toBe(200)
    await sweepRemoved(server.database, daysOn(31))
    expect((await owner.post(`/api/shelf/labels/${made.label}/back`, {})).statusCode).toBe(404)
    const left = await server.owner.query('SELECT 1 FROM stock_package WHERE label_id = $1', [made.label])
    expect(left).toEqual([])
    expect(await rowsOf(owner, 'yard/sections')).toHaveLength(1)
  })
})

describe('a database of the version before', () => {
  it('keeps every row, and none of it was removed', async () => {
    const { database, drop } = await freshDatabase()
    await database.runMigrations()
    for (let i = migrations.length; i > 16; i--) await database.undoLastMigration()
    const [account, yard, zone, section] = [0, 1, 2, 3].map(() => randomUUID())
    const add = (table: string, row: Record<string, unknown>) =>
      database.query(
        `INSERT INTO "${table}" (${Object.keys(row).join(', ')}) VALUES (${Object.keys(row)
          .map((_, i) => `$${i + 1}`)
          .join(', ')})`,
        Object.values(row),
      )
    await add('account', { id: account, name: 'a' })
    await add('yard', {
      id: yard,
      account_id: account,
      name: 'y',
      latitude: 38,
      longitude: -84,
      time_zone: 'America/New_York',
      climate: 'c',
      timing_school: 'edgeLed',
    })
    await add('zone', { id: zone, account_id: account, yard_id: yard, name: 'z', turf: 't', state: 's' })
    await add('section', {
      id: section,
      account_id: account,
      zone_id: zone,
      name: 's',
      kind: 'rectangle',
      lengths_ft: '[1,2]',
      deduction: false,
      x_ft: 0,
      y_ft: 0,
      turn_deg: 0,
    })
    await add('place', {
      id: randomUUID(),
      account_id: account,
      zone_id: zone,
      name: 'kerb',
      kind: 'edge',
      section_id: section,
      side: 1,
    })
    await database.runMigrations()
    expect(await database.query('SELECT removed_at, name FROM section')).toEqual([
      { removed_at: null, name: 's' },
    ])
    expect(await database.query('SELECT width_ft, side FROM place')).toEqual([{ width_ft: null, side: 1 }])
    expect(await database.query('SELECT spared FROM zone')).toEqual([{ spared: null }])
    // Back again with a section that was removed: its edge lies nowhere.
    await database.query('UPDATE section SET removed_at = $1', [testNow.toISOString()])
    for (let i = migrations.length; i > 17; i--) await database.undoLastMigration()
    expect(await database.query('SELECT id FROM section')).toEqual([])
    expect(await database.query('SELECT section_id, side FROM place')).toEqual([
      { section_id: null, side: null },
    ])
    await drop()
  })
})

describe('a record that was written down for the wrong lawn', () => {
  it('is moved by an amendment: both lawns are counted anew, here, in the file, and in the year’s counts', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const [back, far, farYard] = [0, 1, 2].map(() => randomUUID()) as [string, string, string]
    const { id: _, version: __, ...yard } = (await owner.get('/api/yard/yards')).json()[0]
    await owner.post('/api/yard/yards', { id: farYard, ...yard, name: 'Far' })
    for (const [id, yardId, name] of [
      [back, made.yard, 'Back'],
      [far, farYard, 'Far lawn'],
    ] as const)
      await owner.post('/api/yard/zones', { id, yardId, name, turf: 'zoysiagrass', state: 'growing' })
    const move = (zoneId: string, reason = 'It was the other lawn') =>
      owner.post(`/api/ledger/records/${made.record}/amendments`, { id: randomUUID(), reason, zoneId })
    const used = async (yardId: string) =>
      (await owner.get(`/api/yard/yards/${yardId}/state`))
        .json()
        .history.map((h: { zoneId: string; passes: number }) => [h.zoneId, h.passes])
    const year = async (yardId: string) =>
      (await owner.get(`/api/yard/yards/${yardId}/years/2026`))
        .json()
        .records.map((r: { zoneId: string; zoneName: string; turf: string }) => [
          r.zoneId,
          r.zoneName,
          r.turf,
        ])
    const before = (await used(made.yard)).length

    const moved = await move(back)
    expect(moved.statusCode, moved.body).toBe(201)
    expect(moved.json()).toMatchObject({
      zoneId: back,
      zoneName: 'Back',
      turf: 'zoysiagrass',
      yardId: made.yard,
    })
    expect(await year(made.yard)).toContainEqual([back, 'Back', 'zoysiagrass'])
    expect((await used(made.yard)).map(([zone]: [string]) => zone)).toContain(back)
    expect((await used(made.yard)).length).toBe(before)

    // Again, to another yard; the last one holds, and the first entry stays as it was.
    expect((await move(far)).json()).toMatchObject({ zoneId: far, yardId: farYard })
    expect(await year(farYard)).toEqual([[far, 'Far lawn', 'zoysiagrass']])
    expect((await year(made.yard)).map(([zone]: [string]) => zone)).not.toContain(back)
    expect(await used(farYard)).toEqual([[far, 1]])
    expect((await owner.get(`/api/ledger/records?yardId=${farYard}`)).json()).toMatchObject([
      { id: made.record, amendments: [{ zoneName: 'Back' }, { zoneName: 'Far lawn' }] },
    ])

    const file = (await owner.get('/api/account/file')).json()
    const other = await visitor().signUp()
    expect((await other.post('/api/account/file', file)).statusCode).toBeLessThan(300)
    const records = (await other.get('/api/ledger/records')).json() as { zoneName: string }[]
    expect(records.map((r) => r.zoneName)).toContain('Far lawn')

    const stranger = await visitor().signUp()
    const own = await addLawn(stranger)
    expect((await move(own.zone)).statusCode).toBe(404)
    expect((await move(back, 'x')).statusCode).toBe(400)
    const nothing = { id: randomUUID(), reason: 'nothing at all', changes: {} }
    expect((await owner.post(`/api/ledger/records/${made.record}/amendments`, nothing)).statusCode).toBe(400)
  })
})
