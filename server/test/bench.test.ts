import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { seededRandom } from '@jardinero/core/quantity'
import { createScale } from '../../standins/src/index.ts'
import { listenTcp, readEvents } from './devices.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
const visitor = () => new Visitor(server.app)

describe('a tank of several products', () => {
  const labelOf = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules
  async function withTank() {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const add = async (url: string, body: object) => {
      const id = randomUUID()
      const response = await owner.post(url, { id, ...body })
      if (response.statusCode !== 201) throw new Error(response.body)
      return id
    }
    const strip = await add('/api/yard/zones', {
      yardId: made.yard,
      name: 'Strip',
      turf: 'zoysiagrass',
      state: 'growing',
    })
    await add('/api/yard/sections', { ...lawn.section, zoneId: strip, lengthsFt: [53, 60] })
    const quernby = await add('/api/shelf/labels', { rules: labelOf('quernby') })
    const rushollow = await add('/api/shelf/labels', { rules: labelOf('rushollow') })
    const wetholm = await add('/api/shelf/labels', { rules: labelOf('wetholm') })
    const order = {
      id: randomUUID(),
      zones: [
        { zoneId: made.zone, mode: 'broadcast' },
        { zoneId: strip, mode: 'spot', spotSqFt: 400 },
      ],
      products: [
        { labelId: quernby, rate: { value: 1, unit: 'floz/1000ft2' } },
        { labelId: rushollow, rate: { value: 0.03, unit: 'oz/1000ft2' } },
        { labelId: wetholm, concentration: { value: 0.25, unit: 'percentVv' } },
      ],
      calibrationId: made.calibration,
      day: '2026-02-28',
      loadPlan: 'equal',
    }
    return { owner, made, strip, order, quernby }
  }
  it('is made once, kept as it was, and recorded for every zone and herbicide', async () => {
    const { owner, order, quernby } = await withTank()
    const first = await owner.post('/api/bench/tanks', order)
    expect(first.statusCode).toBe(201)
    expect((await owner.post('/api/bench/tanks', order)).statusCode).toBe(200)
    const tank = (await owner.get(`/api/bench/tanks/${order.id}`)).json()
    expect(tank.result.treated.value).toBeCloseTo(6750, 6)
    expect(tank.mixIds).toHaveLength(4)
    const pass = { ...lawn.pass, id: randomUUID(), tankId: order.id }
    const records = (await owner.post('/api/ledger/tank-records', pass)).json()
    expect(
      records.map((r: { zoneName: string; rules: { name: string } }) => `${r.zoneName} ${r.rules.name}`),
    ).toEqual([
      '前庭 Quernby 2.2 SC',
      '前庭 Rushollow 62 WG',
      'Strip Quernby 2.2 SC',
      'Strip Rushollow 62 WG',
    ])
    // Each zone has its share of what was measured, and water by its ground.
    const first2 = records.filter((r: { rules: { name: string } }) => r.rules.name.startsWith('Quernby'))
    const sum = first2.reduce((all: number, r: { product: { value: number } }) => all + r.product.value, 0)
    expect(sum).toBeCloseTo(tank.result.products[0].measured.value, 9)
    expect(first2[1].areaSqFt).toBe(400)
    expect((await owner.post('/api/ledger/tank-records', pass)).json()).toHaveLength(4)
    expect((await owner.get('/api/ledger/records')).json()).toHaveLength(5)
    const again = await owner.post('/api/bench/tanks', { ...order, id: randomUUID() })
    expect(again.json().faults.map((f: { code: string }) => f.code)).toContain('tooSoonAgain')
    const taken = (await owner.get('/api/shelf/taken')).json()
    // Of both lawns together, on the day.
    const measured = first2.map((r: { product: { value: number } }) => r.product.value)
    expect(taken[quernby]).toEqual([
      {
        day: '2026-02-28',
        amount: { value: expect.closeTo(measured[0] + measured[1], 9), unit: first2[0].product.unit },
      },
    ])
  })
  it('prints its sheet, and refuses with the place of each fault', async () => {
    const { owner, order } = await withTank()
    await owner.post('/api/bench/tanks', order)
    const pdf = await owner.get(`/api/bench/tanks/${order.id}/sheet.pdf`)
    expect(pdf.headers['content-type']).toBe('application/pdf')
    expect(pdf.rawPayload.subarray(0, 5).toString()).toBe('%PDF-')
    const without = await owner.post('/api/bench/tanks', {
      ...order,
      id: randomUUID(),
      products: order.products.slice(0, 2),
    })
    expect(without.json().faults).toMatchObject([{ code: 'adjuvantMissing', field: 'products.1' }])
    const tool = await owner.post('/api/bench/tanks', {
      ...order,
      id: randomUUID(),
      products: order.products.map((p) => ({ ...p, tool: 'gone' })),
    })
    expect(tool.json().faults).toMatchObject([{ code: 'toolMissing' }])
  })
  it('goes with the account file, and nobody else reaches it', async () => {
    const { owner, order } = await withTank()
    await owner.post('/api/bench/tanks', order)
    const file = (await owner.get('/api/account/file')).json()
    const other = await visitor().signUp()
    expect((await other.get(`/api/bench/tanks/${order.id}`)).statusCode).toBe(404)
    expect((await other.post('/api/account/file', file)).json().added).toMatchObject({ tanks: 1, mixes: 5 })
    expect((await other.post('/api/account/file', file)).json().added).toMatchObject({ tanks: 0, mixes: 0 })
  })
})

describe('measures, spreaders and other ways of calibrating', () => {
  it('keeps a cup of one’s own, and refuses one that shows nothing', async () => {
    const owner = await visitor().signUp()
    const cup = { name: 'Blue cup', measure: 'volume', kind: 'cup', step: 0.25, unit: 'floz', holds: 8 }
    expect((await owner.post('/api/bench/tools', { id: randomUUID(), ...cup })).statusCode).toBe(201)
    const bad = await owner.post('/api/bench/tools', { id: randomUUID(), ...cup, step: 0, unit: 'oz' })
    expect(bad.json().faults.map((f: { code: string }) => f.code)).toEqual([
      'amountMeasure',
      'stepNotPositive',
    ])
  })
  it('plans granules over a lawn by a spreader that was weighed back, and the ledger takes them', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const add = async (url: string, body: object) => {
      const id = randomUUID()
      const response = await owner.post(url, { id, ...body })
      if (response.statusCode !== 201) throw new Error(response.body)
      return id
    }
    const spreader = await add('/api/bench/sprayers', {
      name: 'Red spreader',
      kind: 'rotarySpreader',
      capacityGal: 40,
    })
    const calibrationId = await add('/api/bench/calibrations', {
      sprayerId: spreader,
      day: '2026-02-20',
      runs: [],
      note: '',
      method: 'weighBack',
      inputs: { setting: 'K', weighed: [{ areaSqFt: 1000, lb: 1.2 }] },
    })
    const labelId = await add('/api/shelf/labels', {
      rules: almanac.sampleLabels.find((l) => l.code === 'oakstow')!.rules,
    })
    const order = {
      id: randomUUID(),
      zones: [{ zoneId: made.zone, mode: 'broadcast' }],
      labelId,
      calibrationId,
      day: '2026-02-28',
      rate: { value: 3, unit: 'lb/1000ft2' },
      directions: 2,
    }
    const { plan, mixIds } = (await owner.post('/api/bench/spreads', order)).json()
    expect(plan.total.value).toBeCloseTo(19.05, 6)
    expect(plan.perDirection.value).toBeCloseTo(9.525, 6)
    const record = await owner.post('/api/ledger/records', {
      ...lawn.pass,
      id: randomUUID(),
      mixId: mixIds[0],
    })
    expect(record.json()).toMatchObject({
      waterGal: 0,
      product: { value: expect.closeTo(19.05, 6), unit: 'lb' },
    })
    const bag = await add('/api/shelf/labels', {
      rules: almanac.sampleLabels.find((l) => l.code === 'turlow')!.rules,
    })
    const feeding = { ...order, id: randomUUID(), labelId: bag }
    const fed = (
      await owner.post('/api/bench/spreads', { ...feeding, rate: { value: 3.125, unit: 'lb/1000ft2' } })
    ).json()
    expect(fed.plan.total.value).toBeCloseTo(3.125 * 6.35, 6)
    const written = await owner.post('/api/ledger/records', {
      ...lawn.pass,
      id: randomUUID(),
      mixId: fed.mixIds[0],
    })
    expect(written.json()).toMatchObject({ rules: { name: 'Turlow 24-0-8' } })
    const tooMuch = await owner.post('/api/bench/spreads', {
      ...feeding,
      id: randomUUID(),
      rate: { value: 10, unit: 'lb/1000ft2' },
    })
    expect([tooMuch.statusCode, tooMuch.json().faults[0].code]).toEqual([422, 'nitrogenRate'])
    const wet = await owner.post('/api/bench/tanks', {
      ...order,
      products: [{ labelId: made.label, rate: order.rate }],
      loadPlan: 'equal',
    })
    expect(wet.statusCode).toBeGreaterThanOrEqual(400)
  })
})

describe('the kitchen scale at the server', () => {
  it('is passed on line by line, and tared: then its jug no longer counts and the pouring is seen', async () => {
    const scale = createScale(seededRandom(2))
    const withScale = await startTestServer({ scaleUrl: await listenTcp(scale) })
    const owner = await new Visitor(withScale.app).signUp()
    let told = false
    const lines = await readEvents(withScale, owner.cookies, '/api/bench/scale?aimG=36', 45, async (so) => {
      if (so.length < 3 || told) return
      told = true
      expect((await owner.post('/api/bench/scale/tare', {})).statusCode).toBe(204)
    })
    expect(lines[0]).toBe('data: JARDINERO-SCALE 1 stand-in, invented')
    expect(lines[1]).toBe('data: W 0.15 58.0 g S')
    expect(lines.some((l) => / U$/.test(l))).toBe(true)
    expect(lines.at(-1)).toMatch(/ 36\.0 g S$/)
    await withScale.close()
    scale.close()
  }, 30_000)
  it('is said to be away where none is set, and refuses an aim that is none', async () => {
    const owner = await visitor().signUp()
    const away = [await owner.get('/api/bench/scale?aimG=36'), await owner.post('/api/bench/scale/tare', {})]
    for (const response of away)
      expect([response.statusCode, response.json().code]).toEqual([502, 'scaleAway'])
    expect((await owner.get('/api/bench/scale?aimG=much')).statusCode).toBe(400)
  })
})

describe('the open tank calculator', () => {
  const asked = almanac.sampleLabels.flatMap(({ rules }) => {
    const rate = rules.uses.find((u) => u.turf.includes('tallFescue'))?.rate
    return rate ? [{ rules, rate: { value: rate.min, unit: rate.unit } }] : []
  })
  const body = {
    day: '2026-05-01',
    grounds: [
      {
        id: 'a',
        name: 'Front',
        turf: 'tallFescue',
        state: 'growing',
        areaSqFt: 5000,
        mode: 'broadcast',
        edgeSqFt: 300,
      },
      {
        id: 'b',
        name: 'Back',
        turf: 'tallFescue',
        state: 'growing',
        areaSqFt: 900,
        mode: 'spot',
        spotSqFt: 40,
      },
    ],
    carrierVolume: { value: 1.25, unit: 'gal/1000ft2' },
    capacityGal: 4,
    loadPlan: 'equal',
    water: { ph: 7, hardnessMgL: 100 },
  }
  type Place = [holder: Record<string, unknown>, key: string]
  /** Every place in a body, however deep, with who holds it. */
  const placesIn = (holder: object): Place[] =>
    Object.entries(holder).flatMap(([key, value]) => [
      [holder, key] as Place,
      ...(value && typeof value === 'object' ? placesIn(value as object) : []),
    ])
  const odd = fc.oneof(
    fc.double({ noNaN: true }),
    fc.integer({ min: -5, max: 500 }),
    fc.constantFrom<unknown>(
      null,
      true,
      [],
      {},
      '',
      'x'.repeat(500),
      '\u0000',
      '1e400',
      0,
      -0,
      1e300,
      5e-324,
      'oz/acre',
      'gal',
      'WP',
      '2026-02-31',
    ),
  )
  it('answers 1,000 requests with something wrong in them, never with a fault of its own', async () => {
    const made = fc.sample(
      fc.tuple(
        fc.array(fc.tuple(fc.nat(), odd), { maxLength: 3 }),
        fc.array(fc.constantFrom(...asked), { minLength: 1, maxLength: 2 }),
      ),
      1000,
    )
    const seen = new Map<number, number>()
    const ask = async ([changes, products]: (typeof made)[number]) => {
      const request = structuredClone({ ...body, products })
      const places = placesIn(request)
      for (const [at, value] of changes) {
        const [holder, key] = places[at % places.length]!
        holder[key] = value
      }
      const remoteAddress = `10.${[...Array(3)].map(() => Math.floor(Math.random() * 250)).join('.')}`
      const { statusCode } = await server.app.inject({
        method: 'POST',
        url: '/api/bench/mix',
        payload: request,
        remoteAddress,
      })
      seen.set(statusCode, (seen.get(statusCode) ?? 0) + 1)
      expect(statusCode, JSON.stringify(request)).toBeLessThan(500)
    }
    // As from many people at once.
    for (let at = 0; at < made.length; at += 20) await Promise.all(made.slice(at, at + 20).map(ask))
    expect([...seen.values()].reduce((a, b) => a + b, 0)).toBe(1000)
    // Some of the oddities are none: both kinds of answer were seen.
    expect(seen.get(200)).toBeGreaterThan(5)
    expect(seen.get(400)! + (seen.get(422) ?? 0)).toBeGreaterThan(500)
  }, 120_000)
})
