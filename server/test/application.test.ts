import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import ICAL from 'ical.js'
import Papa from 'papaparse'
import { almanac } from '@jardinero/almanac'
import { computeReentry, type LabelRules } from '@jardinero/core/shelf'
import type { ApplicationRecord } from '@jardinero/contract/ledger'
import { migrate } from '../src/database.ts'
import { migrations } from '../src/migrations/index.ts'
import { freshDatabase, startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const rulesOf = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules
const byName = (name: string): LabelRules => ({ ...rulesOf('tarnfold'), name })
const granule: LabelRules = {
  ...rulesOf('tarnfold'),
  name: 'Barrier granules',
  formulation: 'GR',
  actives: [{ name: 'prodiamine', strength: { value: 0.5, unit: 'percent', basis: 'ai' } }],
  uses: [
    {
      turf: ['tallFescue'],
      purpose: 'preEmergent',
      rate: { min: 1, max: 3, unit: 'lb/1000ft2' },
      annualMaximum: { value: 5, unit: 'lb/1000ft2', of: 'product' },
    },
  ],
}

/** A person with some lawns of 6,350 ft². */
async function withLawns(count: number) {
  await server.database.query('DELETE FROM rate_count')
  const owner = await new Visitor(server.app).signUp()
  const made = await addLawn(owner)
  const add = async (url: string, body: object) => {
    const id = randomUUID()
    const response = await owner.post(url, { id, ...body })
    if (response.statusCode !== 201) throw new Error(response.body)
    return id
  }
  const zones: string[] = []
  for (let i = 0; i < count; i++) {
    const zone = await add('/api/yard/zones', { yardId: made.yard, ...lawn.zone, name: `Lawn ${i + 1}` })
    await add('/api/yard/sections', { zoneId: zone, ...lawn.section })
    zones.push(zone)
  }
  const records = async (): Promise<ApplicationRecord[]> =>
    (await owner.get('/api/ledger/records')).json().filter((r: ApplicationRecord) => zones.includes(r.zoneId))
  return { owner, made, add, zones, records }
}
type Person = Awaited<ReturnType<typeof withLawns>>
const over = (zones: string[], edgeSqFt: number | null = null) =>
  zones.map((zoneId) => ({ zoneId, mode: 'broadcast', spotSqFt: null, edgeSqFt }))

async function mixTank(
  { owner, made, zones }: Person,
  labels: string[],
  value = 0.4,
  edge: number | null = null,
) {
  const id = randomUUID()
  const answer = await owner.post('/api/bench/tanks', {
    id,
    zones: over(zones, edge),
    products: labels.map((labelId) => ({
      labelId,
      rate: { value, unit: 'oz/1000ft2' },
      concentration: null,
      tool: null,
    })),
    calibrationId: made.calibration,
    day: '2026-02-28',
    loadPlan: 'fullThenRemainder',
    waterFirst: null,
    water: null,
  })
  if (answer.statusCode !== 201) throw new Error(answer.body)
  return answer.json() as { id: string; mixIds: string[]; result: { loads: unknown[] } }
}

async function spreader({ add }: Person) {
  const sprayerId = await add('/api/bench/sprayers', {
    name: 'Red spreader',
    kind: 'rotarySpreader',
    capacityGal: 40,
  })
  return add('/api/bench/calibrations', {
    sprayerId,
    day: '2026-02-20',
    runs: [],
    note: '',
    method: 'weighBack',
    inputs: { setting: '4', weighed: [{ areaSqFt: 1000, lb: 1 }] },
  })
}

describe('strips along the edges', () => {
  it('are measured by the server from the plan, go over twice, and end the year where they are named', async () => {
    const person = await withLawns(1)
    const { owner, made, add, zones } = person
    const [zoneId] = zones as [string]
    const sections = (await owner.get('/api/yard/sections')).json() as {
      id: string
      zoneId: string
    }[]
    const kerb = await add('/api/yard/places', {
      zoneId,
      name: 'Kerb',
      kind: 'edge',
      sectionId: sections.find((s) => s.zoneId === zoneId)!.id,
      side: 0,
      widthFt: 2,
    })
    const label = await add('/api/shelf/labels', { rules: byName('One 50 WG') })
    const mix = (stripIds: string[], value: number, day: string) =>
      owner.post('/api/bench/tanks', {
        id: randomUUID(),
        zones: [{ zoneId, mode: 'broadcast', spotSqFt: null, edgeSqFt: null, stripIds }],
        products: [{ labelId: label, rate: { value, unit: 'oz/1000ft2' }, concentration: null, tool: null }],
        calibrationId: made.calibration,
        day,
        loadPlan: 'fullThenRemainder',
        waterFirst: null,
        water: null,
      })
    const first = await mix([kerb], 0.26, '2026-02-10')
    expect(first.statusCode, first.body).toBe(201)
    // 6,350 ft² and a side of 127 ft by 2 ft again.
    expect(first.json().result.treated.value).toBeCloseTo(6350 + 254, 6)
    const [written] = (
      await owner.post('/api/ledger/applications', {
        id: randomUUID(),
        tankId: first.json().id,
        appliedAt: '2026-02-10T15:00:00Z',
        applicator: 'Ada',
      })
    ).json()
    expect(written).toMatchObject({ stripSqFt: expect.closeTo(254, 6) })
    // 0.52 of 1.1 oz is down along the kerb, 0.26 on the rest.
    expect((await mix([], 0.5, '2026-04-10')).statusCode).toBe(201)
    const refused = await mix([kerb], 0.3, '2026-04-10')
    expect([refused.statusCode, refused.json().detail]).toEqual([
      422,
      expect.stringMatching(/^On the strip “Kerb”, gone over twice: .*Take 0\.275 oz/),
    ])
    expect((await mix([randomUUID()], 0.3, '2026-04-10')).json().code).toBe('stripMissing')
  })
})

describe('a tank that is drawn down', () => {
  it('is recorded lawn by lawn, and what is over goes over another lawn once, at the rate that was measured', async () => {
    const person = await withLawns(3)
    const { owner, zones, records } = person
    const label = await person.add('/api/shelf/labels', { rules: byName('One 50 WG') })
    const tank = await mixTank({ ...person, zones: zones.slice(0, 2) }, [label])
    const [first] = tank.mixIds as [string]
    const facts = { appliedAt: '2026-02-28T15:00:00Z', applicator: 'Ada' }
    const one = { ...facts, id: randomUUID(), mixId: first, waterGal: 6 }
    expect((await owner.post('/api/ledger/records', one)).statusCode).toBe(201)
    expect((await records()).map((r) => [r.zoneId, r.waterGal])).toEqual([[zones[0], 6]])

    const id = randomUUID()
    const draw = (body: object) =>
      owner.post(`/api/bench/tanks/${tank.id}/draws`, { id, zoneId: zones[2], gal: 2, ...body })
    const made = await draw({})
    expect(made.statusCode, made.body).toBe(201)
    expect((await draw({})).statusCode).toBe(200)
    const whole = (await owner.get(`/api/bench/tanks/${tank.id}`)).json()
    expect(made.json()).toMatchObject({
      drawnFrom: tank.id,
      result: { water: { value: expect.closeTo(2, 9) } },
    })
    expect(made.json().result.products[0].measuredRate.value).toBe(
      whole.result.products[0].measuredRate.value,
    )
    expect((await owner.get(`/api/bench/tanks/${tank.id}/draws`)).json()).toHaveLength(1)
    await owner.post('/api/ledger/applications', { ...facts, id: randomUUID(), tankId: id })
    expect((await records()).find((r) => r.zoneId === zones[2])).toMatchObject({
      waterGal: expect.closeTo(2, 9),
    })

    const more = await draw({ id: randomUUID(), gal: 500 })
    expect([more.statusCode, more.json().code]).toEqual([422, 'drawnOverTank'])
    const deep = await draw({ id: randomUUID(), gal: whole.result.water.value - 2.001 })
    expect([deep.statusCode, deep.json().code]).toEqual([422, 'drawnOverGround'])
    const stranger = await new Visitor(server.app).signUp()
    expect(
      (
        await stranger.post(`/api/bench/tanks/${tank.id}/draws`, {
          id: randomUUID(),
          zoneId: zones[2],
          gal: 1,
        })
      ).statusCode,
    ).toBe(404)
    // Out and in again, whole.
    const other = await new Visitor(server.app).signUp()
    const file = (await owner.get('/api/account/file')).json()
    expect((await other.post('/api/account/file', file)).statusCode).toBeLessThan(300)
    const tanks = (await other.get('/api/account/file')).json().tanks as {
      id: string
      drawnFrom: string | null
    }[]
    const off = tanks.find((t) => t.drawnFrom)!
    expect(tanks.map((t) => t.id)).toContain(off.drawnFrom)
  })
})

describe('an application', () => {
  it('of one tank, told ten times at once from Bench, outing and two devices, is written down once', async () => {
    const person = await withLawns(2)
    const { owner, zones, records } = person
    const tank = await mixTank(person, [
      await person.add('/api/shelf/labels', { rules: byName('One 50 WG') }),
    ])
    const phone = await new Visitor(server.app).signIn(owner)
    const outing = {
      tankId: tank.id,
      startedAt: '2026-02-28T15:00:00Z',
      endedAt: '2026-02-28T16:10:00Z',
      pauses: [],
      winds: [],
      airC: null,
      loadsMixed: tank.result.loads.length,
      leftoverGal: 0,
      zones: zones.map((zoneId) => ({ zoneId, areaSqFt: 6350 })),
      applicator: 'Ada',
      licence: '',
      target: '',
      note: '',
    }
    const ways = [
      (v: Visitor) => v.post('/api/ledger/applications', { id: randomUUID(), tankId: tank.id, ...lawn.pass }),
      (v: Visitor) => v.post('/api/ledger/tank-records', { id: randomUUID(), tankId: tank.id, ...lawn.pass }),
      (v: Visitor) => v.post('/api/outing/outings', { id: randomUUID(), ...outing }),
      (v: Visitor) =>
        v.post('/api/ledger/records', { id: randomUUID(), mixId: tank.mixIds[0], ...lawn.pass }),
      (v: Visitor) =>
        v.post('/api/ledger/records', { id: randomUUID(), mixId: tank.mixIds[1], ...lawn.pass }),
    ]
    const answers = await Promise.all([owner, phone].flatMap((v) => ways.map((way) => way(v))))
    const lawns = (await records()).map((r) => r.zoneId)
    expect(new Set(lawns).size).toBe(lawns.length)
    expect(answers.filter((a) => a.statusCode === 201).length).toBeGreaterThan(0)
    for (const a of answers.filter((a) => a.statusCode !== 201)) expect(a.json().code).toBe('tankRecorded')
    const use = (
      await owner.post('/api/bench/mixes', {
        ...person.made.mixOrder,
        id: randomUUID(),
        zoneId: zones[0],
        day: '2026-06-20',
      })
    ).json()
    expect(use.result.yearUse.passes).toBeLessThanOrEqual(1)
  })

  it('of a spread over three lawns is whole or not at all, and the same order again adds nothing', async () => {
    const person = await withLawns(3)
    const { owner, zones, records, made } = person
    const calibrationId = await spreader(person)
    const labelId = await person.add('/api/shelf/labels', { rules: granule })
    const spread = (ids: string[]) => ({
      id: randomUUID(),
      zones: over(ids),
      labelId,
      calibrationId,
      day: '2026-02-28',
      rate: { value: 3, unit: 'lb/1000ft2' },
      directions: 2,
    })
    // The second lawn has had so much that three more pounds are over its year.
    await owner.post('/api/ledger/applications', {
      id: randomUUID(),
      spread: spread([zones[1]!]),
      ...lawn.pass,
    })
    const order = { id: randomUUID(), spread: spread(zones), ...lawn.pass }
    const refused = await owner.post('/api/ledger/applications', order)
    expect(refused.statusCode, refused.body).toBe(422)
    expect(refused.json().faults[0]).toMatchObject({ code: 'overAnnualMaximum', params: { zone: 'Lawn 2' } })
    expect(await records()).toHaveLength(1)
    const rest = { id: randomUUID(), spread: spread([zones[0]!, zones[2]!]), ...lawn.pass }
    const first = await owner.post('/api/ledger/applications', rest)
    expect([first.statusCode, first.json().length]).toEqual([201, 2])
    const again = await owner.post('/api/ledger/applications', rest)
    expect([again.statusCode, again.json().map((r: ApplicationRecord) => r.id)]).toEqual([
      200,
      first.json().map((r: ApplicationRecord) => r.id),
    ])
    const file = (await owner.get('/api/account/file')).json()
    await server.database.query('DELETE FROM rate_count')
    const elsewhere = await new Visitor(server.app).signUp()
    const taken = await elsewhere.post('/api/account/file', file)
    expect(taken.json().added, taken.body).toMatchObject({ spreads: 2, records: file.records.length })
    const copy = (await elsewhere.get('/api/account/file')).json()
    const mixes = new Set(copy.mixes.map((m: { id: string }) => m.id))
    for (const s of copy.spreads) for (const id of s.mixIds) expect(mixes.has(id)).toBe(true)
    const other = await owner.post('/api/ledger/applications', { ...rest, id: randomUUID() })
    expect([other.statusCode, other.json().code]).toEqual([409, 'tankRecorded'])
    expect(await records()).toHaveLength(3)
    expect(first.json()[0]).toMatchObject({ equipment: 'Red spreader', waterGal: 0, product: { unit: 'lb' } })
    expect(made.record).toBeTruthy()
  })

  it('over five lawns with three products takes one transaction and few queries', async () => {
    const person = await withLawns(5)
    const labels: string[] = []
    for (const name of ['One', 'Two', 'Three'])
      labels.push(
        await person.add('/api/shelf/labels', {
          rules: {
            ...byName(`${name} 50 WG`),
            actives: [{ name, strength: { value: 50, unit: 'percent', basis: 'ai' } }],
          },
        }),
      )
    const tank = await mixTank(person, labels)
    const seen: { sql: string; runner: unknown }[] = []
    const { logger } = server.database
    const logQuery = logger.logQuery
    logger.logQuery = (sql, _values, runner) => void seen.push({ sql, runner })
    const answer = await person.owner.post('/api/ledger/applications', {
      id: randomUUID(),
      tankId: tank.id,
      ...lawn.pass,
    })
    logger.logQuery = logQuery
    expect([answer.statusCode, answer.json().length]).toEqual([201, 15])
    const begun = seen.filter(({ sql }) => /START TRANSACTION|BEGIN/.test(sql))
    expect(begun).toHaveLength(1)
    // Only what its own connection is asked: answers are worked out beside it.
    const asked = seen.filter(({ runner }) => runner === begun[0]!.runner).map(({ sql }) => sql)
    expect(asked.length, asked.join('\n')).toBeLessThanOrEqual(15)
  })

  it('is recorded once by the database itself, whoever asks', async () => {
    const person = await withLawns(1)
    const twice = server.database.query(
      `INSERT INTO application_record SELECT (jsonb_populate_record(r, jsonb_build_object('id', gen_random_uuid()))).*
       FROM application_record r WHERE id = $1`,
      [person.made.record],
    )
    await expect(twice).rejects.toThrow('recorded_once')
  })

  it('put down again on purpose is a second turn, and counts twice', async () => {
    const person = await withLawns(1)
    const tank = await mixTank(
      person,
      [await person.add('/api/shelf/labels', { rules: byName('Again 50 WG') })],
      0.3,
    )
    const order = () => ({ id: randomUUID(), tankId: tank.id, ...lawn.pass })
    await person.owner.post('/api/ledger/applications', order())
    const again = await person.owner.post('/api/ledger/applications', { ...order(), again: true })
    expect([again.statusCode, again.json()[0].turn]).toEqual([201, 2])
    expect(await person.records()).toHaveLength(2)
  })

  it('keeps the strip that was gone over twice, and the year’s maximum counts it as it lies there', async () => {
    const person = await withLawns(1)
    const { owner, made, zones } = person
    const edgeRules: LabelRules = {
      ...byName('Edge 50 WG'),
      uses: [
        {
          turf: ['tallFescue'],
          purpose: 'preEmergent',
          rate: { min: 0.1, max: 0.6, unit: 'oz/1000ft2' },
          annualMaximum: { value: 0.9, unit: 'oz/1000ft2', of: 'product' },
        },
      ],
    }
    const labelId = await person.add('/api/shelf/labels', { rules: edgeRules })
    const tank = await mixTank(person, [labelId], 0.28, 150)
    const [record] = (
      await owner.post('/api/ledger/applications', { id: randomUUID(), tankId: tank.id, ...lawn.pass })
    ).json()
    expect(record).toMatchObject({ areaSqFt: 6500, stripSqFt: 150, state: 'growing', labelId })
    expect(record.rate.value).toBeCloseTo(0.28, 2)
    const asked = (value: number) =>
      owner.post('/api/bench/mixes', {
        ...made.mixOrder,
        id: randomUUID(),
        zoneId: zones[0],
        labelId,
        day: '2026-06-20',
        rate: { value, unit: 'oz/1000ft2' },
      })
    const fits = await asked(0.3)
    expect(fits.statusCode, fits.body).toBe(201)
    expect(fits.json().result.yearUse.used.value).toBeCloseTo(2 * record.rate.value, 9)
    expect((await asked(0.4)).json().faults[0].code).toBe('overAnnualMaximum')
  })
})

describe('when people may be on it again', () => {
  it('is the same in record, CSV, calendar and field clock: from the end, of all that went down', async () => {
    const person = await withLawns(1)
    const { owner, made } = person
    const labels = [
      await person.add('/api/shelf/labels', {
        rules: { ...byName('Dries 50 WG'), keepOff: { untilDry: true, hours: 0 } },
      }),
      await person.add('/api/shelf/labels', {
        rules: {
          ...byName('Stays 50 WG'),
          keepOff: { untilDry: false, hours: 36 },
          actives: [{ name: 'other', strength: { value: 50, unit: 'percent', basis: 'ai' } }],
        },
      }),
    ]
    const tank = await mixTank(person, labels)
    const endedAt = '2026-02-28T16:10:00.000Z'
    const records: ApplicationRecord[] = (
      await owner.post('/api/ledger/applications', {
        id: randomUUID(),
        tankId: tank.id,
        ...lawn.pass,
        endedAt,
      })
    ).json()
    const clock = computeReentry(
      records.map((r) => r.rules),
      endedAt,
    ).at
    expect(clock).toBe('2026-03-02T04:10:00.000Z')
    expect(records.map((r) => r.keepOffUntil)).toEqual([clock, clock])
    const csv = Papa.parse<Record<string, string>>((await owner.get('/api/ledger/records.csv')).body, {
      header: true,
    }).data
    expect(
      csv
        .filter((r) => / 50 WG$/.test(r['product']!) && r['zone'] === 'Lawn 1')
        .map((r) => r['keep_off_until_utc']),
    ).toEqual([clock, clock])
    const feed = (await owner.get(`/api/season/calendar.ics?yardId=${made.yard}`)).body
    const events = new ICAL.Component(ICAL.parse(feed))
      .getAllSubcomponents('vevent')
      .map((v) => new ICAL.Event(v))
      .filter((e) => e.uid.startsWith('reenter.'))
    // 11:10 pm on the first of March, in the yard's own time.
    expect(events.filter((e) => e.description.includes('11:10')).map((e) => String(e.startDate))).toEqual([
      '2026-03-01',
      '2026-03-01',
    ])
  })
})

describe('a ledger of the version before', () => {
  it('keeps what was recorded twice, as turns, and its tanks tell their strips', async () => {
    const { database, drop } = await freshDatabase()
    await migrate(database)
    for (let i = migrations.length; i > 9; i--) await database.undoLastMigration()
    const insert = (table: string, row: object) => {
      const keys = Object.keys(row)
      return database.query(
        `INSERT INTO ${table} (${keys.join(', ')}) VALUES (${keys.map((_, i) => `$${i + 1}`).join(', ')})`,
        Object.values(row),
      )
    }
    const [account, yard, zone, mix, tank] = Array.from({ length: 5 }, () => randomUUID()) as [
      string,
      string,
      string,
      string,
      string,
    ]
    const at = '2026-03-01T00:00:00Z'
    await insert('account', { id: account, name: 'a' })
    await insert('yard', {
      id: yard,
      account_id: account,
      name: 'y',
      latitude: 1,
      longitude: 1,
      time_zone: 'UTC',
      climate: 'c',
      timing_school: 's',
    })
    await insert('zone', { id: zone, account_id: account, yard_id: yard, name: 'z', turf: 't', state: 's' })
    await insert('tank', {
      id: tank,
      account_id: account,
      zones: JSON.stringify([{ zoneId: zone, mode: 'broadcast', spotSqFt: null, edgeSqFt: 150 }]),
      products: '[]',
      calibration_id: randomUUID(),
      day: '2026-03-01',
      load_plan: 'x',
      request: JSON.stringify({ grounds: [{ id: zone, state: 'dormant' }] }),
      result: '{}',
      sprayer: 's',
      made_at: at,
      made_by: 'a',
      mix_ids: JSON.stringify([mix]),
    })
    await insert('mix', {
      id: mix,
      account_id: account,
      zone_id: zone,
      label_id: randomUUID(),
      calibration_id: randomUUID(),
      day: '2026-03-01',
      rate: '{}',
      load_plan: 'x',
      tool: 'x',
      rules: '{}',
      area_sq_ft: 1,
      result: '{}',
      made_at: at,
      tank_id: tank,
    })
    for (const recorded_at of ['2026-03-03T00:00:00Z', '2026-03-02T00:00:00Z'])
      await insert('application_record', {
        id: randomUUID(),
        account_id: account,
        zone_id: zone,
        zone_name: 'z',
        turf: 't',
        mix_id: mix,
        equipment: '',
        rules: '{}',
        rate: '{}',
        applied_at: at,
        first: '{}',
        recorded_at,
        recorded_by: 'a',
      })
    await migrate(database)
    const turns = await database.query('SELECT turn FROM application_record ORDER BY recorded_at')
    expect(turns.map((r: { turn: number }) => r.turn)).toEqual([1, 2])
    const [kept] = await database.query('SELECT strip_sq_ft::float8 AS strip, state FROM mix')
    expect(kept).toEqual({ strip: 150, state: 'dormant' })
    await drop()
  })
})

describe('equipment of the version before', () => {
  it('has its hopper in pounds, and a spreader that is still sent in gallons is taken so', async () => {
    const { database, drop } = await freshDatabase()
    await migrate(database)
    for (let i = migrations.length; i > 11; i--) await database.undoLastMigration()
    const [account, spreader, backpack] = [randomUUID(), randomUUID(), randomUUID()]
    await database.query(`INSERT INTO account (id, name) VALUES ($1, 'a')`, [account])
    await database.query(
      `INSERT INTO sprayer (id, account_id, name, kind, capacity_gal) VALUES ($1, $2, 's', 'rotarySpreader', 40), ($3, $2, 'b', 'backpack', 4)`,
      [spreader, account, backpack],
    )
    await migrate(database)
    const kept = await database.query(
      'SELECT name, capacity_gal::float8 AS gal, hopper_lb::float8 AS lb FROM sprayer ORDER BY name',
    )
    expect(kept).toEqual([
      { name: 'b', gal: 4, lb: null },
      { name: 's', gal: null, lb: 40 },
    ])
    for (let i = migrations.length; i > 11; i--) await database.undoLastMigration()
    const before = await database.query('SELECT capacity_gal::float8 AS gal FROM sprayer ORDER BY name')
    expect(before).toEqual([{ gal: 4 }, { gal: 40 }])
    await drop()
    const person = await new Visitor(server.app).signUp()
    const sent = await person.post('/api/bench/sprayers', {
      id: randomUUID(),
      name: 'Red',
      kind: 'dropSpreader',
      capacityGal: 30,
    })
    expect(sent.json()).toMatchObject({ capacityGal: null, hopperLb: 30 })
    const edited = await person.patch(`/api/bench/sprayers/${sent.json().id}`, { version: 1, name: 'Blue' })
    expect(edited.json()).toMatchObject({ name: 'Blue', hopperLb: 30 })
    const both = { id: randomUUID(), name: 'x', kind: 'dropSpreader', capacityGal: 3, hopperLb: 30 }
    expect((await person.post('/api/bench/sprayers', both)).statusCode).toBe(422)
  })
})
