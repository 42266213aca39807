// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { atHome, record, rules } from '../../test/home.ts'
import { useBench } from './useBench.ts'
import { useBenchAnswer } from './useBenchAnswer.ts'

afterEach(() => void vi.unstubAllGlobals())

async function bench(home: Parameters<typeof atHome>[0] = {}) {
  const { use } = await atHome({ path: '/bench', ...home })
  return use(() => {
    const b = useBench()
    return { b, answer: useBenchAnswer(b) }
  })
}

describe('what the bench starts from', () => {
  it('takes the zone, the newest calibration, a label for the turf, and a rate inside it', async () => {
    const { b } = await bench()
    expect(b.zone.value?.name).toBe('Front')
    expect(b.label.value?.rules.name).toBe('Sample 50 WG')
    expect(b.rate.value).toEqual({ value: 0.39, unit: 'oz/1000ft2' })
    expect(b.outcome.value?.ok).toBe(true)
  })
  it('measures with a tool in the reader’s own units', async () => {
    expect((await bench()).b.tool.value).toBe('scaleHundredthOz')
    expect((await bench({ preferences: { units: 'metric' } })).b.tool.value).toBe('scaleTenthG')
  })
  it.each([
    ['area', { sections: [] }],
    ['sprayer', { sprayers: [], calibrations: [] }],
    ['calibration', { calibrations: [] }],
    ['label', { labels: [] }],
  ])('asks for the %s first', async (missing, state) => {
    const { b, answer } = await bench({ state })
    expect(b.missing.value).toBe(missing)
    expect(answer.answer.value.code).toBe(`bench.answer.missing.${missing}`)
  })
})

describe('the year on the zone', () => {
  it('counts the records of the year, and refuses what is over or too soon', async () => {
    const { b, answer } = await bench({ records: [record('2026-02-20', 0.5)] })
    expect(b.yearUse.value?.used.value).toBeCloseTo(0.5, 12)
    expect(answer.stage.value).toBe('refused')
    expect(b.outcome.value).toMatchObject({ ok: false, refusals: [{ code: 'tooSoonAgain' }] })
  })
  it('answers for the day one stands on', async () => {
    const { b } = await bench({ path: '/bench?day=2026-02-10', records: [record('2025-05-01', 0.5)] })
    expect(b.outcome.value).toMatchObject({ ok: true, value: { yearUse: { passes: 0 } } })
  })
})

describe('filling the tanks', () => {
  it('keeps the server’s mix, goes step by step, load by load, and survives a reload', async () => {
    const { b, answer } = await bench()
    const outcome = b.outcome.value
    if (!outcome?.ok) throw new Error('no mix')
    const sent: { url: string; body: Record<string, unknown> }[] = []
    vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
      const body = JSON.parse(String(init.body)) as Record<string, unknown>
      sent.push({ url, body })
      return Promise.resolve(
        new Response(JSON.stringify({ ...body, rules, areaSqFt: 6350, result: outcome.value, madeAt: '' }), {
          status: 201,
        }),
      )
    })
    await b.start()
    expect(sent).toMatchObject([
      { url: '/api/bench/mixes', body: { zoneId: 'z', labelId: 'l', calibrationId: 'k', day: '2026-02-28' } },
    ])
    expect(answer.stage.value).toBe('mixing')
    const said = []
    for (let i = 0; i < 8; i++) {
      said.push(answer.answer.value.code.replace('bench.answer.mixing.', ''))
      b.advance()
    }
    expect(said).toEqual(['water', 'product', 'agitate', 'topUp', 'water', 'product', 'agitate', 'topUp'])
    expect(answer.stage.value).toBe('mixed')
    await new Promise((later) => setTimeout(later))
    expect(JSON.parse(localStorage.getItem('bench.progress.i')!)).toMatchObject({ load: 2, step: 0 })
    b.stop()
    expect(answer.stage.value).toBe('planned')
  })
})
