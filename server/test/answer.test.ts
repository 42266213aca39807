import { randomUUID } from 'node:crypto'
import type { AddressInfo } from 'node:net'
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { KeptAnswer, YardAnswer } from '@jardinero/contract/answer'
import type { YardState, YardYear } from '@jardinero/contract/state'
import type { YardWeather } from '@jardinero/contract/weather'
import type { NextApplication, Programme } from '@jardinero/core/season'
import { buildSoilQuestion, computeSoilAnswer, joinKept, splitPieces } from '@jardinero/core/soil'
import { createWeatherServer } from '@jardinero/standins'
import { createStations } from '../src/soil/index.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { lawn } from './lawn.ts'

/** A lawn on which nothing is down yet. */
async function addUntreated(visitor: Visitor, { name = 'Middle', lengthsFt = [127, 50] } = {}) {
  const add = async (url: string, body: object) => {
    const response = await visitor.post(url, { id: randomUUID(), ...body })
    if (response.statusCode !== 201) throw new Error(`${url}: ${response.body}`)
    return (response.json() as { id: string }).id
  }
  const yard = await add('/api/yard/yards', lawn.yard)
  const zone = await add('/api/yard/zones', { yardId: yard, ...lawn.zone })
  await add('/api/yard/sections', { zoneId: zone, ...lawn.section, lengthsFt })
  const place = { zoneId: zone, name, kind: 'middle', sectionId: null, side: null }
  const middle = await add('/api/yard/places', place)
  await add('/api/soil/readings', { placeId: middle, ...lawn.reading })
  await add('/api/shelf/labels', { rules: lawn.label })
  return { yard, zone, middle }
}

const weather = createWeatherServer()
let base = ''
let server: TestServer
let visitor: Visitor
let yard = ''
let middle = ''
beforeAll(async () => {
  await new Promise<void>((ready) => weather.listen(0, '127.0.0.1', ready))
  base = `http://127.0.0.1:${(weather.address() as AddressInfo).port}`
  server = await startTestServer({ weatherUrl: base })
  visitor = await new Visitor(server.app).signUp()
  ;({ yard, middle } = await addUntreated(visitor))
})
afterAll(async () => {
  await server.close()
  weather.close()
})

const told = async (who = visitor, of = yard, have = ''): Promise<KeptAnswer> =>
  (await who.get(`/api/yard/yards/${of}/answer${have && `?have=${have}`}`)).json()
/** Asked until it rests on what is known. */
async function current(who = visitor, of = yard): Promise<KeptAnswer & { answer: YardAnswer }> {
  for (;;) {
    const now = await told(who, of)
    if (now.isCurrent && now.answer) return { ...now, answer: now.answer }
    await new Promise((later) => setTimeout(later, 60))
  }
}
const runsKept = async () => (await server.owner.query('SELECT key FROM kept_run ORDER BY key')) as unknown[]
const patient = { timeout: 60_000 }

describe('the answer for a yard', () => {
  it('is worked out once it is asked for, kept, and not told twice', patient, async () => {
    expect(await told()).toMatchObject({ isCurrent: false, answer: null, madeAt: null, stuck: null })
    const first = await current()
    expect(first).toMatchObject({ day: '2026-03-01', restsOn: first.asked, progress: null })
    expect(first.answer.soil).toMatchObject({ today: '2026-03-01', members: 200 })
    expect(first.answer.season!.rows).toHaveLength(9)
    expect((await told(visitor, yard, first.restsOn!)).answer).toBeNull()
  })
  it(
    'is the same as a browser works out from the same rows, with the seasons it hands on',
    patient,
    async () => {
      const { answer } = await current()
      const state = (await visitor.get(`/api/yard/yards/${yard}/state`)).json() as YardState
      const year = (await visitor.get(`/api/yard/yards/${yard}/years/2026`)).json() as YardYear
      const rest = (await visitor.get(`/api/soil/weather?yardId=${yard}`)).json() as YardWeather
      const built = buildSoilQuestion({
        ...state,
        ...year,
        weather: rest,
        weeds: [],
        today: '2026-03-01',
        day: '2026-03-01',
      })!
      const runs = await visitor.get(`/api/yard/yards/${yard}/runs`)
      const kept = joinKept(splitPieces(new Uint8Array(runs.rawPayload)))
      const here = computeSoilAnswer({ ...built.question, ...kept })
      expect(here.schools).toEqual(answer.soil.schools)
      expect(here.places[0]!.meanToday.value).toBe(answer.soil.places[0]!.meanToday.value)
      for (const [i, c] of here.places[0]!.p50C.entries())
        expect(answer.soil.places[0]!.p50C[i]).toBeCloseTo(c, 1)
    },
  )
  it('follows a reading, and simulates nothing anew for it', patient, async () => {
    const before = await current()
    const runs = await runsKept()
    const reading = {
      placeId: middle,
      takenAt: '2026-03-01T15:00:00Z',
      depthCm: 5.08,
      temperatureC: 6,
      note: '',
    }
    const sent = await visitor.post('/api/soil/readings', { id: randomUUID(), ...reading })
    expect(sent.statusCode).toBe(201)
    const between = await told()
    // The old answer stands until the new is there.
    expect([between.isCurrent, between.restsOn]).toEqual([false, before.restsOn])
    const after = await current()
    const meanOf = ({ answer }: { answer: YardAnswer }) => answer.soil.places[0]!.meanToday.value
    expect(after.answer.readingIds).toHaveLength(2)
    expect(Math.abs(meanOf(after) - meanOf(before))).toBeGreaterThan(0.05)
    expect(await runsKept()).toEqual(runs)
  })
  it('shares its seasons with every yard on such ground, and nothing else', patient, async () => {
    const runs = await runsKept()
    const other = await new Visitor(server.app).signUp()
    const there = await addUntreated(other)
    const theirs = await current(other, there.yard)
    expect(theirs.answer.soil.places[0]!.id).toBe(there.middle)
    expect(await runsKept()).toEqual(runs)
    for (const path of ['answer', 'runs'])
      expect((await other.get(`/api/yard/yards/${yard}/${path}`)).statusCode).toBe(404)
  })
  it(
    'is drawn once for lawns alike, each with its own names, size and money; a reading makes it its own',
    patient,
    async () => {
      const owners = await Promise.all([1, 2].map(() => new Visitor(server.app).signUp()))
      const [one, two] = await Promise.all(
        owners.map((owner, i) =>
          addUntreated(owner, {
            name: ['By the \uD83C\uDF33 "gate"', 'Bäck'][i]!,
            lengthsFt: [50 + 50 * i, 50],
          }),
        ),
      )
      const answers = [await current(owners[0], one!.yard), await current(owners[1], two!.yard)] as const
      const alike = async () =>
        (
          (await server.owner.query('SELECT alike FROM kept_answer WHERE yard_id = ANY($1)', [
            [one!.yard, two!.yard],
          ])) as { alike: string }[]
        ).map((r) => r.alike)
      const [a, b] = await alike()
      expect([b, a!.length]).toEqual([a, 64])
      const ownOf = ({ answer }: { answer: YardAnswer }) => ({
        soil: answer.soil.places.map(({ id: _, ...figures }) => figures),
        through: answer.season!.rows.map((r) => [
          r.school,
          r.passes.map((p) => p.day),
          r.judgement.escaped?.value,
        ]),
      })
      expect(ownOf(answers[1])).toEqual(ownOf(answers[0]))
      for (const [i, { middle: own, zone }] of [one!, two!].entries()) {
        const text = JSON.stringify(answers[i])
        const other = [one!, two!][1 - i]!
        for (const id of [own, zone]) expect(text).toContain(id)
        for (const id of [other.middle, other.zone, other.yard]) expect(text).not.toContain(id)
        expect(answers[i]!.answer.soil.places[0]!.id).toBe(own)
      }
      const costs = answers.map(({ answer }) => answer.season!.rows.find((r) => r.cost?.known)!.cost!.cents)
      expect(costs[1]!).toBeGreaterThan(costs[0]! * 1.9)
      expect(JSON.stringify(answers[0].answer.season!.rows)).toContain('gate')
      await owners[1]!.post('/api/soil/readings', {
        id: randomUUID(),
        placeId: two!.middle,
        ...lawn.reading,
        temperatureC: 3,
      })
      await current(owners[1], two!.yard)
      expect(new Set(await alike()).size).toBe(2)
    },
  )
  it('has one next application: proposed, then of the plan; the calendar has its day', patient, async () => {
    const { answer } = await current()
    const proposed = answer.next as NextApplication
    const [best] = answer.season!.rows
    expect(proposed).toMatchObject({ kind: 'proposed', school: best!.school, day: best!.passes[0]!.day })
    const daysOf = async () => {
      const text = (await visitor.get(`/api/season/calendar.ics?yardId=${yard}`)).body
      return new ICAL.Component(ICAL.parse(text))
        .getAllSubcomponents('vevent')
        .map((e) => new ICAL.Event(e))
        .map((e) => `${e.startDate.toString()} ${e.summary}`)
    }
    expect(await daysOf()).toContain(`${proposed.day} Proposed: Tarnfold 50 WG on 前庭`)
    const row = answer.season!.rows.find((r) => !r.faults.length && r.programme.passes.length)!
    const programme: Programme = row.programme
    const taken = await visitor.post('/api/season/plans', {
      id: randomUUID(),
      yardId: yard,
      half: answer.season!.half,
      school: row.school,
      programme,
      // As if it had been taken under another weather.
      days: row.passes.map((p) => ({ ...p, day: '2026-03-05', rainAlone: 0.5 })),
      escaped: 0.2,
      reason: 'So.',
    })
    expect(taken.statusCode).toBe(201)
    const planned = (await current()).answer.next as NextApplication
    expect(planned).toMatchObject({ kind: 'planned', day: row.passes[0]!.day, was: '2026-03-05' })
    const days = await daysOf()
    expect(days).toContain(`${planned.day} Pre-emergent on 前庭: Tarnfold 50 WG`)
    expect(days.join()).not.toContain('Proposed')
  })
  it('says what stands in the way, and goes with its yard', patient, async () => {
    const lost = await new Visitor(server.app).signUp()
    const nowhere = await addUntreated(lost)
    await server.owner.query(`UPDATE yard SET climate = 'nowhere' WHERE id = $1`, [nowhere.yard])
    expect(await told(lost, nowhere.yard)).toMatchObject({
      stuck: 'weatherAway',
      isCurrent: false,
      answer: null,
    })
    const kept = () => server.owner.query('SELECT 1 FROM kept_answer WHERE yard_id = $1', [yard])
    expect(await kept()).toHaveLength(1)
    await visitor.post('/api/account/delete', { password: 'long enough to do' })
    expect(await kept()).toHaveLength(0)
  })
})

const place = (station: string) => ({ station, latitude: 38.1, longitude: -84.5 })
describe('the weather service', () => {
  it('is asked once an hour; away, what it said last is told, a week long and with its age', async () => {
    let now = Date.parse('2026-03-01T17:00:00Z')
    let asked = 0
    const counting = createWeatherServer()
    counting.on('request', () => asked++)
    await new Promise<void>((ready) => counting.listen(0, '127.0.0.1', ready))
    const url = `http://127.0.0.1:${(counting.address() as AddressInfo).port}`
    const stations = createStations(server.database, { url, format: 'own' }, () => now)
    const [first, second] = await Promise.all([
      stations(place('quarryBend'), '2026-03-01'),
      stations(place('quarryBend'), '2026-03-01'),
    ])
    expect([first, asked]).toEqual([second, 2])
    now += 30 * 60_000
    await stations(place('quarryBend'), '2026-03-01')
    expect(asked).toBe(2)
    await new Promise((gone) => {
      counting.close(gone)
      counting.closeAllConnections()
    })
    now += 7 * 86_400_000
    const old = await stations(place('quarryBend'), '2026-03-08')
    expect(old).toMatchObject({ away: true, askedAt: '2026-03-01T17:00:00.000Z', stamp: first.stamp })
    expect(old.past.days.at(-1)!.day).toBe('2026-03-01')
    await expect(stations(place('nowhere'), '2026-03-08')).rejects.toMatchObject({ code: 'weatherAway' })
  })
})
