import { randomUUID } from 'node:crypto'
import { connect } from 'node:net'
import { deflateSync, crc32 } from 'node:zlib'
import type { AddressInfo } from 'node:net'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { addDays } from '@jardinero/core/quantity'
import { describeFault, createFaultLog } from '../src/platform/faultLog.ts'
import { problemStatus } from '../src/platform/problem.ts'
import { classify } from '../src/platform/problemHandler.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
let owner: Visitor
let made: Awaited<ReturnType<typeof addLawn>>
beforeAll(async () => {
  server = await startTestServer({ waitMs: 4000 })
  owner = await new Visitor(server.app).signUp()
  made = await addLawn(owner)
})
afterAll(() => server.close())

/** How long the event loop stood still at most while something was done, ms. */
async function longestBlock(work: () => Promise<unknown>): Promise<number> {
  let longest = 0
  let last = performance.now()
  const watch = setInterval(() => {
    const now = performance.now()
    longest = Math.max(longest, now - last - 5)
    last = now
  }, 5)
  await work()
  await new Promise((done) => setTimeout(done, 20))
  clearInterval(watch)
  return longest
}

const calculators = [
  '/api/quantity/convert',
  '/api/yard/area',
  '/api/yard/geographic-area',
  '/api/scout/key',
  '/api/scout/cover',
  '/api/scout/verdict',
  '/api/soil/timing',
  '/api/soil/forecast',
  '/api/soil/forecast.csv',
  '/api/soil/sprinkler',
  '/api/shelf/check',
  '/api/shelf/choose',
  '/api/bench/calibrate',
  '/api/bench/mix',
]

describe('an open calculator', () => {
  test.each(calculators)('%s takes no bytes, and no more than it needs', async (url) => {
    const bytes = await server.app.inject({
      method: 'POST',
      url,
      payload: Buffer.alloc(14 * 1024 * 1024),
      headers: { 'content-type': 'application/octet-stream' },
    })
    expect([bytes.statusCode, bytes.json().code]).toEqual([415, 'unsupportedMedia'])
    const large = await server.app.inject({
      method: 'POST',
      url,
      payload: JSON.stringify({ x: 'x'.repeat(3 * 1024 * 1024) }),
      headers: { 'content-type': 'application/json' },
    })
    expect([large.statusCode, large.json().code]).toEqual([413, 'tooLarge'])
  })
  test.each(calculators)('%s is limited by address', async (url) => {
    const answer = await server.app.inject({ method: 'POST', url, payload: {}, remoteAddress: '203.0.113.9' })
    expect(answer.headers['x-ratelimit-limit']).toBeDefined()
  })
  it('that is asked too often says so, to that address only', async () => {
    const ask = (remoteAddress: string) =>
      server.app.inject({
        method: 'POST',
        url: '/api/scout/cover',
        payload: { hits: 1, points: 9 },
        remoteAddress,
      })
    let last = 0
    for (let i = 0; i < 245; i++) last = (await ask('203.0.113.7')).statusCode
    expect(last).toBe(429)
    expect((await ask('203.0.113.8')).statusCode).toBe(200)
  })
  it('judges the largest season of readings it takes within a blink', async () => {
    const readings = Array.from({ length: 2000 }, (_, i) => ({
      placeId: 'm',
      day: addDays('2025-03-01', Math.floor(i / 6)),
      hour: 10,
      depthCm: 5,
      temperatureC: 10 + (i % 7),
    }))
    const ask = () =>
      server.app.inject({
        method: 'POST',
        url: '/api/soil/timing',
        payload: {
          day: '2026-02-25',
          hemisphere: 'northern',
          school: 'edgeLed',
          places: [{ id: 'm', name: 'Middle', kind: 'middle' }],
          readings,
        },
      })
    expect((await ask()).statusCode).toBe(200)
    expect(await longestBlock(ask)).toBeLessThan(300)
  })
})

describe('a list of faults', () => {
  it('ends at fifty and says that there is more; a large body stops at its first', async () => {
    const sections = (n: number) => ({
      sections: Array.from({ length: n }, () => ({ lengthsFt: 'no', kind: 1, name: 2, deduction: 3 })),
    })
    const ask = (payload: object) => server.app.inject({ method: 'POST', url: '/api/yard/area', payload })
    const some = await ask(sections(40))
    expect(some.json().faults).toHaveLength(51)
    expect(some.json().faults.at(-1)).toMatchObject({ code: 'andMore' })
    const many = await ask(sections(900))
    expect(many.json().faults.map((f: { code: string }) => f.code)).toEqual(
      ['number.base', 'andMore'].map((c, i) => (i ? c : many.json().faults[0].code)),
    )
    expect(many.body.length).toBeLessThan(2000)
  })
})

describe('what cannot be kept', () => {
  const nest = (depth: number): unknown => (depth ? { a: nest(depth - 1) } : 1)
  test.each<[string, unknown]>([
    ['NUL', { name: 'a\u0000b' }],
    ['half a pair', { name: 'a\ud800' }],
    ['an object for a text', { name: { toString: 1 } }],
    ['a deep nesting', { name: nest(500) }],
    ['a number for a name', { name: 12 }],
  ])('%s is refused at its field', async (_, change) => {
    const order = { id: randomUUID(), ...lawn.yard, ...(change as object) }
    const answer = await owner.post('/api/yard/yards', order)
    expect(answer.statusCode).toBe(400)
    expect(answer.json().faults[0].field).toMatch(/^name/)
  })
  it('a nesting of five thousand is only one more body that is refused', async () => {
    const payload = `${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}`
    const answer = await owner.send('POST', '/api/yard/yards', payload, 'application/json')
    expect(answer.statusCode).toBe(400)
  })
  test.each([
    ['a year no one sees', '+275760-09-12T00:00:00Z'],
    ['the year nought', '0000-01-01T00:00:00Z'],
    ['the thirtieth of February', '2026-02-30T10:00:00Z'],
  ])('an instant of %s is refused', async (_, takenAt) => {
    const order = { id: randomUUID(), placeId: made.middle, ...lawn.reading, takenAt }
    const answer = await owner.post('/api/soil/readings', order)
    expect([answer.statusCode, answer.json().faults[0].field]).toEqual([400, 'takenAt'])
  })
  test.each(['0000-01-01', '2026-02-30', '9999-01-01', '2026-13-01'])('%s is no day', async (day) => {
    const order = { id: randomUUID(), yardId: made.yard, kind: 'dandelionBloom', day, note: '' }
    expect((await owner.post('/api/soil/signs', order)).json().faults[0].field).toBe('day')
    const csv = `plant,found_on\nhenbit,${day}`
    expect((await owner.post('/api/scout/finds/csv', { yardId: made.yard, csv })).statusCode).toBe(422)
  })
  it('a version beyond what is counted is refused', async () => {
    const answer = await owner.patch(`/api/yard/yards/${made.yard}`, { version: 2 ** 31, name: 'x' })
    expect([answer.statusCode, answer.json().faults[0].field]).toEqual([400, 'version'])
    expect((await owner.send('DELETE', `/api/yard/yards/${made.yard}?version=99999999999`)).statusCode).toBe(
      400,
    )
  })
  it('NUL in an address is refused as well', async () => {
    expect((await owner.get('/api/ledger/records.csv?client=%00')).statusCode).toBe(400)
  })
})

describe('a picture', () => {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data])
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)]
    length.writeUInt32BE(data.length)
    sum.writeUInt32BE(crc32(body))
    return Buffer.concat([length, body, sum])
  }
  const packed = deflateSync(Buffer.alloc(200_000_000))
  const send = (bytes: Buffer, type = 'image/png', id = randomUUID()) =>
    owner.sendBytes(`/api/scout/finds/${made.find}/photos?id=${id}&keepPlace=true`, bytes, type)

  test.each([
    ['a colour profile', 'iCCP', 'x\0\0'],
    ['a profile of the camera', 'zTXt', 'Raw profile type exif\0\0'],
    ['words', 'iTXt', 'XML:com.adobe.xmp\0\x01\0\0\0'],
  ])('with %s that unpacks to 200 MB neither blocks nor fills the memory', async (_, type, head) => {
    const base = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'red' } })
      .png()
      .toBuffer()
    const bomb = Buffer.concat([
      base.subarray(0, 33),
      chunk(type, Buffer.concat([Buffer.from(head, 'latin1'), packed])),
      base.subarray(33),
    ])
    const before = process.memoryUsage().rss
    let status = 0
    const block = await longestBlock(async () => void (status = (await send(bomb)).statusCode))
    expect(status).toBe(201)
    expect(block).toBeLessThan(300)
    expect(process.memoryUsage().rss - before).toBeLessThan(200e6)
  })
  it('of more pixels than a camera makes is refused', async () => {
    const header = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: 'red' } })
      .png({ compressionLevel: 9 })
      .toBuffer()
    expect((await send(header)).statusCode).toBe(422)
  })
  it('is counted, also where many come at once', async () => {
    const find = randomUUID()
    await owner.post('/api/scout/finds', {
      id: find,
      zoneId: made.zone,
      placeId: null,
      xFt: null,
      yFt: null,
      foundOn: '2026-02-20',
      plant: 'henbit',
      candidates: [],
      answers: {},
      stage: 'flowering',
      leafCount: null,
      tillerCount: null,
      amount: { kind: 'notCounted' },
      wantedShare: null,
      note: '',
    })
    const small = await sharp({ create: { width: 20, height: 20, channels: 3, background: 'red' } })
      .jpeg()
      .toBuffer()
    const answers = await Promise.all(
      Array.from({ length: 12 }, () =>
        owner.sendBytes(`/api/scout/finds/${find}/photos?id=${randomUUID()}`, small, 'image/jpeg'),
      ),
    )
    expect(answers.filter((a) => a.statusCode === 201)).toHaveLength(6)
    expect(answers.filter((a) => a.json().code === 'tooManyPhotos')).toHaveLength(6)
  })
  it('is nothing a browser or proxy keeps', async () => {
    const { photos } = (await owner.get('/api/account')).json()
    const answer = await owner.get(`/api/scout/photos/${photos[0].id}`)
    expect(answer.headers['cache-control']).toBe('no-store')
    expect((await owner.get('/api/account')).headers['cache-control']).toBe('no-store')
  })
})

describe('on the wire', () => {
  let port = 0
  beforeAll(async () => {
    await server.app.listen({ port: 0, host: '127.0.0.1' })
    port = (server.app.server.address() as AddressInfo).port
  })
  const forecast = (signal?: AbortSignal, more: object = {}) =>
    fetch(`http://127.0.0.1:${port}/api/soil/forecast`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...longForecast, ...more }),
      ...(signal && { signal }),
    })
  const longForecast = {
    latitude: 38,
    places: [{ id: 'm', kind: 'middle' }],
    observed: Array.from({ length: 3 * 365 }, (_, i) => ({
      day: addDays('2023-03-01', i),
      minimumC: 7 - 12 * Math.cos((i / 365) * 2 * Math.PI) + Math.sin(i / 4.1),
      maximumC: 17 - 12 * Math.cos((i / 365) * 2 * Math.PI) + 2 * Math.sin(i / 5),
      rainMm: 0,
    })),
    thresholdC: 12,
    members: 30,
    daysAhead: 60,
  }

  it('more forecasts at once than can wait: some are told to come back, none fails, and a light request is not kept waiting', async () => {
    const all = Promise.all(Array.from({ length: 24 }, () => forecast()))
    await new Promise((r) => setTimeout(r, 50))
    const waits: number[] = []
    for (let i = 0; i < 60; i++) {
      const since = performance.now()
      await (await fetch(`http://127.0.0.1:${port}/api/session`)).arrayBuffer()
      waits.push(performance.now() - since)
    }
    const answers = await all
    for (const a of answers.filter((each) => each.status === 200)) await a.arrayBuffer()
    const away = answers.filter((a) => a.status === 503)
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([200, 503]))
    for (const a of away) {
      expect(Number(a.headers.get('retry-after'))).toBeGreaterThan(0)
      expect((await a.json()).code).toBe('busy')
    }
    // 200 ms is the goal on a quiet machine (bench/load.ts); this one may be shared.
    expect(waits.sort((a, b) => a - b)[Math.floor(waits.length * 0.95)]!).toBeLessThan(600)
  })
  it('a forecast nobody waits for any more is ended', async () => {
    const gone = new AbortController()
    const left = Promise.all(
      [1, 2].map(() => forecast(gone.signal, { members: 200, daysAhead: 366 }).catch(() => 'gone')),
    )
    await new Promise((r) => setTimeout(r, 150))
    gone.abort()
    expect(await left).toEqual(['gone', 'gone'])
    // The two threads are free again: the next is not behind them.
    const since = performance.now()
    const next = await forecast()
    await next.arrayBuffer()
    expect(next.status).toBe(200)
    const alone = performance.now() - since
    expect(alone).toBeLessThan(20_000)
  })
  it('a body that comes too slowly is cut off', async () => {
    const strict = await startTestServer({ bodyMs: 400 })
    await strict.app.listen({ port: 0, host: '127.0.0.1' })
    const socket = connect((strict.app.server.address() as AddressInfo).port, '127.0.0.1')
    socket.write(
      'POST /api/yard/area HTTP/1.1\r\nhost: x\r\ncontent-type: application/json\r\ncontent-length: 500\r\n\r\n{',
    )
    const said: string[] = []
    socket.on('data', (d) => said.push(String(d)))
    await new Promise((closed) => socket.once('close', closed))
    expect(said.join('')).toMatch(/^HTTP\/1\.1 408/)
    await strict.close()
  })
})

describe('a season on paper', () => {
  it('of 1,500 records holds nobody else up, and comes in pieces', { timeout: 60_000 }, async () => {
    await server.owner.query(
      `INSERT INTO application_record SELECT (jsonb_populate_record(r, jsonb_build_object('id', gen_random_uuid(), 'turn', 1 + n,
         'applied_at', at, 'first', jsonb_set(r.first, '{appliedAt}', to_jsonb(to_char(at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')))))).*
       FROM application_record r, generate_series(1, 1490) n, LATERAL (SELECT r.applied_at - n * interval '50 minutes' AS at) t
       WHERE r.id = $1`,
      [made.record],
    )
    const url = `/api/ledger/season.pdf?yardId=${made.yard}&from=2026-01-01&to=2026-12-31`
    let body: Buffer = Buffer.alloc(0)
    const block = await longestBlock(async () => void (body = (await owner.get(url)).rawPayload))
    expect(body.subarray(0, 5).toString()).toBe('%PDF-')
    expect(body.subarray(-6).toString()).toContain('%%EOF')
    expect(body.length).toBeGreaterThan(100_000)
    // It was three seconds; reading the records themselves is the most of what is left.
    expect(block).toBeLessThan(2000)
  })
})

describe('when every connection is in use', () => {
  it('says so in its own words, and is over when one is free', { timeout: 30_000 }, async () => {
    // Of twelve the worker beside it keeps one, and the server one.
    const held = Array.from({ length: 10 }, () => server.database.query('SELECT pg_sleep(4.5)'))
    await new Promise((r) => setTimeout(r, 100))
    const answer = await owner.get('/api/bench/sprayers')
    expect(answer.json()).toMatchObject({ status: 503, code: 'busy' })
    expect(Number(answer.headers['retry-after'])).toBeGreaterThan(0)
    await Promise.all(held)
    expect((await owner.get('/api/bench/sprayers')).statusCode).toBe(200)
  })
})

describe('a disk that is full', () => {
  test.each(['53100', 'ENOSPC'])('is told as that (%s), not as a fault of ours', (code) => {
    const problem = classify({ message: 'x', driverError: { code } })
    expect([problem.code, problemStatus[problem.code]]).toEqual(['diskFull', 507])
  })
})

describe('the log', () => {
  it('says what failed and where, never what was sent', async () => {
    const failing = server.database.query('SELECT $1::text FROM nowhere WHERE "secret person" = $1', [
      'a@b.cd',
    ])
    const error: unknown = await failing.catch((e: unknown) => e)
    const said = JSON.stringify(describeFault(error))
    expect(said).toContain('42P01')
    for (const secret of ['a@b.cd', 'secret person', 'SELECT']) expect(said).not.toContain(secret)
  })
  it('says the same only once a minute, and then how often', () => {
    const lines: Record<string, unknown>[] = []
    let now = 0
    const tell = createFaultLog(
      { error: (line: unknown) => void lines.push(line as never) } as never,
      () => now,
    )
    const fault = new RangeError('x')
    for (let i = 0; i < 50; i++) tell(fault, 'POST /x')
    expect(lines).toHaveLength(1)
    now = 61_000
    tell(fault, 'POST /x')
    expect(lines[1]).toMatchObject({ meanwhile: 49, name: 'RangeError', where: 'POST /x' })
  })
})
