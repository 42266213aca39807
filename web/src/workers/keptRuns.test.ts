import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { groundOf, joinRuns, type MemberRuns, type SimulationRequest } from '@jardinero/core/soil'
import { soilYears } from '../../../core/test/soilYears.ts'
import { forgetWork, keepWork, keyOf, readWork } from '../kit/keptWork.ts'
import { makeRuns, type MadeRuns, type SimulateOrder } from './makeRuns.ts'

const homeRequest: SimulationRequest = {
  latitude: 38,
  grounds: [groundOf('middle')],
  observed: soilYears(3, 5),
  forecast: [],
  daysAhead: 30,
  seed: 1,
}
const order: SimulateOrder = { request: homeRequest, from: 4, to: 20, withPast: true }

/** What one worker tells of an order, and whether it was taken from what was kept. */
async function told(asked: SimulateOrder, programme = 'a.js') {
  const keep = vi.fn((key: string, made: MadeRuns) => keepWork(key, made, 1))
  const heard = { pasts: [] as unknown[], parts: [] as MemberRuns[] }
  await makeRuns(asked, {
    key: () => keyOf(asked, programme),
    read: readWork,
    keep,
    past: (pasts) => heard.pasts.push(pasts),
    // As where the arrays are handed over: what is kept must not be among them.
    runs: (runs) => heard.parts.push(structuredClone(runs, { transfer: runs.dailyC.map((a) => a.buffer) })),
  })
  return { ...heard, worked: keep.mock.calls.length > 0 }
}
const small = (n: number): MadeRuns => ({
  pasts: [],
  runs: { from: n, count: 1 } as MemberRuns,
})

describe('soil that was worked out once', () => {
  beforeEach(forgetWork)
  it('comes again from the device, figure by figure, and whole', async () => {
    const first = await told(order)
    expect(first.worked).toBe(true)
    expect(first.parts.map((p) => [p.from, p.count])).toEqual([
      [4, 12],
      [16, 4],
    ])
    const again = await told(order)
    expect(again.worked).toBe(false)
    expect(again.pasts).toEqual(first.pasts)
    expect(again.parts).toEqual([joinRuns(first.parts)])
  })
  it.each([
    ['other ground', { ...order, request: { ...homeRequest, seed: 2 } }, 'a.js'],
    ['other members', { ...order, to: 15 }, 'a.js'],
    ['a changed programme', order, 'b.js'],
  ])('is not taken for %s', async (_, asked, programme) => {
    await told(order)
    expect((await told(asked, programme)).worked).toBe(true)
  })
  it('is forgotten at sign-out, and only the latest are kept', async () => {
    for (let n = 0; n < 15; n++) await keepWork(`k${n}`, small(n), n)
    expect(await Promise.all([readWork('k2'), readWork('k3')])).toMatchObject([
      undefined,
      { runs: { from: 3 } },
    ])
    await forgetWork()
    expect(await readWork('k14')).toBeUndefined()
  })
  it('is worked out where the browser keeps nothing', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new DOMException('refused', 'SecurityError')
      },
    })
    expect(await readWork('k')).toBeUndefined()
    expect((await told(order)).parts).toHaveLength(2)
    vi.unstubAllGlobals()
  })
})
