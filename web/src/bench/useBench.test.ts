// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { atHome, record } from '../../test/home.ts'
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
    const toolOf = (b: Awaited<ReturnType<typeof bench>>['b']) =>
      b.outcome.value?.ok ? b.outcome.value.value.loads[0]!.doses[0]!.measured.tool : undefined
    expect(toolOf((await bench()).b)).toBe('scaleHundredthOz')
    expect(toolOf((await bench({ preferences: { units: 'metric' } })).b)).toBe('scaleTenthG')
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
    expect(b.outcome.value).toMatchObject({
      ok: true,
      value: { products: [{ years: { z: { use: { passes: 0 } } } }] },
    })
  })
})

describe('filling the tanks', () => {
  it('keeps the server’s mix, goes step by step, load by load, and survives a reload', async () => {
    const { b, answer } = await bench()
    const outcome = b.outcome.value
    if (!outcome?.ok) throw new Error('no mix')
    const sent: { url: string; body: Record<string, unknown> }[] = []
    vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
      const body = (init.body ? JSON.parse(String(init.body)) : {}) as Record<string, unknown>
      if (init.method === 'POST') sent.push({ url, body })
      return Promise.resolve(
        new Response(
          JSON.stringify(
            url.includes('taken')
              ? {}
              : {
                  ...body,
                  request: b.request.value,
                  result: outcome.value,
                  sprayer: '',
                  madeAt: '',
                  madeBy: '',
                  mixIds: ['m'],
                },
          ),
          { status: 201 },
        ),
      )
    })
    await b.start()
    expect(sent).toMatchObject([
      {
        url: '/api/bench/tanks',
        body: {
          zones: [{ zoneId: 'z', mode: 'broadcast' }],
          products: [{ labelId: 'l', rate: { value: 0.39, unit: 'oz/1000ft2' } }],
          calibrationId: 'k',
          day: '2026-02-28',
        },
      },
    ])
    expect(answer.stage.value).toBe('mixing')
    const said = []
    for (let i = 0; i < 10; i++) {
      said.push(answer.answer.value.code.replace('bench.answer.mixing.', ''))
      b.advance()
    }
    expect(said).toEqual([
      'water',
      'product',
      'agitate',
      'topUp',
      'prime',
      'water',
      'product',
      'agitate',
      'topUp',
      'prime',
    ])
    expect(answer.stage.value).toBe('mixed')
    await new Promise((later) => setTimeout(later))
    expect(JSON.parse(localStorage.getItem('bench.tankProgress.i')!)).toMatchObject({ load: 2, step: 0 })
    b.stop()
    expect(answer.stage.value).toBe('planned')
  })
})
