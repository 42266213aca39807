import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const labelOf = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules
const codes = (answer: { json: () => { faults?: { code: string }[] } }) =>
  (answer.json().faults ?? []).map((f) => f.code)

async function withLawn() {
  const owner = await new Visitor(server.app).signUp()
  const made = await addLawn(owner)
  const label = async (code: string) => {
    const id = randomUUID()
    await owner.post('/api/shelf/labels', { id, rules: labelOf(code) })
    return id
  }
  const change = async (path: string, id: string, patch: object) => {
    const rows: { id: string; version: number }[] = (await owner.get(`/api/${path}`)).json()
    const row = rows.find((r) => r.id === id)!
    const changed = await owner.patch(`/api/${path}/${id}`, { version: row.version, ...patch })
    if (changed.statusCode !== 200) throw new Error(changed.body)
  }
  const tank = async (code: string, more: object = {}) =>
    owner.post('/api/bench/tanks', {
      id: randomUUID(),
      zones: [{ zoneId: made.zone, mode: 'broadcast' }],
      products: [
        {
          labelId: await label(code),
          rate: { value: labelOf(code).uses[0]!.rate.min, unit: labelOf(code).uses[0]!.rate.unit },
        },
      ],
      calibrationId: made.calibration,
      day: '2026-05-12',
      loadPlan: 'equal',
      ...more,
    })
  return { owner, made, change, tank }
}

describe('what Shelf refuses, the server does not mix', () => {
  it('a product that is not for home lawns there, one near beds, one before seed that is to come', async () => {
    const { made, change, tank } = await withLawn()
    expect(codes(await tank('clovask'))).toContain('activeNotForSite')
    const situation = {
      licensed: false,
      site: 'homeLawn',
      places: ['US'],
      nearVegetables: true,
      trees: 'none',
    }
    await change('yard/yards', made.yard, { shelfSituation: situation })
    expect(codes(await tank('fernhold'))).toContain('vapourNearBeds')
    const wishes = {
      seeding: [{ zoneId: made.zone, day: '2026-05-28' }],
      busy: [],
      restrictions: [],
      aerating: [],
      sprinkler: true,
    }
    await change('yard/yards', made.yard, { seasonWishes: wishes })
    const answer = await tank('tressock')
    expect(codes(answer)).toContain('seedingTooSoon')
    expect(answer.json().faults[0]).toMatchObject({ source: 'label', remedy: { code: 'seedFrom' } })
  })
  it('what the owner said may not be used there, or only so much of it', async () => {
    const { made, change, tank } = await withLawn()
    const only = (mostLbPerAcre: number) =>
      change('yard/yards', made.yard, {
        seasonWishes: {
          seeding: [],
          busy: [],
          restrictions: [{ kind: 'active', name: 'MCPP', mostLbPerAcre, note: '' }],
          aerating: [],
          sprinkler: true,
        },
      })
    await only(0)
    expect(codes(await tank('tressock'))).toContain('forbiddenHere')
    await only(0.01)
    expect(codes(await tank('tressock'))).toContain('overLocalMaximum')
    await only(10)
    expect((await tank('tressock')).statusCode).toBe(201)
  })
  it('old crabgrass that was seen there is out of reach until the middle of August, then in reach', async () => {
    const { owner, made, tank } = await withLawn()
    const seen = (foundOn: string) =>
      owner.post('/api/scout/finds', {
        id: randomUUID(),
        zoneId: made.zone,
        placeId: null,
        xFt: null,
        yFt: null,
        foundOn,
        plant: 'smoothCrabgrass',
        candidates: [],
        answers: {},
        stage: 'mature',
        leafCount: null,
        tillerCount: null,
        amount: { kind: 'notCounted' },
        wantedShare: null,
        note: '',
      })
    expect((await seen('2025-07-20')).statusCode).toBe(201)
    const refused = await tank('quarlock', { day: '2025-07-25' })
    expect(refused.json().faults).toMatchObject([
      { code: 'worksAgain', params: { from: '2025-08-15' }, remedy: { params: { day: '2025-08-15' } } },
    ])
    expect(codes(await tank('quarlock', { day: '2025-08-20' }))).not.toContain('worksAgain')
    // What was seen so long ago looks otherwise by now.
    expect(codes(await tank('quarlock', { day: '2025-09-10' }))).not.toContain('worksAgain')
  })
  it('a crown that nobody looked at is asked about first, and let down after the look', async () => {
    const { made, change, tank } = await withLawn()
    await change('yard/zones', made.zone, { turf: 'bermudagrass', state: 'dormant' })
    const asked = await tank('voidmarsh', { day: '2026-02-10' })
    expect(asked.statusCode).toBe(422)
    expect(asked.json().faults).toMatchObject([{ code: 'crownNotChecked', kind: 'asks' }])
    await change('yard/zones', made.zone, { turfCheck: { crown: { day: '2026-02-09', green: true } } })
    expect(codes(await tank('voidmarsh', { day: '2026-02-10' }))).toEqual(['crownGreen'])
    await change('yard/zones', made.zone, { turfCheck: { crown: { day: '2026-02-09', green: false } } })
    expect((await tank('voidmarsh', { day: '2026-02-10' })).statusCode).toBe(201)
  })
  it('the week’s heat stops it; a reason of one’s own goes on, and stands on the record, the paper and the table', async () => {
    const { owner, tank } = await withLawn()
    const outlook = Array.from({ length: 7 }, (_, i) => ({ day: `2026-05-${12 + i}`, highC: 34, lowC: 20 }))
    expect(codes(await tank('tressock', { outlook }))).toEqual(['tooHotFor'])
    const made = await tank('tressock', { outlook, override: 'The crew is here only today' })
    expect(made.statusCode).toBe(201)
    expect(made.json()).not.toHaveProperty('override')
    const written = await owner.post('/api/ledger/applications', {
      id: randomUUID(),
      tankId: made.json().id,
      appliedAt: '2026-02-28T15:00:00Z',
      applicator: 'Ada',
    })
    expect(written.json()[0] ?? written.json().records[0]).toMatchObject({
      override: 'The crew is here only today',
    })
    const csv = (await owner.get('/api/ledger/records.csv?from=2026-01-01&to=2026-12-31')).body
    expect(csv).toContain('The crew is here only today')
  })
  it('a label’s limit is moved by no reason', async () => {
    const { tank } = await withLawn()
    const over = await tank('dorrick', { override: 'I know better' })
    expect(codes(over)).toContain('turfNotOnLabel')
  })
})

describe('the open calculators', () => {
  const asked = {
    rules: labelOf('clovask'),
    turf: 'tallFescue',
    state: 'growing',
    areaSqFt: 5000,
    carrierVolume: { value: 1, unit: 'gal/1000ft2' },
    capacityGal: 4,
    day: '2026-05-12',
    rate: { value: 0.2, unit: 'floz/1000ft2' },
    loadPlan: 'equal',
    tool: 'syringe1mL',
  }
  it('judge as the stations do', async () => {
    const stranger = new Visitor(server.app)
    expect(codes(await stranger.post('/api/bench/mix', asked))).toContain('activeNotForSite')
    const golf = { licensed: true, site: 'golf', places: ['US'], nearVegetables: false, trees: 'none' }
    const there = { ...asked, around: { situation: golf, neighbours: [] } }
    expect((await stranger.post('/api/bench/mix', there)).statusCode).toBe(200)
    const sown = { ...there, sownOn: '2026-04-22' }
    expect(codes(await stranger.post('/api/bench/mix', sown))).toContain('tooFewMowings')
  })
  it('say of every turf on a label how it is judged', async () => {
    const rules = labelOf('quarlock')
    const wrong = { ...rules, uses: rules.uses.map((u) => ({ ...u, turf: [...u.turf, 'stAugustinegrass'] })) }
    const { turf } = (await new Visitor(server.app).post('/api/shelf/check', { rules: wrong })).json()
    const of = (code: string) => turf.find((t: { turf: string }) => t.turf === code)
    expect(of('stAugustinegrass')).toMatchObject({ outcome: 'no', refusals: [{ code: 'activeKillsTurf' }] })
    expect(of('kentuckyBluegrass').refusals).toEqual([])
  })
})
