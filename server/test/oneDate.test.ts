import { randomUUID } from 'node:crypto'
import type { AddressInfo } from 'node:net'
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import type { KeptAnswer } from '@jardinero/contract/answer'
import type { Yard } from '@jardinero/contract/yard'
import type { NextAnswer } from '@jardinero/core/season'
import type { Job } from '@jardinero/core/job'
import { seededRandom, type AccountId } from '@jardinero/core/quantity'
import { timingSchoolIds } from '@jardinero/core/soil'
import { createWeatherServer } from '@jardinero/standins'
import { wordsFor } from '@jardinero/words/whole'
import { daysOnPaper, eventsOfDay } from '../src/answer/index.ts'
import { AccountScope } from '../src/platform/scope.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { lawn } from './lawn.ts'

const weather = createWeatherServer()
let server: TestServer
let visitor: Visitor
let accountId: AccountId
beforeAll(async () => {
  await new Promise<void>((ready) => weather.listen(0, '127.0.0.1', ready))
  const { port } = weather.address() as AddressInfo
  server = await startTestServer({ weatherUrl: `http://127.0.0.1:${port}` })
  visitor = await new Visitor(server.app).signUp()
  accountId = (await visitor.get('/api/account/opening')).json().account.id
})
afterAll(async () => {
  await server.close()
  weather.close()
})

const add = async (url: string, body: object): Promise<string> => {
  const response = await visitor.post(url, { id: randomUUID(), ...body })
  if (response.statusCode !== 201) throw new Error(`${url}: ${response.body}`)
  return (response.json() as { id: string }).id
}
async function current(yard: string): Promise<NonNullable<KeptAnswer['answer']>> {
  for (;;) {
    const now = (await visitor.get(`/api/yard/yards/${yard}/answer`)).json() as KeptAnswer
    if (now.isCurrent && now.answer) return now.answer
    await new Promise((later) => setTimeout(later, 60))
  }
}
const clock = () => new Date('2026-03-01T17:00:00Z')
const words = wordsFor({ locale: 'en-US', units: 'us', temperature: 'F' })

/** What each of them says of the pre-emergent that comes next: its title and its day. */
async function told(yardId: string) {
  const isNext = (title: string) => /^(Proposed: |Pre-emergent on )/.test(title)
  const first = (all: [string, string][]) =>
    all.filter(([title]) => isNext(title)).sort((a, b) => (a[1] < b[1] ? -1 : 1))[0]
  const text = (await visitor.get(`/api/season/calendar.ics?yardId=${yardId}`)).body
  const feed = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents('vevent')
    .map((v) => new ICAL.Event(v))
    .map((e): [string, string] => [e.summary, String(e.startDate)])
  return server.database.transaction(async (manager) => {
    const scope = new AccountScope(manager, accountId)
    const yard = await scope.get<Yard>('yard', yardId)
    const paper = (await daysOnPaper(scope, yard, words, clock)).map((line): [string, string] => {
      const [day, ...title] = line.split(': ')
      return [title.join(': '), new Date(`${day!} UTC`).toISOString().slice(0, 10)]
    })
    const at = first(feed)?.[1]
    const push = at ? await eventsOfDay(scope, yard, at, clock) : []
    const pushed = push.map((e): [string, string] => [
      e.code.includes('.') ? words.say(e.code, e.params) : words.say(`season.event.${e.code}`, e.params),
      e.from,
    ])
    return { feed: first(feed), paper: first(paper), push: first(pushed) }
  })
}
function saidOf(next: NextAnswer | null): [string, string] | undefined {
  if (!next || next.kind === 'none' || !next.day) return undefined
  const zones = next.zones.join(', ')
  const title =
    next.kind === 'proposed'
      ? `Proposed: ${next.label} on ${zones}`
      : `Pre-emergent on ${zones}: ${next.label}`
  return [title, next.day]
}

describe('of any yard', () => {
  it(
    'the next application is the same in the API, the feed, the morning’s reminder and on paper',
    { timeout: 120_000 },
    async () => {
      const random = seededRandom(20260301)
      const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!
      const label = await add('/api/shelf/labels', { rules: lawn.label })
      const kinds = new Set<string>()
      for (let i = 0; i < 8; i++) {
        const climate = pick(['quarryBend', 'tarnHollow', 'corranVale'])
        const { latitude, longitude } = almanac.climates.find(
          (c) => c.code === climate,
        )! as unknown as Record<string, number>
        const yard = await add('/api/yard/yards', {
          ...lawn.yard,
          climate,
          latitude: Number(latitude),
          longitude: Number(longitude ?? -84),
          timingSchool: pick(timingSchoolIds),
        })
        const zones: string[] = []
        for (const name of ['Front', 'Side'].slice(0, 1 + Math.floor(random() * 2))) {
          const zone = await add('/api/yard/zones', { yardId: yard, ...lawn.zone, name })
          zones.push(zone)
          await add('/api/yard/sections', { zoneId: zone, ...lawn.section })
          const place = await add('/api/yard/places', {
            zoneId: zone,
            name: `${name} middle`,
            kind: pick(['middle', 'edge', 'shade']),
            sectionId: null,
            side: null,
          })
          await add('/api/soil/readings', { placeId: place, ...lawn.reading, temperatureC: 4 + random() * 8 })
        }
        if (random() < 0.3)
          await add('/api/jobs', {
            zoneId: zones[0],
            task: 'apply',
            products: [{ labelId: label, rate: { value: 0.24, unit: 'oz/1000ft2' } }],
            when: { kind: 'day', day: '2026-03-12' },
          })
        const before = await current(yard)
        const takeable =
          before.season?.rows.filter((r) => !r.faults.length && r.programme.passes.length) ?? []
        if (takeable.length && random() < 0.6) {
          const row = pick(takeable)
          const taken = await visitor.post('/api/season/plans', {
            id: randomUUID(),
            yardId: yard,
            half: before.season!.half,
            school: row.school,
            programme: row.programme,
            days: row.passes,
            escaped: null,
            reason: 'So.',
          })
          expect(taken.statusCode, taken.body).toBe(201)
          const jobs = (await visitor.get(`/api/jobs?yardId=${yard}`)).json() as Job[]
          const ofPlan = jobs.filter((j) => j.plan)
          if (random() < 0.5)
            await visitor.post(`/api/jobs/${pick(ofPlan).id}/steps`, {
              id: randomUUID(),
              kind: 'skip',
              why: 'no',
            })
        }
        const { next } = await current(yard)
        const said = saidOf(next)
        kinds.add(next?.kind ?? 'silent')
        const all = await told(yard)
        expect(all, `${i} ${climate} ${JSON.stringify(next)}`).toEqual({
          feed: said,
          paper: said,
          push: said,
        })
      }
      // Of every kind there was one.
      expect([...kinds].sort()).toEqual(expect.arrayContaining(['planned', 'proposed']))
    },
  )
})
