import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { asAdmin, startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
let owner: Visitor
let made: Awaited<ReturnType<typeof addLawn>>
beforeAll(async () => {
  server = await startTestServer()
  owner = await new Visitor(server.app).signUp()
  made = await addLawn(owner)
})
afterAll(() => server.close())

describe('rows', () => {
  it('keep what was typed, to the last digit and letter', async () => {
    const state = (await owner.get('/api/account')).json()
    expect(state.yards[0]).toMatchObject(lawn.yard)
    expect(state.zones[0]).toMatchObject(lawn.zone)
    expect((await owner.get('/api/soil/season')).json()[0]).toMatchObject({
      ...lawn.reading,
      takenAt: '2026-02-27T15:00:00.000Z',
    })
  })
  it('are added once by a double submit', async () => {
    const row = { id: randomUUID(), placeId: made.middle, ...lawn.reading }
    const [one, two] = await Promise.all([
      owner.post('/api/soil/readings', row),
      owner.post('/api/soil/readings', row),
    ])
    expect([one.statusCode, two.statusCode].sort()).toEqual([200, 201])
    expect(one.json()).toEqual(two.json())
  })
  it('say when someone else changed them, and show both', async () => {
    const url = `/api/yard/zones/${made.zone}`
    const { version } = (await owner.get('/api/yard/zones')).json()[0]
    const [one, two] = await Promise.all(['Hers', 'His'].map((name) => owner.patch(url, { version, name })))
    expect([one!.statusCode, two!.statusCode].sort()).toEqual([200, 409])
    const [won, lost] = one!.statusCode === 200 ? [one!, two!] : [two!, one!]
    expect(lost.json()).toMatchObject({
      code: 'staleEdit',
      current: { name: won.json().name, version: version + 1 },
    })
    await owner.patch(url, { version: version + 1, name: lawn.zone.name })
  })
  it('are not removed while others rest on them', async () => {
    const { version } = (await owner.get('/api/yard/places')).json()[0]
    expect(
      (await owner.send('DELETE', `/api/yard/places/${made.middle}?version=${version}`)).json(),
    ).toMatchObject({ code: 'inUse', status: 409 })
  })
})

describe('bad input is refused at its field', () => {
  test.each<[string, string, () => object, number, string, string]>([
    [
      'a turf nobody grows',
      '/api/yard/zones',
      () => ({ yardId: made.yard, ...lawn.zone, turf: 'plastic' }),
      422,
      'turf',
      'unknownCode',
    ],
    [
      'a side of zero',
      '/api/yard/sections',
      () => ({ zoneId: made.zone, ...lawn.section, lengthsFt: [0, 4] }),
      422,
      'lengthsFt.0',
      'lengthNotPositive',
    ],
    [
      'a missing side',
      '/api/yard/sections',
      () => ({ zoneId: made.zone, ...lawn.section, lengthsFt: [null, 4] }),
      400,
      'lengthsFt.0',
      'number.base',
    ],
    [
      'a reading in °F typed as °C',
      '/api/soil/readings',
      () => ({ placeId: made.middle, ...lawn.reading, temperatureC: 54 }),
      422,
      'temperatureC',
      'readingNotBelievable',
    ],
    [
      'a reading from tomorrow',
      '/api/soil/readings',
      () => ({ placeId: made.middle, ...lawn.reading, takenAt: '2026-03-05T15:00:00Z' }),
      422,
      'takenAt',
      'readingInFuture',
    ],
    [
      'a day that is none',
      '/api/bench/calibrations',
      () => ({ sprayerId: made.sprayer, day: '2026-02-30', runs: lawn.runs, note: '' }),
      400,
      'day',
      'string.pattern.name',
    ],
    [
      'a backpack of forty gallons',
      '/api/bench/sprayers',
      () => ({ ...lawn.sprayer, capacityGal: 40 }),
      422,
      'capacityGal',
      'sprayerLargerThanLife',
    ],
    [
      'no runs',
      '/api/bench/calibrations',
      () => ({ sprayerId: made.sprayer, day: '2026-02-20', runs: [], note: '' }),
      422,
      'runs',
      'noRuns',
    ],
    [
      'a label of minimum over maximum',
      '/api/shelf/labels',
      () => ({
        rules: {
          ...lawn.label,
          uses: [{ ...lawn.label.uses[0], rate: { min: 2, max: 1, unit: 'oz/1000ft2' } }],
        },
      }),
      422,
      'rules.uses.0.rate.min',
      'minimumOverMaximum',
    ],
    [
      'a rate over the maximum',
      '/api/bench/mixes',
      () => ({ ...made.mixOrder, rate: { value: 0.6, unit: 'oz/1000ft2' } }),
      422,
      'rate',
      'rateOverMaximum',
    ],
    [
      'the application again the next day',
      '/api/bench/mixes',
      () => ({ ...made.mixOrder, day: '2026-03-01' }),
      422,
      'day',
      'tooSoonAgain',
    ],
    [
      'an application from tomorrow',
      '/api/ledger/records',
      () => ({ mixId: made.mix, ...lawn.pass, appliedAt: '2026-03-09T15:00:00Z' }),
      422,
      'appliedAt',
      'recordInFuture',
    ],
    [
      'fluid ounces of a dry product',
      '/api/ledger/records',
      () => ({ mixId: made.mix, ...lawn.pass, product: { value: 2, unit: 'floz' } }),
      422,
      'product',
      'amountMeasure',
    ],
    [
      'an unknown field',
      '/api/bench/sprayers',
      () => ({ ...lawn.sprayer, colour: 'blue' }),
      400,
      'colour',
      'object.unknown',
    ],
  ])('%s', async (_, url, body, status, field, code) => {
    const response = await owner.post(url, { id: randomUUID(), ...body() })
    expect(response.headers['content-type']).toContain('application/problem+json')
    const problem = response.json()
    expect([response.statusCode, problem.faults[0].field, problem.faults[0].code]).toEqual([
      status,
      field,
      code,
    ])
    expect(problem.faults[0].detail).toMatch(/^[A-Z0-9“].{8,}\.$/)
  })
  it('says it in the words and units of the person', async () => {
    const response = await owner.post('/api/bench/mixes', {
      ...made.mixOrder,
      id: randomUUID(),
      rate: { value: 1.1, unit: 'oz/1000ft2' },
    })
    expect(response.json().detail).toBe(
      '1.1 oz per 1,000 sq ft is over this label’s maximum of 0.55 oz per 1,000 sq ft for tall fescue. Take 0.55 oz per 1,000 sq ft.',
    )
    const { person } = (await owner.get('/api/session')).json()
    await owner.patch('/api/account/me', { version: person.version, units: 'metric', locale: 'en-AU' })
    const metric = await owner.post('/api/bench/mixes', {
      ...made.mixOrder,
      id: randomUUID(),
      rate: { value: 1.1, unit: 'oz/1000ft2' },
    })
    expect(metric.json().detail).toContain('33.6 g per 100 m²')
  })
})

describe('records', () => {
  it('take the measured figures of the mix and its label', async () => {
    const [record] = (await owner.get('/api/ledger/records')).json()
    expect(record).toMatchObject({
      areaSqFt: 6350,
      product: { value: 2.54, unit: 'oz' },
      waterGal: 7.9375,
      equipment: 'Backpack',
      turf: 'tallFescue',
      applicator: 'Ada',
    })
    expect(record.rules).toEqual(lawn.label)
    expect(record.rate.value).toBeCloseTo(0.4, 12)
  })
  it('keep their own copy of the rules when the label changes', async () => {
    const { version } = (await owner.get('/api/shelf/labels')).json()[0]
    await owner.patch(`/api/shelf/labels/${made.label}`, {
      version,
      rules: { ...lawn.label, name: 'Changed' },
    })
    expect((await owner.get('/api/ledger/records')).json()[0].rules.name).toBe(lawn.label.name)
  })
  it('are amended by adding, and the year follows the amendment', async () => {
    const amendment = {
      id: randomUUID(),
      reason: 'Weighed what was left',
      changes: { product: { value: 3.0, unit: 'oz' } },
    }
    await owner.post(`/api/ledger/records/${made.record}/amendments`, amendment)
    const again = (await owner.post(`/api/ledger/records/${made.record}/amendments`, amendment)).json()
    expect(again).toMatchObject({ product: { value: 3 }, first: { product: { value: 2.54 } } })
    expect(again.amendments).toHaveLength(1)
    expect(again.rate.value).toBeCloseTo(3 / 6.35, 12)
    const over = await owner.post('/api/bench/mixes', {
      ...made.mixOrder,
      id: randomUUID(),
      day: '2026-06-20',
      rate: { value: 0.55, unit: 'oz/1000ft2' },
    })
    expect(over.statusCode).toBe(201)
    expect(over.json().result.yearUse.used.value).toBeCloseTo(3 / 6.35, 12)
  })
  it('cannot be changed or removed in the database itself', async () => {
    for (const sql of [`UPDATE application_record SET zone_name = 'x'`, 'DELETE FROM record_amendment'])
      for (const [who, why] of [
        [server.database, 'permission denied'],
        [server.owner, 'append-only'],
      ] as const)
        await expect(who.query(sql)).rejects.toThrow(why)
  })
  it('go out as CSV that a spreadsheet cannot be made to run', async () => {
    await owner.post('/api/ledger/records', {
      id: randomUUID(),
      mixId: made.mix,
      again: true,
      ...lawn.pass,
      applicator: '=HYPERLINK("x")',
    })
    const csv = (await owner.get('/api/ledger/records.csv?from=2026-01-01&to=2026-12-31')).body
    expect(csv.split('\r\n')[0]).toContain('applied_at_utc,ended_at_utc,client,yard')
    expect(csv).toContain(`"'=HYPERLINK(""x"")"`)
    expect((await owner.get('/api/soil/readings.csv')).body).toContain(
      'Middle,2026-02-27T15:00:00.000Z,5.08,8.444444444444445',
    )
  })
})

describe('calculators for other programs', () => {
  const post = (url: string, payload: object) => server.app.inject({ method: 'POST', url, payload })
  it('answer without an account, with their working', async () => {
    expect(
      (await post('/api/quantity/convert', { value: 1, from: 'lb/acre', to: 'g/1000ft2' })).json().value,
    ).toBeCloseTo(10.413, 3)
    expect(
      (
        await post('/api/yard/area', {
          sections: [{ name: 'A', kind: 'threeSides', lengthsFt: [30, 40, 50], deduction: false }],
        })
      ).json().area,
    ).toMatchObject({ value: 600, unit: 'ft2' })
    expect(
      (
        await post('/api/yard/geographic-area', {
          corners: [
            [40, -86],
            [40.001, -86],
            [40.001, -85.999],
          ],
        })
      ).json().unit,
    ).toBe('ft2')
    // A walk round a lawn as a phone tells it: 20,000 corners of 15 digits.
    const walk = Array.from({ length: 20_000 }, (_, i) => {
      const turn = (i / 20_000) * 2 * Math.PI
      return [38 + 0.0002 * Math.cos(turn), -84 + 0.0002 * Math.sin(turn)]
    })
    const walked = await post('/api/yard/geographic-area', { corners: walk })
    expect(walked.json()).toMatchObject({ unit: 'ft2', value: expect.closeTo(13_187, -2) })
    expect((await post('/api/bench/calibrate', { runs: lawn.runs })).json().carrierVolume.value).toBe(1.25)
    const mix = {
      ...made.mixOrder,
      zoneId: undefined,
      labelId: undefined,
      calibrationId: undefined,
      rules: lawn.label,
      turf: 'tallFescue',
      state: 'growing',
      areaSqFt: 6350,
      carrierVolume: { value: 1.25, unit: 'gal/1000ft2' },
      capacityGal: 4,
    }
    expect(
      (await post('/api/bench/mix', mix))
        .json()
        .loads.map((l: { water: { value: number } }) => l.water.value),
    ).toEqual([4, 3.9375])
    const timing = {
      day: '2026-02-28',
      hemisphere: 'northern',
      school: 'edgeLed',
      places: [{ id: 'm', name: 'M', kind: 'middle' }],
      readings: [{ placeId: 'm', day: '2026-02-27', hour: 10, depthCm: 5, temperatureC: 9 }],
    }
    expect((await post('/api/soil/timing', timing)).json().verdict).toBe('go')
    expect(
      (await server.app.inject('/api/yard/whereabouts?latitude=-34&longitude=151')).json(),
    ).toMatchObject({ timeZone: 'Australia/Sydney', hemisphere: 'southern', climate: 'corranVale' })
  })
  it('refuse in words, and never fall over, whatever comes', async () => {
    expect((await post('/api/quantity/convert', { value: 1, from: 'oz', to: 'floz' })).json()).toMatchObject({
      status: 422,
      code: 'incompatibleUnits',
    })
    const urls = [
      '/api/quantity/convert',
      '/api/yard/area',
      '/api/yard/geographic-area',
      '/api/soil/timing',
      '/api/bench/calibrate',
      '/api/bench/mix',
    ]
    const bodies: Record<string, object> = {
      '/api/bench/mix': {
        ...made.mixOrder,
        zoneId: undefined,
        labelId: undefined,
        calibrationId: undefined,
        rules: lawn.label,
        turf: 'tallFescue',
        state: 'growing',
        areaSqFt: 6350,
        carrierVolume: { value: 1.25, unit: 'gal/1000ft2' },
        capacityGal: 4,
      },
      '/api/bench/calibrate': { runs: lawn.runs },
    }
    const odd = fc.oneof(
      fc.double(),
      fc.string(),
      fc.constant(null),
      fc.constant(-1),
      fc.constant(1e300),
      fc.constant({ value: 1e-300, unit: 'oz/1000ft2' }),
      fc.constant([]),
    )
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...urls),
        fc.constantFrom(
          'areaSqFt',
          'capacityGal',
          'rate',
          'runs',
          'sections',
          'carrierVolume',
          'tool',
          'value',
          'day',
          'rules',
        ),
        odd,
        async (url, field, value) => {
          const response = await post(url, { ...bodies[url], [field]: value })
          expect(response.statusCode, response.body).toBeLessThan(500)
        },
      ),
      { numRuns: 400 },
    )
  })
})

describe('the database going away', () => {
  const endAll = 'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1'
  it('in the middle of transactions is a 503, never a fault of ours', { timeout: 60_000 }, async () => {
    const second = await startTestServer()
    const v = await new Visitor(second.app).signUp()
    const made = await addLawn(v)
    const [{ name }] = await second.database.query('SELECT current_database() AS name')
    let going = true
    const killing = (async () => {
      while (going) {
        await asAdmin(endAll, [name])
        await new Promise((r) => setTimeout(r, 15))
      }
    })()
    const seen = new Set<number>()
    const order = () => ({ id: randomUUID(), mixId: made.mix, again: true, ...lawn.pass })
    for (let i = 0; i < 40; i++)
      for (const answer of await Promise.all([
        v.post('/api/ledger/records', order()),
        v.get('/api/account'),
        v.post('/api/bench/sprayers', { id: randomUUID(), ...lawn.sprayer }),
      ]))
        seen.add(answer.statusCode)
    going = false
    await killing
    expect([...seen].filter((s) => ![200, 201, 503].includes(s))).toEqual([])
    expect(seen.has(503)).toBe(true)
    await second.close()
  })
  it('is a 503 in words, and is over when it is back', async () => {
    const second = await startTestServer()
    const v = await new Visitor(second.app).signUp()
    const [{ name }] = await second.database.query('SELECT current_database() AS name')
    await asAdmin(`ALTER DATABASE ${name} WITH ALLOW_CONNECTIONS false`)
    await asAdmin(endAll, [name])
    const away = await v.post('/api/bench/sprayers', { id: randomUUID(), ...lawn.sprayer })
    expect(away.json()).toMatchObject({ status: 503, code: 'databaseAway' })
    await asAdmin(`ALTER DATABASE ${name} WITH ALLOW_CONNECTIONS true`)
    // Each connection the pool still holds finds out for itself that it is dead; the interface tries again likewise.
    const row = { id: randomUUID(), ...lawn.sprayer }
    await expect
      .poll(async () => (await v.post('/api/bench/sprayers', row)).statusCode, { timeout: 10_000 })
      .toBe(201)
    await second.close()
  })
})
