// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { atHome, homeState, reading, record, until } from '../../test/home.ts'
import { standServer } from '../../test/server.ts'
import { clock, emptyYear, keys, useHeld, useYard } from './index.ts'

afterEach(() => {
  vi.unstubAllGlobals()
  clock.readFrom(() => new Date())
})
const noDemo = { account: { id: 'a', name: 'Home', demoDay: null } }

describe('an application left open', () => {
  it('turns to the next day at midnight of the yard, and to the next year with its own rows', async () => {
    let now = new Date('2026-12-31T23:30:00-05:00')
    clock.readFrom(() => now)
    const { use } = await atHome({ state: noDemo, readings: [reading('e', '2026-12-30', 40)] })
    const { today, day } = use(useYard)
    const sent = standServer({})
    expect([today.value, day.value]).toEqual(['2026-12-31', '2026-12-31'])
    // Midnight has been in London, not here.
    now = new Date('2026-12-31T23:59:50-05:00')
    clock.tick()
    expect(today.value).toBe('2026-12-31')
    now = new Date('2027-01-01T00:00:05-05:00')
    clock.tick()
    expect([today.value, day.value]).toEqual(['2027-01-01', '2027-01-01'])
    await until(() => useHeld().years.length === 3 || sent.some((s) => s.url.endsWith('/years/2027')))
  })
})

describe('years that are not here', () => {
  it('still say what was used on a lawn, and count nothing for this year', async () => {
    const { use } = await atHome({
      records: ['2023-03-01', '2024-03-01', '2026-02-20'].map((day) => record(day, 0.4)),
    })
    const { passesOn, records } = use(useYard)
    expect(records.value.map((r) => r.day)).toEqual(['2026-02-20'])
    expect(passesOn('z').map((p) => [p.day, p.actives[0]!.name, p.actives[0]!.rate.value > 0])).toEqual([
      ['2023-03-01', 'prodiamine', false],
      ['2024-03-01', 'prodiamine', false],
      ['2026-02-20', 'prodiamine', true],
    ])
  })
})

describe('answers of the server', () => {
  it('that come late do not overwrite what was saved meanwhile', async () => {
    const { account } = await atHome()
    const held = useHeld()
    const [zone] = homeState().zones
    let answer: (value: unknown) => void = () => undefined
    const late = new Promise((done) => (answer = done))
    const asked: string[] = []
    vi.stubGlobal('fetch', (url: string, { method }: { method: string }) => {
      asked.push(`${method} ${url}`)
      if (method === 'PATCH')
        return Promise.resolve(new Response(JSON.stringify({ ...zone, name: 'Mine', version: 2 })))
      return asked.length === 1 ? late : new Promise(() => undefined)
    })
    void held.client.refetchQueries({ queryKey: keys.yardState('i', 'y') })
    await account.change('zones', zone!, { name: 'Mine' })
    answer(new Response(JSON.stringify({ ...held.yard, zones: homeState().zones })))
    await new Promise((soon) => setTimeout(soon, 20))
    expect(account.state.zones[0]!.name).toBe('Mine')
    // What was broken off is asked for again.
    expect(asked).toEqual([
      'GET /api/yard/yards/y/state',
      'PATCH /api/yard/zones/z',
      'GET /api/yard/yards/y/state',
      // The answer may rest on it.
      'GET /api/yard/yards/y/answer',
    ])
  })
  it('for a yard that one no longer wants to open leave the one that is open', async () => {
    await atHome()
    const held = useHeld()
    vi.stubGlobal('fetch', async (url: string) => {
      if (!url.includes('/late')) return new Promise(() => undefined)
      await new Promise((soon) => setTimeout(soon, 20))
      const { yards } = homeState()
      const state = { ...held.yard, yard: { ...yards[0], id: 'late' }, zones: [], places: [], jobs: [] }
      return new Response(JSON.stringify(url.includes('/years/') ? emptyYear() : state))
    })
    const late = held.stand('late', 2026)
    await held.stand('y', 2026)
    await late
    expect(held.standing.yardId).toBe('y')
  })
  it('of another person are not there for the next', async () => {
    const { account } = await atHome()
    expect(account.state.zones).toHaveLength(1)
    const { useSession } = await import('../kit/session.ts')
    useSession().person = { ...useSession().person!, id: 'other' }
    await until(() => account.state.zones.length === 0 && account.state.labels.length === 0)
  })
  it('are laid by year: a row that moves to another year leaves the one before', async () => {
    const { account } = await atHome()
    const sign = { id: 's1', version: 1, yardId: 'y', kind: 'blossom' as const, day: '2026-02-01', note: '' }
    await account.put('signs', sign as never)
    await account.put('signs', { ...sign, day: '2025-12-30' } as never)
    const held = useHeld()
    const inYear = (year: number) =>
      held.client.getQueryData<{ signs: unknown[] }>(keys.year('i', 'y', year))!.signs.length
    expect([inYear(2025), inYear(2026), account.state.signs.length]).toEqual([1, 0, 1])
  })
})
