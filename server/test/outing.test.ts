import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import webPush from 'web-push'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { seededRandom } from '@jardinero/core/quantity'
import { wordsFor } from '@jardinero/words/whole'
import { remindDevices, webPushSender } from '../src/outing/push.ts'
import { parseConfig } from '../src/platform/config.ts'
import { createMeter } from '../../standins/src/index.ts'
import { listenTcp, readEvents } from './devices.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const rulesOf = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules

/** A lawn and a strip with a tank of two herbicides mixed for both: two loads. */
async function withTank(owner = new Visitor(server.app)) {
  // Many new people in one minute: the limit on that is tested elsewhere.
  await server.database.query('DELETE FROM rate_count')
  await owner.signUp()
  const made = await addLawn(owner)
  const add = async (url: string, body: object) => {
    const id = randomUUID()
    const response = await owner.post(url, { id, ...body })
    if (response.statusCode !== 201) throw new Error(response.body)
    return id
  }
  const zone = async (name: string, lengthsFt: number[]) => {
    const id = await add('/api/yard/zones', { yardId: made.yard, name, turf: 'tallFescue', state: 'growing' })
    await add('/api/yard/sections', { ...lawn.section, zoneId: id, lengthsFt })
    return id
  }
  const back = await zone('Back', [127, 50])
  const strip = await zone('Strip', [53, 60])
  const barrier = { ...rulesOf('tarnfold'), name: 'Barrier 50 WG' }
  const label = await add('/api/shelf/labels', { rules: barrier })
  const tank = randomUUID()
  const answer = await owner.post('/api/bench/tanks', {
    id: tank,
    zones: [back, strip].map((zoneId) => ({
      zoneId,
      mode: 'broadcast',
      spotSqFt: null,
      edgeSqFt: null,
    })),
    products: [{ labelId: label, rate: { value: 0.4, unit: 'oz/1000ft2' }, concentration: null, tool: null }],
    calibrationId: made.calibration,
    day: '2026-02-28',
    loadPlan: 'fullThenRemainder',
    waterFirst: null,
    water: null,
  })
  if (answer.statusCode !== 201) throw new Error(answer.body)
  const order = {
    id: randomUUID(),
    tankId: tank,
    startedAt: '2026-02-28T15:00:00Z',
    endedAt: '2026-02-28T16:10:00Z',
    pauses: [{ from: '2026-02-28T15:20:00Z', to: '2026-02-28T15:30:00Z' }],
    winds: [
      { at: '2026-02-28T14:55:00Z', mph: 3, from: 'SW', how: 'hand' },
      { at: '2026-02-28T15:40:00Z', mph: 5.5, from: 'W', how: 'meter' },
    ],
    airC: 11,
    loadsMixed: answer.json().result.loads.length as number,
    leftoverGal: 0,
    zones: [
      { zoneId: back, areaSqFt: 6350 },
      { zoneId: strip, areaSqFt: 3180 },
    ],
    applicator: 'Ada',
    licence: 'X-11',
    target: 'crabgrass',
    note: '',
  }
  const send = (more: object = {}) => owner.post('/api/outing/outings', { ...order, ...more })
  return { owner, back, strip, label, tank, order, send, mixed: answer.json() }
}
const taken = async ({ owner, label }: Awaited<ReturnType<typeof withTank>>): Promise<number> =>
  (await owner.get('/api/shelf/taken'))
    .json()
    [label].reduce((sum: number, t: { amount: { value: number } }) => sum + t.amount.value, 0)

describe('an outing', () => {
  it('is written down once with a record for each lawn, and what was used in it', async () => {
    const t = await withTank()
    expect(
      (await t.owner.get('/api/outing/tanks?since=2026-02-01')).json().map((x: { id: string }) => x.id),
    ).toEqual([t.tank])
    const first = await t.send()
    expect(first.statusCode, first.body).toBe(201)
    const { outing, records } = first.json()
    expect(records).toHaveLength(2)
    expect(records[0]).toMatchObject({
      applicator: 'Ada',
      licence: 'X-11',
      windMph: 5.5,
      windFrom: 'W',
      airC: 11,
      endedAt: '2026-02-28T16:10:00.000Z',
      recordedBy: 'Ada',
    })
    const whole = t.mixed.result.products[0].measured.value
    expect(records[0].product.value + records[1].product.value).toBeCloseTo(whole, 9)
    expect(records[0].product.value / records[1].product.value).toBeCloseTo(6350 / 3180, 9)
    const again = await t.send()
    expect([again.statusCode, again.json().outing.id]).toEqual([200, outing.id])
    expect((await t.owner.get('/api/ledger/records')).json()).toHaveLength(3)
    expect((await t.owner.get('/api/outing/tanks?since=2026-02-01')).json()).toEqual([])
    expect((await t.owner.get('/api/account')).json().outings).toHaveLength(1)
  })
  it('takes what was left in the tank and what was not mixed off the record; what was measured is off the shelf', async () => {
    const t = await withTank()
    const before = await taken(t)
    const [load] = t.mixed.result.loads
    const { records } = (await t.send({ loadsMixed: 1, leftoverGal: 1 })).json()
    const used = (load.doses[0].measured.amount.value * (load.water.value - 1)) / load.water.value
    expect(records[0].product.value + records[1].product.value).toBeCloseTo(used, 9)
    expect(records[0].waterGal + records[1].waterGal).toBeCloseTo(load.water.value - 1, 9)
    expect(records[0].planned.product.value).toBeGreaterThan(records[0].product.value)
    const share = load.water.value / t.mixed.result.water.value
    expect(await taken(t)).toBeCloseTo(before * share, 6)
  })
  it('leaves out a lawn that was not gone over', async () => {
    const t = await withTank()
    const zones = [t.order.zones[0]!, { ...t.order.zones[1]!, areaSqFt: 0 }]
    const { records } = (await t.send({ zones })).json()
    expect(records.map((r: { zoneId: string }) => r.zoneId)).toEqual([t.back])
  })
  it('of a tank that is written down already is refused with who did it, until the person says that both count', async () => {
    const t = await withTank()
    await t.send()
    const other = { id: randomUUID() }
    const refused = await t.send(other)
    expect([refused.statusCode, refused.json().code]).toEqual([409, 'tankRecorded'])
    expect(refused.json().current.recordedBy).toBe('Ada')
    expect((await t.send({ ...other, again: true })).statusCode).toBe(201)
    expect((await t.owner.get('/api/ledger/records')).json()).toHaveLength(5)
  })
  it.each<[string, object, string]>([
    ['more loads than there were', { loadsMixed: 9 }, 'loadsMixed'],
    ['more left than was mixed', { leftoverGal: 50 }, 'leftoverOverMixed'],
    ['an end before its start', { endedAt: '2026-02-28T14:00:00Z', winds: [] }, 'endsBeforeStart'],
    [
      'wind of another day',
      { winds: [{ at: '2026-02-27T15:00:00Z', mph: 3, from: '', how: 'hand' }] },
      'windOutside',
    ],
    [
      'a lawn that was not in the tank',
      { zones: [{ zoneId: randomUUID(), areaSqFt: 100 }] },
      'zoneNotInTank',
    ],
    [
      'a day to come',
      { startedAt: '2026-04-01T15:00:00Z', endedAt: '2026-04-01T16:00:00Z', winds: [], pauses: [] },
      'recordInFuture',
    ],
  ])('with %s is refused in words, and nothing is written', async (_, more, code) => {
    const t = await withTank()
    const response = await t.send(more)
    expect(response.statusCode, response.body).toBe(422)
    expect(response.json().faults[0].code).toBe(code)
    expect((await t.owner.get('/api/ledger/records')).json()).toHaveLength(1)
  })
  it('fills the year’s maximum: the next mix has that much less', async () => {
    const t = await withTank()
    await t.send()
    const { records } = (await t.send()).json()
    const year = records[0].rules.uses[0]
    expect(records[0].rate.value).toBeLessThanOrEqual(year.rate.max)
    const next = await t.owner.post('/api/bench/tanks', { ...t.mixed, id: randomUUID() })
    expect(next.statusCode).toBeGreaterThanOrEqual(400)
  })
})

describe('ratings and pictures of a pass', () => {
  it('are kept, changed, refused with their fault, and go with the account', async () => {
    const t = await withTank()
    const { records } = (await t.send()).json()
    const rating = {
      id: randomUUID(),
      recordId: records[0].id,
      plant: 'smoothCrabgrass',
      day: '2026-06-01',
      treated: { hits: 4, points: 100 },
      treatedBefore: null,
      check: { hits: 40, points: 100 },
      checkBefore: null,
      injury: 1,
      why: null,
      note: '',
    }
    expect((await t.owner.post('/api/ledger/ratings', rating)).statusCode).toBe(201)
    const wrong = await t.owner.post('/api/ledger/ratings', {
      ...rating,
      id: randomUUID(),
      treated: { hits: 9, points: 10 },
    })
    expect([wrong.statusCode, wrong.json().faults[0].code]).toEqual([422, 'gridPoints'])
    const stray = await t.owner.post('/api/ledger/ratings', {
      ...rating,
      id: randomUUID(),
      recordId: randomUUID(),
    })
    expect(stray.json().faults[0].code).toBe('recordMissing')
    const settled = await t.owner.patch(`/api/ledger/ratings/${rating.id}`, { version: 1, why: 'late' })
    expect(settled.json().why).toBe('late')

    const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#587449' } })
      .jpeg()
      .toBuffer()
    const photo = randomUUID()
    const url = `/api/ledger/records/${records[0].id}/photos?id=${photo}&kind=before`
    expect((await t.owner.sendBytes(url, picture, 'image/jpeg')).json()).toMatchObject({
      kind: 'before',
      width: 40,
    })
    expect((await t.owner.get(`/api/ledger/photos/${photo}`)).headers['content-type']).toBe('image/jpeg')
    expect(
      (await t.owner.sendBytes(url.replace(photo, randomUUID()), Buffer.from('no'), 'image/jpeg')).statusCode,
    ).toBe(422)

    const file = (await t.owner.get('/api/account/file')).json()
    expect([file.outings.length, file.ratings.length, file.recordPhotos.length]).toEqual([1, 1, 1])
    const other = await new Visitor(server.app).signUp()
    const took = await other.post('/api/account/file', file)
    expect(took.statusCode, took.body).toBe(200)
    expect(took.json().added).toMatchObject({ outings: 1, ratings: 1, recordPhotos: 1 })
    const state = (await other.get('/api/account')).json()
    const ids = new Set((await other.get('/api/ledger/records')).json().map((r: { id: string }) => r.id))
    expect(state.outings[0].recordIds.every((id: string) => ids.has(id))).toBe(true)
    expect(ids.has(state.ratings[0].recordId)).toBe(true)
    expect((await t.owner.send('DELETE', `/api/ledger/photos/${photo}`)).statusCode).toBe(204)
  })
})

describe('reports', () => {
  it('are a sheet of one record, a season on paper, and a CSV by yard and client', async () => {
    const t = await withTank()
    const { records } = (await t.send()).json()
    const yard = (await t.owner.get('/api/account')).json().yards[0]
    await t.owner.patch(`/api/yard/yards/${yard.id}`, { version: yard.version, client: 'Marla Quist' })
    for (const url of [
      `/api/ledger/records/${records[0].id}/sheet.pdf`,
      `/api/ledger/season.pdf?yardId=${yard.id}&from=2026-01-01&to=2026-12-31`,
    ]) {
      const pdf = await t.owner.get(url)
      expect([pdf.statusCode, pdf.headers['content-type']]).toEqual([200, 'application/pdf'])
      expect(pdf.rawPayload.subarray(0, 5).toString()).toBe('%PDF-')
    }
    const lines = async (query: string) =>
      (await t.owner.get(`/api/ledger/records.csv${query}`)).body.trim().split('\r\n')
    expect(await lines('')).toHaveLength(4)
    expect((await lines('?client=Marla%20Quist'))[1]).toContain('Marla Quist')
    expect(await lines('?client=Nobody')).toHaveLength(1)
    expect(await lines('?from=2025-01-01&to=2025-12-31')).toHaveLength(1)
    // Of its own days only, whatever was amended: not of a neighbouring day, nor of another year.
    const on = records[0].appliedAt.slice(0, 10)
    const next = new Date(Date.parse(on) + 2 * 86_400_000).toISOString().slice(0, 10)
    expect(await lines(`?from=${next}`)).toHaveLength(1)
    await t.owner.post(`/api/ledger/records/${records[0].id}/amendments`, {
      id: randomUUID(),
      reason: 'The hour was wrong.',
      changes: { appliedAt: new Date(Date.parse(records[0].appliedAt) - 3_600_000).toISOString() },
    })
    expect(await lines('?from=2025-01-01&to=2025-12-31')).toHaveLength(1)
    expect(await lines(`?from=${on}`)).toHaveLength(4)
    expect((await t.owner.get(`/api/ledger/records/${randomUUID()}/sheet.pdf`)).statusCode).toBe(404)
  })
  it('give every record of many once, page after page, in order', async () => {
    const t = await withTank()
    await t.send()
    await server.database.query(
      `INSERT INTO application_record SELECT (jsonb_populate_record(r, jsonb_build_object('id', gen_random_uuid(), 'turn', 1 + n,
         'applied_at', at, 'first', jsonb_set(r.first, '{appliedAt}', to_jsonb(to_char(at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')))))).*
       FROM application_record r, generate_series(1, 1200) n, LATERAL (SELECT r.applied_at - (n % 50) * interval '1 hour' AS at) t
       WHERE r.id = (SELECT min(id::text)::uuid FROM application_record WHERE zone_id = $1)`,
      [t.strip],
    )
    const csv = (await t.owner.get('/api/ledger/records.csv')).body.trim().split('\r\n')
    expect(csv).toHaveLength(1 + 3 + 1200)
    expect(new Set(csv).size).toBeGreaterThan(50)
    const seen: string[] = []
    for (let after = ''; ;) {
      const page = (await t.owner.get(`/api/ledger/records?limit=500${after && `&after=${after}`}`)).json()
      seen.push(...page.map((r: { id: string }) => r.id))
      if (page.length < 500) break
      after = page.at(-1).id
    }
    const all = (await t.owner.get('/api/ledger/records')).json().map((r: { id: string }) => r.id)
    expect(seen).toEqual(all)
    expect(new Set(seen).size).toBe(3 + 1200)
    expect((await t.owner.get('/api/ledger/records?limit=501')).statusCode).toBe(400)
  })
})

describe('reminders', async () => {
  const endpoint = 'https://push.example.org/send/abc'
  const keys = { p256dh: 'p'.repeat(87), auth: 'a'.repeat(22) }
  const morning = new Date('2026-03-14T13:30:00Z')
  async function withDevice() {
    const t = await withTank()
    await t.send()
    const asked = await t.owner.post('/api/outing/push', { id: randomUUID(), endpoint, keys })
    expect(asked.statusCode).toBe(204)
    return t
  }
  const remind = (clock: Date, answer: 'sent' | 'gone' | 'failed' = 'sent') => {
    const said: { title: string; body: string }[] = []
    const send = (_: unknown, message: { title: string; body: string }) => {
      said.push(message)
      return Promise.resolve(answer)
    }
    return remindDevices({ database: server.database, clock: () => clock, wordsFor, send }).then(() => said)
  }
  const clear = () => server.database.query('DELETE FROM push_subscription')

  it('are off: without keys none are offered', async () => {
    const t = await withTank()
    expect((await t.owner.get('/api/outing/push')).json()).toEqual({ publicKey: null, devices: 0 })
  })
  it('tell a device once a day, in the morning, what the day holds', async () => {
    await clear()
    const t = await withDevice()
    expect((await t.owner.get('/api/outing/push')).json().devices).toBe(1)
    expect(await remind(new Date('2026-03-14T10:00:00Z'))).toEqual([])
    const [first, ...more] = await remind(morning)
    expect(more).toEqual([])
    expect(first!.title).toBe(lawn.yard.name)
    expect(first!.body).toMatch(/Water in .*: the last day/)
    expect(await remind(morning)).toEqual([])
    // A day with nothing in it says nothing.
    expect(await remind(new Date('2026-03-20T13:30:00Z'))).toEqual([])
    await clear()
  })
  it('are told of each yard in its own morning, and go to the last who asked on the device', async () => {
    await clear()
    const t = await withDevice()
    const [subscription] = await server.database.query('SELECT told FROM push_subscription')
    expect(subscription.told).toEqual({})
    await remind(morning)
    const [yard] = (await t.owner.get('/api/yard/yards')).json()
    expect((await server.database.query('SELECT told FROM push_subscription'))[0].told).toEqual({
      [yard.id]: '2026-03-14',
    })
    // A second yard's day is its own: the first having been told does not silence it.
    await server.database.query(`UPDATE push_subscription SET told = '{"another": "2026-03-14"}'`)
    expect(await remind(morning)).toHaveLength(1)
    const other = await withDevice()
    expect((await other.owner.get('/api/outing/push')).json().devices).toBe(1)
    expect((await t.owner.get('/api/outing/push')).json().devices).toBe(0)
    await clear()
  })
  it('come again where a device could not be reached, and end where its permission is gone', async () => {
    await clear()
    const t = await withDevice()
    expect(await remind(morning, 'failed')).toHaveLength(1)
    expect(await remind(morning, 'gone')).toHaveLength(1)
    expect((await t.owner.get('/api/outing/push')).json().devices).toBe(0)
  })
  it('are taken back by the device, and refused for what is no push service', async () => {
    await clear()
    const t = await withDevice()
    const gone = await t.owner.send('DELETE', `/api/outing/push?endpoint=${encodeURIComponent(endpoint)}`)
    expect(gone.statusCode).toBe(204)
    expect((await t.owner.get('/api/outing/push')).json().devices).toBe(0)
    for (const bad of [
      'http://push.example.org/x',
      'https://127.0.0.1/x',
      'https://localhost/x',
      'nonsense',
    ]) {
      const response = await t.owner.post('/api/outing/push', { id: randomUUID(), endpoint: bad, keys })
      expect(response.statusCode, bad).toBe(400)
    }
  })
  it('need all three keys or none', () => {
    const env = { DATABASE_URL: 'postgres://x/y', SESSION_SECRET: 'x'.repeat(40) }
    expect(parseConfig(env).push).toBeUndefined()
    expect(() => parseConfig({ ...env, VAPID_PUBLIC_KEY: 'k' })).toThrow()
    const all = { VAPID_PUBLIC_KEY: 'k', VAPID_PRIVATE_KEY: 'p', PUSH_CONTACT: 'mailto:a@example.org' }
    expect(parseConfig({ ...env, ...all }).push).toEqual({
      publicKey: 'k',
      privateKey: 'p',
      contact: 'mailto:a@example.org',
    })
  })
  it('are sent enciphered, and a device that is not there is a failure, not a fault', async () => {
    const { publicKey, privateKey } = webPush.generateVAPIDKeys()
    const device = {
      id: 'x',
      endpoint: 'https://push.invalid/x',
      keys: { p256dh: publicKey, auth: 'BTBZMqHH6r4Tts7J_aSIgg' },
    }
    const send = webPushSender({ publicKey, privateKey, contact: 'mailto:a@example.org' })
    expect(await send(device, { title: 't', body: 'b' })).toBe('failed')
  })
})

describe('the wind meter at the server', () => {
  it('says its lines, and is said to be away where there is none', async () => {
    const meter = createMeter(seededRandom(3))
    const withMeter = await startTestServer({ meterUrl: await listenTcp(meter) })
    const owner = await new Visitor(withMeter.app).signUp()
    const lines = await readEvents(withMeter, owner.cookies, '/api/outing/meter', 3)
    expect(lines.join('\n')).toMatch(/JARDINERO-METER 1 .*\n.*V \d/s)
    await withMeter.close()
    meter.close()
    await server.database.query('DELETE FROM rate_count')
    const without = await new Visitor(server.app).signUp()
    const away = await without.get('/api/outing/meter')
    expect([away.statusCode, away.json().code]).toEqual([502, 'meterAway'])
  })
})
