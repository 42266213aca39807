import { randomUUID } from 'node:crypto'
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Job } from '@jardinero/core/job'
import { migrate } from '../src/database.ts'
import { migrations } from '../src/migrations/index.ts'
import { applyFor, mixFor } from '../src/job/index.ts'
import { AccountScope } from '../src/platform/scope.ts'
import { freshDatabase, startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => void (server = await startTestServer()))
afterAll(() => server.close())

/** Somebody with a lawn on which nothing but the lawn’s own record is down. */
async function atHome() {
  const visitor = await new Visitor(server.app).signUp()
  const made = await addLawn(visitor)
  const jobs = async (): Promise<Job[]> => (await visitor.get(`/api/jobs?yardId=${made.yard}`)).json()
  const step = (id: string, body: object) =>
    visitor.post(`/api/jobs/${id}/steps`, { id: randomUUID(), ...body })
  const make = async (body: object = {}) => {
    const id = randomUUID()
    const answer = await visitor.post('/api/jobs', {
      id,
      zoneId: made.zone,
      task: 'apply',
      products: [{ labelId: made.label, rate: { value: 0.3, unit: 'oz/1000ft2' } }],
      when: { kind: 'day', day: '2026-04-20' },
      ...body,
    })
    return { id, answer }
  }
  const tank = async (labelId = made.label) => {
    const id = randomUUID()
    const answer = await visitor.post('/api/bench/tanks', {
      id,
      zones: [{ zoneId: made.zone, mode: 'broadcast' }],
      products: [{ labelId, rate: { value: 0.3, unit: 'oz/1000ft2' } }],
      calibrationId: made.calibration,
      day: '2026-04-15',
      loadPlan: 'fullThenRemainder',
    })
    return { id, answer }
  }
  return { visitor, made, jobs, step, make, tank }
}
const kinds = (history: { steps: { kind: string }[] }) => history.steps.map((s) => s.kind)

describe('a job', () => {
  let home: Awaited<ReturnType<typeof atHome>>
  beforeAll(async () => void (home = await atHome()))
  it('is made once, keeps its history with who and why, and refuses what does not follow', async () => {
    const { visitor, step, make, jobs } = home
    const { id, answer } = await make()
    expect(answer.statusCode).toBe(201)
    expect(answer.json()).toMatchObject({ id, state: 'planned', origin: 'hand' })
    const stepId = randomUUID()
    const move = { id: stepId, kind: 'move', when: { kind: 'day', day: '2026-04-24' }, why: 'wind' }
    for (let i = 0; i < 3; i++)
      expect((await visitor.post(`/api/jobs/${id}/steps`, move)).json().when.day).toBe('2026-04-24')
    expect((await step(id, { kind: 'skip' })).json()).toMatchObject({
      code: 'jobWhy',
      faults: [{ field: 'why' }],
    })
    expect((await step(id, { kind: 'do', day: '2026-02-28' })).json().code).toBe('jobApplication')
    expect((await step(id, { kind: 'skip', why: 'sold the house' })).json().state).toBe('skipped')
    expect((await step(id, { kind: 'skip', why: 'again' })).json().code).toBe('jobState')
    const history = (await visitor.get(`/api/jobs/${id}`)).json()
    expect(kinds(history)).toEqual(['plan', 'move', 'skip'])
    expect(history.steps[2]).toMatchObject({
      by: 'Ada',
      why: 'sold the house',
      at: '2026-03-01T17:00:00.000Z',
    })
    expect((await jobs()).map((j) => j.state)).toContain('skipped')
    const stranger = await new Visitor(server.app).signUp()
    expect((await stranger.get(`/api/jobs/${id}`)).statusCode).toBe(404)
    expect((await stranger.post(`/api/jobs/${id}/steps`, { ...move, id: randomUUID() })).statusCode).toBe(404)
    expect((await stranger.post('/api/jobs', { ...(answer.json() as object), id })).statusCode).toBe(400)
  })
  it.each<[string, object, string]>([
    ['no such plant', { plants: ['x'] }, 'unknownCode'],
    [
      'no such label',
      { products: [{ labelId: randomUUID(), rate: { value: 1, unit: 'oz/1000ft2' } }] },
      'labelGone',
    ],
    ['waiting for none', { when: { kind: 'after', jobId: randomUUID(), leastDays: 3 } }, 'jobWaitsFor'],
  ])('is refused in words: %s', async (_, body, code) => {
    const { make } = home
    const { answer } = await make(body)
    expect([answer.statusCode, answer.json().code]).toEqual([422, code])
    expect(answer.json().detail).toMatch(/\w+ \w+/)
  })
  it('is mixed by its tank, down by its record, and judged with its rating', async () => {
    const { visitor, make, tank, jobs } = home
    const { id } = await make({ when: { kind: 'day', day: '2026-04-10' } })
    const far = await make({ when: { kind: 'day', day: '2026-09-20' } })
    const { id: tankId, answer } = await tank()
    expect(answer.json().jobIds).toEqual([id])
    const standing = async () => (await jobs()).find((j) => j.id === id)!
    expect(await standing()).toMatchObject({ state: 'mixed', tankIds: [tankId] })
    const applied = await visitor.post('/api/ledger/applications', {
      id: randomUUID(),
      tankId,
      ...lawn.pass,
      appliedAt: '2026-03-01T15:00:00Z',
    })
    const [record] = applied.json()
    expect(record).toMatchObject({ jobId: id, job: { origin: 'hand', meantFor: '2026-04-10' } })
    expect(await standing()).toMatchObject({ state: 'applied', doneOn: '2026-03-01', recordIds: [record.id] })
    expect((await jobs()).find((j) => j.id === far.id)!.state).toBe('planned')
    const count = { hits: 3, points: 100 }
    await visitor.post('/api/ledger/ratings', {
      id: randomUUID(),
      recordId: record.id,
      plant: 'smoothCrabgrass',
      day: '2026-03-01',
      treated: count,
      treatedBefore: null,
      check: null,
      checkBefore: null,
      injury: 0,
      why: null,
      note: '',
    })
    expect((await standing()).state).toBe('judged')
    expect(kinds((await visitor.get(`/api/jobs/${id}`)).json())).toEqual(['plan', 'mix', 'apply', 'judge'])
    const csv = (await visitor.get('/api/ledger/records.csv')).body
    expect(csv).toContain(`${id},hand,2026-04-10`)
  })
  it('of a season comes with its plan: another plan moves what is open and leaves what is down', async () => {
    const { visitor, made, jobs, tank } = await atHome()
    const taken = (await visitor.post('/api/season/plans', { id: randomUUID(), ...made.planOrder })).json()
    const seasons = async () => (await jobs()).filter((j) => j.origin === 'season')
    expect(taken.jobs).toEqual(await jobs())
    const before = await seasons()
    expect(before.filter((j) => j.state === 'planned').map((j) => j.plan!.passId)).toEqual(
      made.planOrder.programme.passes.map((p) => p.id),
    )
    const other = structuredClone(made.planOrder)
    other.programme.passes[0]!.when.day = '2026-04-22'
    other.reason = 'Rain is coming.'
    await visitor.post('/api/season/plans', { id: randomUUID(), ...other })
    const moved = (await seasons()).find((j) => j.state === 'planned')!
    expect(moved).toMatchObject({ when: { day: '2026-04-22' } })
    const history = (await visitor.get(`/api/jobs/${moved.id}`)).json()
    expect(history.steps.at(-1)).toMatchObject({ kind: 'move', why: 'Rain is coming.' })
    const { id: tankId } = await tank()
    await visitor.post('/api/ledger/applications', {
      id: randomUUID(),
      tankId,
      ...lawn.pass,
      appliedAt: '2026-03-01T15:00:00Z',
    })
    expect((await seasons()).find((j) => j.id === moved.id)!.state).toBe('applied')
  })
})

describe('a record', () => {
  it('is never refused for a job that was taken back while it was on its way', async () => {
    const { visitor, make, step } = await atHome()
    const { id } = await make()
    await step(id, { kind: 'skip', why: 'rain' })
    const accountId = (await visitor.get('/api/account/opening')).json().account.id as string
    const taker = { by: 'Ada', clock: () => new Date('2026-03-01T17:00:00Z') }
    await server.database.transaction(async (manager) => {
      const scope = new AccountScope(manager, accountId)
      await mixFor(scope, [id], randomUUID(), taker)
      await applyFor(scope, [{ jobId: id, recordIds: [randomUUID()], day: '2026-03-01' }], taker)
    })
    expect(kinds((await visitor.get(`/api/jobs/${id}`)).json())).toEqual(['plan', 'skip'])
  })
})

describe('a chain', () => {
  it('is begun as jobs that wait for each other, moves as a whole, stands in the calendar, and can be kept', async () => {
    const { visitor, made, jobs, step } = await atHome()
    const { renovation } = (await visitor.get('/api/jobs/chains')).json()
    const body = {
      id: randomUUID(),
      zoneId: made.zone,
      name: 'Side strip',
      day: '2026-03-02',
      steps: renovation,
    }
    const begun = await visitor.post('/api/jobs/chains', body)
    expect(begun.statusCode).toBe(201)
    expect((await visitor.post('/api/jobs/chains', body)).statusCode).toBe(200)
    const chain = async () => (await jobs()).filter((j) => j.chain?.id === body.id)
    expect(await chain()).toHaveLength(renovation.length)
    const [kill, scalp, bag] = (await chain()) as [Job, Job, Job]
    const soon = await step(scalp.id, {
      kind: 'move',
      when: { ...scalp.when, day: '2026-03-05' },
      why: 'free that day',
    })
    expect(soon.json()).toMatchObject({ code: 'chainTooSoon', faults: [{ field: 'when.day' }] })
    expect((await step(bag.id, { kind: 'do', day: '2026-03-05' })).json().code).toBe('recordInFuture')
    const circle = { kind: 'after', jobId: bag.id, leastDays: 1 }
    expect((await step(kill.id, { kind: 'move', when: circle, why: 'x' })).json().code).toBe('jobWaitsFor')
    const days = async () => {
      const text = (await visitor.get(`/api/season/calendar.ics?yardId=${made.yard}`)).body
      return new ICAL.Component(ICAL.parse(text))
        .getAllSubcomponents('vevent')
        .map((v) => new ICAL.Event(v))
        .filter((e) => /Scalp/.test(e.summary))
        .map((e) => String(e.startDate))
    }
    expect(await days()).toEqual(['2026-03-12'])
    await step(kill.id, { kind: 'move', when: { kind: 'day', day: '2026-03-09' }, why: 'wind' })
    expect(await days()).toEqual(['2026-03-19'])

    const broken = [{ ...renovation[0], after: { step: 0, leastDays: 1, mostDays: null, mowings: null } }]
    const kept = { id: randomUUID(), name: 'Mine', steps: renovation.slice(0, 2) }
    expect((await visitor.post('/api/jobs/templates', { ...kept, steps: broken })).json().code).toBe(
      'chainOrder',
    )
    expect((await visitor.post('/api/jobs/templates', kept)).statusCode).toBe(201)
    expect((await visitor.get('/api/jobs/templates')).json()).toMatchObject([{ name: 'Mine' }])
  })
})

describe('jobs in the account file', () => {
  it('go out with their history and come back in another account, whole', async () => {
    const { visitor, made, make, tank } = await atHome()
    await make()
    await tank()
    await visitor.post('/api/season/plans', { id: randomUUID(), ...made.planOrder })
    const file = (await visitor.get('/api/account/file')).json()
    const other = await new Visitor(server.app).signUp()
    const taken = await other.post('/api/account/file', file)
    expect(taken.json().added).toMatchObject({ jobs: file.jobs.length, tanks: file.tanks.length })
    const [theirs] = (await other.get('/api/yard/yards')).json()
    const here = (await other.get(`/api/jobs?yardId=${theirs.id}`)).json() as Job[]
    const were = (await visitor.get(`/api/jobs?yardId=${made.yard}`)).json() as Job[]
    const plain = (jobs: Job[]) =>
      jobs.map((j) => [j.state, j.origin, j.plants, j.when.kind, j.tankIds.length])
    expect(plain(here)).toEqual(plain(were))
    const again = (await other.get('/api/account/file')).json()
    expect(again.tanks[0].jobIds).toEqual(here.filter((j) => j.state === 'mixed').map((j) => j.id))
    expect(again.jobs.map((j: { steps: { kind: string }[] }) => kinds(j))).toEqual(
      file.jobs.map((j: { steps: { kind: string }[] }) => kinds(j)),
    )
    file.jobs[0].steps = [{ ...file.jobs[0].steps[0], kind: 'skip' }]
    const third = await new Visitor(server.app).signUp()
    const broken = await third.post('/api/account/file', file)
    expect(broken.statusCode).toBeGreaterThanOrEqual(400)
    expect(broken.json().faults[0].field).toMatch(/^jobs\.0/)
  })
  it('are made of the marks and plans of a file from before there were any', async () => {
    const { visitor, made } = await atHome()
    await visitor.post('/api/season/plans', { id: randomUUID(), ...made.planOrder })
    const { jobs: _, chainTemplates: __, ...file } = (await visitor.get('/api/account/file')).json()
    for (const r of file.records) delete r.jobId
    for (const t of [...file.tanks, ...file.outings]) delete t.jobIds
    const mark = {
      id: randomUUID(),
      version: 2,
      zoneId: made.zone,
      plant: 'annualBluegrass',
      from: '2026-08-18',
      germinatesFrom: '2026-09-01',
      done: false,
      note: 'n',
    }
    const older = { ...file, version: 8, marks: [mark, { ...mark, id: randomUUID(), done: true }] }
    const other = await new Visitor(server.app).signUp()
    expect((await other.post('/api/account/file', older)).statusCode).toBe(200)
    const [theirs] = (await other.get('/api/yard/yards')).json()
    const jobs = (await other.get(`/api/jobs?yardId=${theirs.id}`)).json() as Job[]
    const told = jobs.map((j) => [j.origin, j.state, j.plants[0] ?? j.plan!.passId])
    const [pass] = made.planOrder.programme.passes
    expect(told).toContainEqual(['mark', 'proposed', 'annualBluegrass'])
    expect(told).toContainEqual(['mark', 'closed', 'annualBluegrass'])
    expect(told).toContainEqual(['season', 'planned', pass!.id])
  })
})

describe('a database of the version before', () => {
  it('has its marks and plans as jobs, with what is down, and nothing is lost on the way there and back', async () => {
    const { database, drop } = await freshDatabase()
    await migrate(database)
    for (let i = migrations.length; i > 13; i--) await database.undoLastMigration()
    const insert = (table: string, row: object) => {
      const keys = Object.keys(row)
      return database.query(
        `INSERT INTO ${table} (${keys.map((k) => `"${k}"`).join(', ')}) VALUES (${keys.map((_, i) => `$${i + 1}`).join(', ')})`,
        Object.values(row).map((v) => (typeof v === 'object' && v !== null ? JSON.stringify(v) : v)),
      )
    }
    const ids = Array.from({ length: 9 }, () => randomUUID())
    const [account, yard, zone, strip, mix, tank, record, outing, plan] = ids as [
      string,
      string,
      string,
      string,
      string,
      string,
      string,
      string,
      string,
    ]
    const of = { account_id: account }
    await insert('account', { id: account, name: 'a' })
    const place = {
      latitude: 38,
      longitude: -84,
      time_zone: 'America/New_York',
      climate: 'c',
      timing_school: 's',
    }
    await insert('yard', { id: yard, ...of, name: 'y', ...place })
    for (const id of [zone, strip])
      await insert('zone', { id, ...of, yard_id: yard, name: id, turf: 't', state: 's' })
    const made = {
      made_at: '2026-03-01T00:00:00Z',
      day: '2026-03-01',
      load_plan: 'x',
      calibration_id: randomUUID(),
    }
    await insert('tank', {
      id: tank,
      ...of,
      ...made,
      zones: [],
      products: [],
      request: {},
      result: {},
      sprayer: 's',
      made_by: 'a',
      mix_ids: [mix],
    })
    await insert('mix', {
      id: mix,
      ...of,
      ...made,
      zone_id: zone,
      label_id: randomUUID(),
      rate: {},
      tool: 'x',
      rules: {},
      area_sq_ft: 1,
      result: {},
      tank_id: tank,
    })
    const rules = { uses: [{ purpose: 'preEmergent' }] }
    await insert('application_record', {
      id: record,
      ...of,
      zone_id: zone,
      zone_name: 'z',
      turf: 't',
      mix_id: mix,
      equipment: '',
      rules,
      rate: {},
      // Late in the evening there: the day before, by the clock of the server.
      applied_at: '2026-03-21T01:00:00Z',
      first: {},
      recorded_at: '2026-03-21T02:00:00Z',
      recorded_by: 'Ada',
    })
    await insert('outing', {
      id: outing,
      ...of,
      yard_id: yard,
      tank_id: tank,
      started_at: '2026-03-21T01:00:00Z',
      ended_at: '2026-03-21T02:00:00Z',
      pauses: [],
      winds: [],
      loads_mixed: 1,
      leftover_gal: 0,
      zones: [],
      applicator: 'a',
      licence: '',
      target: '',
      note: '',
      taken_share: 1,
      record_ids: [record],
      made_at: '2026-03-21T02:00:00Z',
      made_by: 'a',
    })
    const pass = (id: string, zones: string[], more: object = {}) => ({
      id,
      season: 'rising',
      when: { kind: 'rule', school: 'edgeLed', pass: 'first' },
      labelId: mix,
      rate: { value: 0.4, unit: 'oz/1000ft2' },
      zones,
      edges: 'once',
      ...more,
    })
    const taken = { ...of, yard_id: yard, half: 'rising', school: null, escaped: null, taken_by: 'Ada' }
    await insert('season_plan', {
      ...taken,
      id: randomUUID(),
      programme: { passes: [pass('old', [zone])], fertiliser: [] },
      days: [],
      reason: 'first',
      taken_at: '2026-02-01T00:00:00Z',
    })
    const partner = { labelId: tank, rate: { value: 1, unit: 'floz/1000ft2' } }
    const passes = [
      pass('one', [zone, strip], { edges: 'twice', partner }),
      pass('two', [zone], { when: { kind: 'day', day: '2026-05-20' } }),
    ]
    await insert('season_plan', {
      ...taken,
      id: plan,
      programme: { passes, fertiliser: [] },
      days: [{ id: 'one', day: '2026-03-19' }],
      reason: 'rain',
      taken_at: '2026-02-20T00:00:00Z',
    })
    const marks = [false, true].map((done) => ({
      id: randomUUID(),
      ...of,
      zone_id: zone,
      plant: 'henbit',
      from: '2026-08-18',
      germinates_from: '2026-09-01',
      done,
      note: 'n',
    }))
    for (const mark of marks) await insert('season_mark', mark)

    await migrate(database)
    const jobs: { id: string; state: string; body: Job }[] = await database.query(
      'SELECT * FROM job ORDER BY created_at, id',
    )
    const told = jobs.map(({ body: j }) => [j.origin, j.state, j.plan?.passId ?? j.plants[0], j.zoneId])
    expect(told.toSorted()).toEqual(
      [
        ['mark', 'proposed', 'henbit', zone],
        ['mark', 'closed', 'henbit', zone],
        ['season', 'applied', 'one', zone],
        ['season', 'planned', 'one', strip],
        ['season', 'planned', 'two', zone],
      ].toSorted(),
    )
    const done = jobs.find((j) => j.state === 'applied')!
    expect(done.body).toMatchObject({
      doneOn: '2026-03-20',
      recordIds: [record],
      was: '2026-03-19',
      ground: { kind: 'edgesTwice' },
      products: [{ labelId: mix }, { labelId: tank }],
      plan: { id: plan, half: 'rising' },
    })
    const refs = await database.query(
      `SELECT (SELECT job_id FROM application_record) AS record, (SELECT job_ids FROM tank) AS tank, (SELECT job_ids FROM outing) AS outing`,
    )
    expect(refs).toEqual([{ record: done.id, tank: [done.id], outing: [done.id] }])
    // Every job is what its history makes of it.
    const { foldJob } = await import('@jardinero/core/job')
    const { stepOf } = await import('../src/job/index.ts')
    for (const { id, body } of jobs) {
      const steps = await database.query(
        `SELECT id, at, "by", kind, why, detail, job_id AS "jobId" FROM job_step WHERE job_id = $1 ORDER BY seq`,
        [id],
      )
      expect(foldJob(steps.map(stepOf))).toEqual({ ok: true, value: body })
    }
    // What is append-only is so again.
    await expect(database.query('UPDATE application_record SET job_id = NULL')).rejects.toThrow('append-only')
    await expect(database.query(`UPDATE outing SET job_ids = '[]'`)).rejects.toThrow('append-only')

    for (let i = migrations.length; i > 13; i--) await database.undoLastMigration()
    const back = await database.query('SELECT id, plant, done, note FROM season_mark ORDER BY done')
    expect(back).toEqual(marks.map(({ id, plant, done: was, note }) => ({ id, plant, done: was, note })))
    await migrate(database)
    await drop()
  })
})
