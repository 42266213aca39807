// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { atHome, homeState, record, rules } from '../../test/home.ts'
import { planCan } from '@jardinero/core/bench'
import type { LabelId, PlaceId, SectionId } from '@jardinero/core/quantity'
import { useYard } from '../state/index.ts'
import { useBench } from './useBench.ts'
import { useCan } from './useCan.ts'
import { useBenchAnswer } from './useBenchAnswer.ts'
import { useTankChoices } from './useTankChoices.ts'

afterEach(() => void vi.unstubAllGlobals())

async function benchAt(home: Parameters<typeof atHome>[0]) {
  const { use, router } = await atHome(home)
  return { b: use(useBench), use, router }
}
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
    expect(b.ground.zone.value?.name).toBe('Front')
    expect(b.goods.label.value?.rules.name).toBe('Sample 50 WG')
    expect(b.goods.rate.value).toEqual({ value: 0.39, unit: 'oz/1000ft2' })
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

describe('a sprayer that nobody measured', () => {
  it('is mixed for by its usual figure, which is marked, until somebody measures it', async () => {
    const usual = {
      id: 'u',
      version: 1,
      sprayerId: 'p',
      day: '2026-02-27',
      runs: [],
      note: '',
      method: 'usual' as const,
      inputs: { usualGalPer1000: 1 },
    }
    const alone = await bench({ state: { calibrations: [usual] } })
    expect(alone.b.gear.calibration.value?.id).toBe('u')
    const mix = alone.b.outcome.value
    expect(mix?.ok && mix.value.cautions.map((c) => c.code)).toContain('carrierUsual')
    const both = await bench({
      state: { calibrations: [usual, { ...homeState().calibrations[0]!, day: '2025-01-01' }] },
    })
    expect(both.b.gear.calibration.value?.id).not.toBe('u')
    const measured = both.b.outcome.value
    expect(measured?.ok && measured.value.cautions.map((c) => c.code)).not.toContain('carrierUsual')
  })
})

describe('spots by the can', () => {
  const printed = {
    ...rules,
    name: 'Handmittel',
    formulation: 'SL' as const,
    actives: [{ name: '2,4-D', strength: { value: 3, unit: 'lb/gal' as const, basis: 'ae' as const } }],
    uses: [
      {
        turf: ['tallFescue'],
        purpose: 'postEmergent' as const,
        rate: { min: 0.5, max: 1.5, unit: 'floz/1000ft2' as const },
      },
    ],
    spots: [{ amount: { value: 0.6, unit: 'floz' as const }, waterGal: 1 }],
  }
  it('need neither a sprayer, nor a calibration, nor a lawn that is measured', async () => {
    const home = await atHome({
      path: '/bench',
      state: {
        labels: [{ id: 'h', version: 1, rules: printed }],
        sprayers: [],
        calibrations: [],
        sections: [],
      },
    })
    const sent: { url: string; body: Record<string, unknown> }[] = []
    vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
      const body = init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : {}
      sent.push({ url, body })
      return Promise.resolve(new Response(JSON.stringify({ version: 1, ...body }), { status: 201 }))
    })
    const { b, can } = home.use(() => {
      const made = useBench()
      return { b: made, can: useCan(made) }
    })
    const [zone] = useYard().zones.value
    const label = b.goods.label.value!
    const plan = planCan({
      rules: printed,
      spot: printed.spots[0]!,
      canGal: 2,
      cans: 1.5,
      turf: 'tallFescue',
    })
    if (!plan.ok) throw new Error('refused')
    expect(b.missing.value).toBe('area')
    await can.take({ label, zone: zone!, plan: plan.value, canGal: 2 })
    await can.take({ label, zone: zone!, plan: plan.value, canGal: 2 })
    // One can, one wetting, however often it is taken.
    expect(sent.map((s) => s.url).filter((url) => url.includes('bench'))).toEqual([
      '/api/bench/sprayers',
      '/api/bench/calibrations',
    ])
    expect(sent[0]!.body).toMatchObject({ kind: 'handCan', capacityGal: 2 })
    expect(b.missing.value).toBeUndefined()
    const { outcome } = b
    if (!outcome.value?.ok) throw new Error(JSON.stringify(outcome.value))
    expect(outcome.value.value.loads.map((l) => l.water.value)).toEqual([2, 1])
    expect(outcome.value.value.loads[0]!.doses[0]!.planned.value).toBeCloseTo(1.2, 6)
    // The next product is none of the can.
    b.leaveCan(['l' as LabelId])
    expect([b.choices.value.calibrationId, b.choices.value.ground]).toEqual([undefined, {}])
  })
})

describe('a tank that is handed over', () => {
  const granule = { ...rules, name: 'Granules', formulation: 'GR' as const }
  const other = {
    ...rules,
    name: 'Other 50 WG',
    actives: [{ name: 'other', strength: { value: 50, unit: 'percent' as const, basis: 'ai' as const } }],
  }
  const labels = [
    { id: 'l', version: 1, rules },
    { id: 'o', version: 1, rules: other },
    { id: 'g', version: 1, rules: granule },
  ]
  const [sprayer] = homeState().sprayers
  const [calibration] = homeState().calibrations
  const spreader = {
    ...sprayer!,
    id: 'sp',
    name: 'Spreader',
    kind: 'rotarySpreader' as const,
    capacityGal: 40,
  }
  const weighed = {
    ...calibration!,
    id: 'kw',
    sprayerId: 'sp',
    day: '2026-01-10',
    runs: [],
    method: 'weighBack' as const,
    inputs: { weighed: [{ areaSqFt: 1000, lb: 1 }] },
  }
  const both = {
    labels,
    sprayers: [sprayer!, spreader],
    calibrations: [calibration!, weighed],
  }
  it('is whole what was handed over: a granule goes to the spreader although the bench held a sprayer', async () => {
    const { b } = await bench({ state: both, path: '/bench?label=g&zone=z' })
    expect([b.goods.label.value?.id, b.gear.spreads.value, b.gear.sprayer.value?.id]).toEqual([
      'g',
      true,
      'sp',
    ])
  })
  it('asks for the equipment it needs, and shows no other product in its place', async () => {
    const { b, answer } = await bench({ state: { labels }, path: '/bench?label=g&zone=z' })
    expect([b.goods.label.value?.id, b.missing.value]).toEqual(['g', 'sprayer'])
    expect(answer.stage.value).toBe('missing')
  })
  it('starts empty with another label that leads it, with another day, and with other equipment', async () => {
    const { b, use, router } = await benchAt({ state: both, path: '/bench?label=l,o&zone=z' })
    const names = () => b.goods.products.value.map((l) => l.id)
    expect(names()).toEqual(['l', 'o'])
    b.choices.value.doses['l'] = { value: 0.3, unit: 'oz/1000ft2' }
    b.startWith(['o'])
    expect([names(), b.choices.value.doses]).toEqual([['o'], {}])
    b.choices.value.labelIds = ['o', 'l']
    await router.push('/bench?day=2026-02-20')
    await use(() => nextTick())
    expect(names()).toEqual(['l'])
    b.choices.value.labelIds = ['o', 'l']
    b.takeEquipment('kw')
    expect([names(), b.gear.spreads.value]).toEqual([['g'], true])
  })
  it('is taken from an address once: what is changed after it outlives a reload', async () => {
    const { b, use } = await benchAt({ state: both, path: '/bench?label=l,o&zone=z' })
    b.choices.value.labelIds = ['o']
    await nextTick()
    expect(use(useBench).goods.products.value.map((l) => l.id)).toEqual(['o'])
  })

  it('is taken again for another yard, by the same address', async () => {
    const { b, use } = await benchAt({ state: both, path: '/bench?label=l,o' })
    b.startWith(['o'])
    await nextTick()
    const other = use(() => useTankChoices(ref('another yard'), ref('2026-02-28')))
    expect(other.choices.value.labelIds).toEqual(['l', 'o'])
  })
})

describe('strips along the edges', () => {
  it('are gone over a second time by their name, and told to the server by it', async () => {
    const kerb = {
      ...homeState().places[1]!,
      id: 'kerb' as PlaceId,
      name: 'Kerb',
      sectionId: 's' as SectionId,
      side: 0,
      widthFt: 2,
    }
    const { b } = await bench({ state: { places: [kerb] } })
    b.choices.value.doses = { l: { value: 0.26, unit: 'oz/1000ft2' } }
    b.choices.value.ground['z'] = { mode: 'broadcast', stripIds: ['kerb' as PlaceId] }
    expect(b.outcome.value).toMatchObject({ ok: true, value: { treated: { value: 6350 + 254 } } })
    expect(b.ground.treated()).toMatchObject([{ zoneId: 'z', edgeSqFt: null, stripIds: ['kerb'] }])
    b.choices.value.doses = { l: { value: 0.5, unit: 'oz/1000ft2' } }
    expect(b.outcome.value).toMatchObject({
      ok: false,
      refusals: [{ params: { twice: 'named', strip: 'Kerb' } }],
    })
    b.choices.value.ground['z'] = { mode: 'spot', spotSqFt: 50, stripIds: ['kerb' as PlaceId] }
    expect(b.ground.treated()).toMatchObject([{ edgeSqFt: null }])
    expect(b.ground.treated()[0]).not.toHaveProperty('stripIds')
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
    await b.mixing.start()
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
      b.mixing.advance()
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
    b.mixing.stop()
    expect(answer.stage.value).toBe('planned')
  })
})
