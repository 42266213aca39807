import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ApplicationRecord } from '@jardinero/contract/ledger'
import type { YardNames, YardYear } from '@jardinero/contract/state'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
const person = async () => {
  await server.database.query('DELETE FROM rate_count')
  const owner = await new Visitor(server.app).signUp()
  return { owner, made: await addLawn(owner) }
}
const get = async <T>(owner: Visitor, url: string): Promise<T> => {
  const answer = await owner.get(url)
  expect(answer.statusCode, answer.body).toBe(200)
  return answer.json() as T
}

describe('what a browser holds of an account', () => {
  it('is together all of it, by yard and year, each row once', async () => {
    const { owner, made } = await person()
    await owner.post('/api/soil/waters', {
      id: randomUUID(),
      yardId: made.yard,
      kind: 'rain',
      day: '2025-06-01',
      depthMm: 3,
      sprinklerId: null,
      minutes: null,
      note: '',
    })
    const whole = await get<Record<string, { id: string }[]>>(owner, '/api/account')
    const parts: Record<string, { id: string }[]>[] = [
      await get(owner, '/api/bench/equipment'),
      await get(owner, '/api/shelf/state'),
      await get(owner, `/api/yard/yards/${made.yard}/state`),
      await get(owner, `/api/yard/yards/${made.yard}/years/2025`),
      await get(owner, `/api/yard/yards/${made.yard}/years/2026`),
    ]
    const { yards, account: _, ...rows } = whole
    expect(parts[2]!['yard']).toEqual(yards![0])
    for (const [name, all] of Object.entries(rows))
      expect(
        parts.flatMap((p) => p[name] ?? []).toSorted((a, b) => (a.id < b.id ? -1 : 1)),
        name,
      ).toEqual(all.toSorted((a, b) => (a.id < b.id ? -1 : 1)))
  })
  it('has the records with their rules, each rules once, and counts of the years', async () => {
    const { owner, made } = await person()
    await owner.post('/api/ledger/records', { id: randomUUID(), mixId: made.mix, again: true, ...lawn.pass })
    const year = await get<YardYear>(owner, `/api/yard/yards/${made.yard}/years/2026`)
    expect([year.records.length, year.rules.length]).toEqual([2, 1])
    const unpacked = year.records.map((r) => ({ ...r, rules: year.rules[r.rules] }))
    const all = await get<ApplicationRecord[]>(owner, '/api/ledger/records')
    expect(unpacked).toEqual(all)
    const { history } = await get<{ history: unknown }>(owner, `/api/yard/yards/${made.yard}/state`)
    expect(history).toEqual([
      {
        zoneId: made.zone,
        year: 2026,
        passes: 2,
        groups: [all[0]!.rules.actives[0]!.group],
        actives: [all[0]!.rules.actives[0]!.name],
        lastDay: '2026-02-28',
      },
    ])
  })
  it('puts the last hours of a year into the year of the yard’s own clock', async () => {
    const { owner, made } = await person()
    // 11 pm on New Year's Eve in Kentucky.
    await owner.post('/api/soil/readings', {
      id: randomUUID(),
      placeId: made.middle,
      ...lawn.reading,
      takenAt: '2026-01-01T04:00:00Z',
    })
    const takenIn = async (year: number) =>
      (await get<YardYear>(owner, `/api/yard/yards/${made.yard}/years/${year}`)).readings.map(
        (r) => r.takenAt,
      )
    expect(await takenIn(2025)).toEqual(['2026-01-01T04:00:00.000Z'])
    expect(await takenIn(2026)).not.toContain('2026-01-01T04:00:00.000Z')
  })
  it('is nobody else’s', async () => {
    const { made } = await person()
    const stranger = await new Visitor(server.app).signUp()
    for (const path of ['state', 'years/2026'])
      expect((await stranger.get(`/api/yard/yards/${made.yard}/${path}`)).statusCode).toBe(404)
  })
})

describe('yards by their names', () => {
  it('come page by page, each once, and are searched by name and client', async () => {
    const { owner } = await person()
    await server.owner.query(
      `INSERT INTO yard (id, account_id, name, latitude, longitude, time_zone, climate, timing_school, client)
       SELECT gen_random_uuid(), y.account_id, 'Yard ' || lpad(n::text, 3, '0'), 38, -84, 'America/New_York', y.climate, y.timing_school,
         CASE WHEN n % 50 = 0 THEN 'Vandermolen' END
       FROM generate_series(1, 150) n, (SELECT y.* FROM yard y JOIN person p ON p.account_id = y.account_id WHERE p.email = $1) y`,
      [owner.email],
    )
    const seen: string[] = []
    for (let next: string | null = ''; next !== null;) {
      const page: YardNames = await get(owner, `/api/yard/names${next && `?after=${next}`}`)
      expect(page.yards.length).toBeLessThanOrEqual(60)
      seen.push(...page.yards.map((y) => y.name))
      next = page.next
    }
    expect(seen).toHaveLength(151)
    expect(new Set(seen).size).toBe(151)
    const found = await get<YardNames>(owner, '/api/yard/names?search=yard%20vander')
    expect(found.yards.map((y) => y.name)).toEqual(['Yard 050', 'Yard 100', 'Yard 150'])
    const opening = await get<{ yardCount: number; yards: unknown[] }>(owner, '/api/account/opening')
    expect([opening.yardCount, opening.yards.length]).toEqual([151, 60])
  })
})
