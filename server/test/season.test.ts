import { randomUUID } from 'node:crypto'
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
let visitor: Visitor
let made: Awaited<ReturnType<typeof addLawn>>
beforeAll(async () => {
  server = await startTestServer()
  visitor = await new Visitor(server.app).signUp()
  made = await addLawn(visitor)
})
afterAll(() => server.close())

type Order = typeof made.planOrder
const take = (spoil: (order: Order) => void = () => undefined) => {
  const order = structuredClone(made.planOrder)
  spoil(order)
  return visitor.post('/api/season/plans', { id: randomUUID(), ...order })
}
/** What an independent parser makes of a calendar. */
const eventsOf = (text: string) =>
  new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((v) => new ICAL.Event(v))

describe('a plan', () => {
  it('is taken once, kept with who and why, and never changed', async () => {
    const id = randomUUID()
    const order = { ...made.planOrder, id, reason: 'Rain is coming.' }
    const first = await visitor.post('/api/season/plans', order)
    expect(first.statusCode).toBe(201)
    expect(first.json()).toMatchObject({
      reason: 'Rain is coming.',
      takenBy: 'Ada',
      takenAt: '2026-03-01T17:00:00.000Z',
    })
    const again = await visitor.post('/api/season/plans', { ...order, reason: 'Another.' })
    expect([again.statusCode, again.json().reason]).toEqual([200, 'Rain is coming.'])
    const plans = (await visitor.get('/api/season/plans')).json()
    expect(plans.length).toBeGreaterThan(1)
    expect((await visitor.get('/api/account')).json().plans).toEqual(plans)
    for (const method of ['PATCH', 'DELETE'])
      expect((await visitor.send(method, `/api/season/plans/${id}`, {})).statusCode).toBe(404)
  })
  it.each<[string, (o: Order) => void, string, string]>([
    [
      'over an application',
      (o) => (o.programme.passes[0]!.rate.value = 0.6),
      'rateOverMaximum',
      'passes.0.rate',
    ],
    [
      'too soon after the last',
      (o) => (o.programme.passes[0]!.when.day = '2026-03-20'),
      'tooSoonAgain',
      'passes.0.when',
    ],
    ['in the past', (o) => (o.programme.passes[0]!.when.day = '2026-02-20'), 'passInPast', 'passes.0.when'],
    [
      'no such label',
      (o) => (o.programme.passes[0]!.labelId = randomUUID()),
      'labelGone',
      'passes.0.labelId',
    ],
    [
      'too much nitrogen',
      (o) => (o.programme.fertiliser[0]!.nitrogenLbPer1000 = 5),
      'nitrogenRate',
      'fertiliser.0.nitrogenLbPer1000',
    ],
  ])('is refused in words: %s', async (_, spoil, code, field) => {
    const response = await take(spoil)
    expect(response.statusCode).toBe(422)
    expect(response.json().faults).toContainEqual(expect.objectContaining({ code, field }))
    expect(response.json().detail).toMatch(/\w+ \w+/)
  })
  it('is held against the year, the seed to be sown and the rules of the place', async () => {
    const over = await take((o) => {
      const [pass] = o.programme.passes
      o.programme.passes = ['2026-04-14', '2026-06-01'].map((day, i) => ({
        ...pass!,
        id: `p${i}`,
        when: { kind: 'day', day },
        rate: { value: 0.55, unit: 'oz/1000ft2' },
      }))
    })
    expect(over.json()).toMatchObject({ code: 'overAnnualMaximum', faults: [{ field: 'passes.1.rate' }] })
    const wishes = {
      seeding: [{ zoneId: made.zone, day: '2026-09-05' }],
      busy: [],
      restrictions: [{ kind: 'group', name: '3', mostLbPerAcre: 0, note: '' }],
      aerating: [],
      sprinkler: true,
    }
    const yard = (await visitor.get('/api/yard/yards')).json()[0]
    const patched = await visitor.patch(`/api/yard/yards/${made.yard}`, {
      version: yard.version,
      seasonWishes: wishes,
    })
    expect(patched.json().seasonWishes).toEqual(wishes)
    const codes = (await take()).json().faults.map((f: { code: string }) => f.code)
    expect(codes).toEqual(['forbiddenHere', 'seedingTooSoon'])
    const file = (await visitor.get('/api/account/file')).json()
    const other = await new Visitor(server.app).signUp()
    await other.post('/api/account/file', file)
    const state = (await other.get('/api/account')).json()
    expect(state.yards[0].seasonWishes.seeding[0].zoneId).toBe(state.zones[0].id)
    expect(state.plans[0].programme.passes[0]).toMatchObject({
      zones: [state.zones[0].id],
      labelId: state.labels[0].id,
    })
    await visitor.patch(`/api/yard/yards/${made.yard}`, {
      version: patched.json().version,
      seasonWishes: null,
    })
  })
})

describe('the other half of the year', () => {
  it('shares the year’s maximum with a plan that is already taken', async () => {
    const autumn = (rate: number) =>
      take((o) => {
        o.half = 'falling'
        const [pass] = o.programme.passes
        o.programme.passes = [
          {
            ...pass!,
            season: 'falling',
            when: { kind: 'day', day: '2026-09-10' },
            rate: { ...pass!.rate, value: rate },
          },
        ]
        o.days = []
        o.programme.fertiliser = []
      })
    // 0.4 is down, 0.4 is planned for spring, and 1.1 is the year's maximum.
    expect((await autumn(0.35)).json()).toMatchObject({ code: 'overAnnualMaximum' })
    expect((await autumn(0.28)).statusCode).toBe(201)
  })
})

describe('the calendar', () => {
  it('reads in an independent parser: passes, watering with its minutes, fertiliser', async () => {
    const response = await visitor.get(`/api/season/calendar.ics?yardId=${made.yard}`)
    expect(response.headers['content-type']).toContain('text/calendar')
    const events = eventsOf(response.body)
    expect(events.map((e) => e.summary.split(' ')[0])).toEqual([
      'Pre-emergent',
      'Water',
      'Fertiliser',
      'Pre-emergent',
      'Water',
      // Of the pass that is down already.
      'Water',
      'Judge',
      lawn.label.name.split(' ')[0],
    ])
    const [pass, water] = events
    expect([pass!.startDate.toString(), pass!.startDate.isDate]).toEqual(['2026-04-14', true])
    expect(pass!.description).toContain('0.4 oz per 1,000 sq ft')
    expect(water!.endDate.toString()).toBe('2026-04-29')
    expect(water!.description).toMatch(/0\.25 in of rain or sprinkling by Apr 28: \d/)
    expect(new Set(events.map((e) => e.uid)).size).toBe(8)
  })
  it('follows the plan that holds, and the same pass keeps its id', async () => {
    const before = eventsOf((await visitor.get(`/api/season/calendar.ics?yardId=${made.yard}`)).body)[0]!
    const later = (o: Order) => {
      o.programme.passes[0]!.when.day = '2026-04-20'
      o.days[0]!.day = '2026-04-20'
    }
    expect((await take(later)).statusCode).toBe(201)
    const after = eventsOf((await visitor.get(`/api/season/calendar.ics?yardId=${made.yard}`)).body)[0]!
    expect(after.startDate.toString()).toBe('2026-04-20')
    expect(after.uid).toBe(before.uid)
    expect(after.sequence).toBeGreaterThan(before.sequence)
  })
  it('is read by its secret address without a session, until it is taken back', async () => {
    const [feed] = (await visitor.get('/api/season/feeds')).json()
    expect(feed.path).toMatch(/^\/api\/season\/feed\/[\w-]{32}\.ics$/)
    const open = await server.app.inject(feed.path)
    expect(eventsOf(open.body).length).toBe(8)
    expect((await visitor.post('/api/season/feeds', { id: randomUUID(), yardId: made.yard })).json()).toEqual(
      feed,
    )
    expect((await server.app.inject(feed.path.replace(/.{5}\.ics/, 'AAAAA.ics'))).statusCode).toBe(404)
    expect((await server.app.inject('/api/season/feed/short.ics')).statusCode).toBe(400)
    expect((await visitor.send('DELETE', `/api/season/feeds/${feed.id}`)).statusCode).toBe(204)
    expect((await server.app.inject(feed.path)).statusCode).toBe(404)
  })
})
