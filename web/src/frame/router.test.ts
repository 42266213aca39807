// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createPinia, setActivePinia } from 'pinia'
import { createMemoryHistory } from 'vue-router'
import { emptyYear, useHeld } from '../state/index.ts'
import { homeState } from '../../test/home.ts'
import { adaSession, standServer, type Answer } from '../../test/server.ts'
import { useSession } from '../kit/session.ts'
import { createAppRouter } from './router.ts'
import { inYard } from './stations.ts'

const [elm, oak] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'] as const
const names = [
  { id: elm, name: 'Elm', client: '' },
  { id: oak, name: 'Oak', client: '' },
]
const { zones: _, ...rest } = homeState()
const yardOf = (id: string, name: string) => ({
  ...rest,
  yard: { ...homeState().yards[0]!, id, name },
  zones: [],
  history: [],
})
const notFound: Answer = [404, { code: 'notFound', detail: 'It is not here.', faults: [] }]

function stand(yards = names) {
  setActivePinia(createPinia())
  useSession().person = { ...adaSession.person, units: 'us', temperature: 'F', theme: 'auto' } as never
  const sent = standServer({
    'GET /api/session': [200, adaSession],
    'GET /api/account/opening': [
      200,
      { account: { id: 'a', name: 'Home', demoDay: '2026-02-28' }, yardCount: yards.length, yards },
    ],
    'GET /api/almanac': [200, { turf: [], climates: [], barriers: [] }],
    'GET /api/bench/equipment': [200, { sprayers: [], calibrations: [], tools: [] }],
    'GET /api/shelf/state': [200, { labels: [], stock: [], labelFiles: [] }],
    [`GET /api/yard/yards/${elm}/state`]: [200, yardOf(elm, 'Elm')],
    [`GET /api/yard/yards/${oak}/state`]: [200, yardOf(oak, 'Oak')],
    [`GET /api/yard/yards/${elm}/years`]: [200, emptyYear()],
    [`GET /api/yard/yards/${oak}/years`]: [200, emptyYear()],
    'GET /api/yard/yards/': notFound,
  })
  return { router: createAppRouter(createMemoryHistory()), sent }
}
beforeEach(() => {
  localStorage.clear()
  // No answers of the test before on this device.
  vi.stubGlobal('indexedDB', undefined)
})
afterEach(() => vi.unstubAllGlobals())

describe('the words', () => {
  it('of Today come first; of the others before their page is there, and a word still to come is never a raw key', async () => {
    const { router } = stand()
    const session = useSession()
    await session.open()
    expect(session.words.say('ledger.showYear')).toBe('')
    expect(session.words.say('frame.name')).not.toBe('')
    await router.push(`/yards/${oak}/ledger`)
    expect(session.words.say('ledger.showYear')).toBe('Show')
    expect(() => session.words.say('ledger.noSuchWord')).toThrow(RangeError)
  })
})

describe('the yard and the day in the address', () => {
  it(
    'go along with every step and every link, from whatever station to whatever other',
    { timeout: 30_000 },
    async () => {
      const { router } = stand()
      await router.push(`/yards/${oak}/scout?at=find&find=x&day=2026-04-20`)
      for (const { name } of inYard) {
        expect(router.resolve({ name: name! }).fullPath).toMatch(
          new RegExp(`^/yards/${oak}(/[a-z/]+)?\\?day=2026-04-20$`),
        )
        await router.push({ name: name!, query: { at: 'key' } })
        expect(router.currentRoute.value.query).toEqual({ at: 'key', day: '2026-04-20' })
        expect(useHeld().standing).toEqual({ yardId: oak, year: 2026 })
      }
    },
  )
  it('is left only by a step that says a day, or another yard', async () => {
    const { router } = stand()
    await router.push(`/yards/${oak}/soil?day=2026-04-20`)
    await router.push({ name: 'soil', params: { yardId: elm } })
    expect(router.currentRoute.value.fullPath).toBe(`/yards/${elm}/soil?day=2026-04-20`)
    expect(useHeld().yard!.yard.name).toBe('Elm')
    await router.replace({ query: { day: undefined } })
    expect(router.currentRoute.value.fullPath).toBe(`/yards/${elm}/soil`)
  })
  it('do not turn a step back that is under way: a page that is being left changes its address too late', async () => {
    const { router } = stand()
    await router.push(`/yards/${oak}?day=2026-04-20`)
    const step = router.push({ name: 'ledger' })
    await Promise.resolve()
    await router.replace({ query: { at: 'key' } })
    await step
    expect(router.currentRoute.value.fullPath).toBe(`/yards/${oak}/ledger?day=2026-04-20`)
    const other = router.push({ name: 'soil' })
    await Promise.resolve()
    await router.replace({ query: { day: undefined } })
    await other
    expect(router.currentRoute.value.fullPath).toBe(`/yards/${oak}/soil`)
  })
  it('lead from addresses without one to the yard that was open last, the query with it', async () => {
    const { router } = stand()
    await router.push('/')
    expect(router.currentRoute.value.fullPath).toBe(`/yards/${elm}`)
    await router.push({ name: 'today', params: { yardId: oak } })
    await router.push('/shelf?ask=dandelion.mature&day=2026-08-01')
    expect(router.currentRoute.value.fullPath).toBe(`/yards/${oak}/shelf?ask=dandelion.mature&day=2026-08-01`)
    await router.push(`/bench?yard=${elm}`)
    expect(router.currentRoute.value.path).toBe(`/yards/${elm}/bench`)
  })
  it('of a yard that is not there is said, and no other is put in its place', async () => {
    const { router } = stand()
    await router.push('/yards/33333333-3333-4333-8333-333333333333/yard')
    expect(router.currentRoute.value.name).toBe('noYard')
    expect(useHeld().standing.yardId).toBe('')
  })
  it('leads somebody without a yard through the first one, and to themselves', async () => {
    const { router } = stand([])
    await router.push('/ledger')
    expect(router.currentRoute.value.name).toBe('welcome')
    await router.push('/you')
    expect(router.currentRoute.value.name).toBe('account')
  })
  it('asks for each answer once, and for the years one stands in', async () => {
    const { router, sent } = stand()
    await router.push(`/yards/${elm}/ledger?day=2023-12-31`)
    await router.push({ name: 'bench' })
    const years = sent.map((s) => s.url).filter((url) => url.includes('/years/'))
    expect(years.map((url) => Number(url.slice(-4))).sort()).toEqual([2022, 2023, 2025, 2026])
    expect(sent.map((s) => s.url).toSorted()).toEqual([...new Set(sent.map((s) => s.url))].toSorted())
  })
})
