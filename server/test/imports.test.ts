import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import type { AccountFile } from '@jardinero/contract/account'
import type { Task } from '@jardinero/contract/task'
import { loadDemo } from '../src/account/demo.ts'
import { sweepTasks } from '../src/work/sweepTasks.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn } from './lawn.ts'

let server: TestServer
/** The demo's own file: of every part something. */
let file: AccountFile
beforeAll(async () => {
  server = await startTestServer({ demo: true, threads: true })
  await loadDemo(server.database, { fresh: false })
  const demo = await new Visitor(server.app).open()
  await demo.post('/api/session/demo')
  await demo.open()
  const [find] = (await demo.get('/api/scout/finds')).json()
  const photo = await sharp({ create: { width: 60, height: 40, channels: 3, background: 'green' } })
    .jpeg()
    .toBuffer()
  await demo.sendBytes(`/api/scout/finds/${find.id}/photos?id=${randomUUID()}`, photo, 'image/jpeg')
  const state = (await demo.get('/api/account')).json()
  const tank = await demo.post('/api/bench/tanks', {
    id: randomUUID(),
    zones: [{ zoneId: state.zones[0].id, mode: 'broadcast', spotSqFt: null, edgeSqFt: null }],
    products: [
      {
        labelId: state.labels.find((l: { rules: { name: string } }) => l.rules.name.startsWith('Tarnfold'))
          .id,
        rate: { value: 0.4, unit: 'oz/1000ft2' },
        concentration: null,
        tool: null,
      },
    ],
    calibrationId: state.calibrations[1].id,
    day: '2026-02-28',
    loadPlan: 'fullThenRemainder',
    waterFirst: null,
    water: null,
  })
  expect(tank.statusCode, tank.body).toBe(201)
  file = (await demo.get('/api/account/file')).json()
  await server.database.query('DELETE FROM rate_count')
})
afterAll(() => server.close())
const someone = async () => {
  await server.database.query('DELETE FROM rate_count')
  return new Visitor(server.app).signUp()
}

describe('an account file', () => {
  it('of the demo goes into another account whole, picture, tank and all', async () => {
    const other = await someone()
    const taken = await other.post('/api/account/file', file)
    expect(taken.statusCode, taken.body).toBe(200)
    expect(taken.json().added).toMatchObject({ records: 6, tanks: 1, photos: 1 })
    for (const url of ['/api/ledger/records', '/api/ledger/records.csv', '/api/account', '/api/account/file'])
      expect((await other.get(url)).statusCode, url).toBe(200)
  })

  const spoilt: [string, (f: AccountFile) => unknown, string][] = [
    [
      'a rate in a unit nobody knows',
      (f) => ((f.records[0]!.rate as { unit: string }).unit = 'stone/rood'),
      'records.0.rate.unit',
    ],
    [
      'a rate that is none per ground',
      (f) => ((f.records[0]!.rate as { unit: string }).unit = 'oz'),
      'records.0.rate.unit',
    ],
    [
      'product by another measure',
      (f) => (f.records[0]!.first.product = { value: 2, unit: 'floz' }),
      'records.0.first.product.unit',
    ],
    [
      'no product',
      (f) => delete (f.records[0]!.first as { product?: unknown }).product,
      'records.0.first.product',
    ],
    [
      'a text where a number is',
      (f) => ((f.records[0]!.first as { waterGal: unknown }).waterGal = 'much'),
      'records.0.first.waterGal',
    ],
    [
      'a time in the year 275760',
      (f) => (f.records[0]!.first.appliedAt = '+275760-09-12T00:00:00Z'),
      'records.0.first.appliedAt',
    ],
    [
      'a mix that was never measured',
      (f) => delete (f.mixes[0]!.result as { measured?: unknown }).measured,
      'mixes.0.result.measured',
    ],
    [
      'a mix in another measure',
      (f) => ((f.mixes[0]!.result.measured as { unit: string }).unit = 'floz'),
      'mixes.0.result.measured.unit',
    ],
    ['a tank without loads', (f) => (f.tanks[0]!.result.loads = []), 'tanks.0.result.loads'],
    [
      'a tank with a dose too few',
      (f) => (f.tanks[0]!.result.loads[0]!.doses = []),
      'tanks.0.result.loads.0.doses',
    ],
    ['a plant nobody knows', (f) => (f.finds[0]!.plant = 'triffid'), 'finds.0.plant'],
    ['a find of tomorrow', (f) => (f.finds[0]!.foundOn = '2027-02-28'), 'finds.0.foundOn'],
    ['a calibration of nothing', (f) => ((f.calibrations[0]!.runs as unknown[]) = []), 'calibrations.0.runs'],
    [
      'a cup of no size',
      (f) =>
        f.tools.push({
          id: randomUUID(),
          version: 1,
          name: 'x',
          measure: 'volume',
          kind: 'cup',
          step: 0,
          unit: 'floz',
          holds: 8,
        }),
      'tools.',
    ],
    ['water of the year nought', (f) => (f.waters[0]!.day = '0000-01-01'), 'waters.0.day'],
    [
      'an amendment twice',
      (f) => {
        const amendment = {
          id: randomUUID(),
          reason: 'put right',
          changes: { note: 'x' },
          madeAt: '2026-02-01T00:00:00Z',
          madeBy: 'A',
        }
        f.records[0]!.amendments = [amendment, { ...amendment }]
      },
      'records.0.amendments.1.id',
    ],
    [
      'a picture that is none',
      (f) => (f.photos[0]!.picture = Buffer.from('<svg/>').toString('base64')),
      'photos.0.picture',
    ],
    [
      'a picture cut off',
      (f) =>
        (f.photos[0]!.picture = Buffer.from(f.photos[0]!.picture, 'base64')
          .subarray(0, 300)
          .toString('base64')),
      'photos.0.picture',
    ],
    ['NUL in a name', (f) => (f.yards[0]!.name = 'a\0b'), 'yards.0.name'],
  ]
  test.each(spoilt)('with %s is refused at its place, and nothing of it is kept', async (_, spoil, field) => {
    const other = await someone()
    const bad = structuredClone(file)
    spoil(bad)
    const answer = await other.post('/api/account/file', bad)
    expect(answer.statusCode, answer.body).toBeGreaterThanOrEqual(400)
    expect(answer.statusCode).toBeLessThan(500)
    expect(answer.json().faults[0].field).toContain(field)
    expect(answer.json().faults[0].detail).toMatch(/\.$/)
    const state = (await other.get('/api/account')).json()
    expect(Object.values(state).filter(Array.isArray).flat()).toEqual([])
    expect((await other.get('/api/ledger/records')).json()).toEqual([])
  })

  it('keeps nothing that a camera wrote into a picture', async () => {
    const other = await someone()
    const bad = structuredClone(file)
    const told = await sharp({ create: { width: 60, height: 40, channels: 3, background: 'green' } })
      .withExif({ IFD0: { Make: 'Camera' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '38/1 30/1 0/1' } })
      .jpeg()
      .toBuffer()
    bad.photos[0]!.picture = told.toString('base64')
    expect((await other.post('/api/account/file', bad)).statusCode).toBe(200)
    const { photos } = (await other.get('/api/account')).json()
    const kept = (await other.get(`/api/scout/photos/${photos[0].id}`)).rawPayload
    expect((await sharp(kept).metadata()).exif).toBeUndefined()
  })
  it('leaves a picture as it is that is clean already', async () => {
    const other = await someone()
    expect((await other.post('/api/account/file', file)).statusCode).toBe(200)
    const again = (await other.get('/api/account/file')).json() as AccountFile
    expect(again.photos[0]!.picture).toBe(file.photos[0]!.picture)
  })
  it('that is no JSON, or another’s, is refused in words', async () => {
    const other = await someone()
    const none = await other.send('POST', '/api/account/file', '{"format":', 'application/json')
    expect([none.statusCode, none.json().code]).toEqual([400, 'malformedRequest'])
    expect((await other.post('/api/account/file', { hello: 1 })).json().faults[0].field).toBe('format')
  })
  it('is one at a time; a stranger sees nothing of how far it has come', async () => {
    const other = await someone()
    other.follows = false
    const answers = []
    for (let i = 0; i < 4; i++) answers.push(await other.post('/api/account/file', file))
    expect(answers[0]!.statusCode).toBe(202)
    const busy = answers.filter((a) => a.statusCode === 409)
    expect(busy.length).toBeGreaterThan(0)
    expect(busy[0]!.json()).toMatchObject({ code: 'taskRunning' })
    const task: Task = answers[0]!.json()
    expect((await (await someone()).get(`/api/account/tasks/${task.id}`)).statusCode).toBe(404)
    await expect
      .poll(async () => (await other.get(`/api/account/tasks/${task.id}`)).json().state, { timeout: 15_000 })
      .toBe('done')
    const [{ body }] = await server.owner.query('SELECT body FROM task WHERE id = $1', [task.id])
    expect(body).toBeNull()
  })
  it('that nobody comes to is ended after two hours, in words, and the next may come', async () => {
    const other = await someone()
    const [{ id, account_id: account }] = await server.owner.query(
      'SELECT id, account_id FROM person ORDER BY created_at DESC LIMIT 1',
    )
    const task = randomUUID()
    await server.owner.query(
      `INSERT INTO task (id, account_id, person_id, kind, state, made_at) VALUES ($1, $2, $3, 'labels', 'waiting', now() - interval '3 hours')`,
      [task, account, id],
    )
    expect((await other.post('/api/account/file', file)).json().code).toBe('taskRunning')
    await sweepTasks(server.database)
    expect((await other.get(`/api/account/tasks/${task}`)).json().problem.detail).toMatch(/too long/)
    expect((await other.post('/api/account/file', file)).statusCode).toBe(200)
  })
  it('of 20,000 readings and as many references holds nobody up', { timeout: 120_000 }, async () => {
    const other = await someone()
    const large = structuredClone(file)
    const [reading] = large.readings
    const start = Date.parse('2020-01-01T00:00:00Z')
    large.readings = Array.from({ length: 20_000 }, (_, i) => ({
      ...reading!,
      id: randomUUID(),
      takenAt: new Date(start + i * 3_600_000).toISOString(),
    }))
    other.follows = false
    const began = performance.now()
    const { id } = (await other.post('/api/account/file', large)).json() as Task
    let slowest = 0
    let seen = 0
    let state = ''
    while (state !== 'done' && state !== 'refused') {
      const since = performance.now()
      const task: Task = (await other.get(`/api/account/tasks/${id}`)).json()
      slowest = Math.max(slowest, performance.now() - since)
      seen = Math.max(seen, task.done)
      state = task.state
      await new Promise((later) => setTimeout(later, 20))
    }
    expect(state).toBe('done')
    expect(seen).toBeGreaterThan(0)
    expect(slowest).toBeLessThan(1500)
    expect(performance.now() - began).toBeLessThan(60_000)
  })
  it(
    'of finds with unknown names, half a megabyte of them, is refused at once',
    { timeout: 60_000 },
    async () => {
      const other = await someone()
      const { yard } = await addLawn(other)
      const lines = Array.from({ length: 14_000 }, (_, i) => `no such plant number ${i},2026-02-01`)
      const began = performance.now()
      const answer = await other.post('/api/scout/finds/csv', {
        yardId: yard,
        csv: `plant,found_on\n${lines.join('\n')}`,
      })
      expect(answer.statusCode).toBe(422)
      expect(answer.json().faults).toHaveLength(51)
      expect(performance.now() - began).toBeLessThan(8000)
    },
  )
})
