import { describe, expect, it } from 'vitest'
import { computeTank, usualTools, type TankGround, type TankRequest } from '@jardinero/core/bench'
import { buildPlanContext } from '@jardinero/core/season'
import { judgeApplication, usualSituation, type JudgedGround } from '@jardinero/core/shelf'
import { computeVerdict } from '@jardinero/core/scout'
import { almanac, plantAlmanac, sprouts } from './src/index.ts'

const day = '2026-05-12'
const labelOf = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules
const ground = (turf: string, more: Partial<JudgedGround> = {}): JudgedGround => ({
  id: 'g',
  name: 'Long bed',
  turf,
  state: 'growing',
  passes: [],
  ...more,
})
const judge = (code: string, on: JudgedGround, around: object = {}) =>
  judgeApplication({ day, rules: labelOf(code) }, on, {
    situation: usualSituation,
    neighbours: [],
    hemisphere: 'northern',
    actives: almanac.actives,
    ...around,
  })
const codes = (found: { code: string }[]) => found.map((f) => f.code)

describe('ground that is not turf', () => {
  it('is judged by the lines of the label that name it, and by nothing that is of turf', () => {
    const inBed = judge('voidmarsh', ground('bed'))
    expect(inBed.refusals).toEqual([])
    expect(codes(inBed.cautions)).toContain('keepOffWanted')
    expect(codes(judge('voidmarsh', ground('tallFescue')).refusals)).toContain('nonSelectiveStop')
    expect(codes(judge('tressock', ground('bed')).refusals)).toContain('turfNotOnLabel')
  })
  it('takes what may go on bare ground where nothing is planted: gravel, paving, along fences', () => {
    for (const turf of ['gravel', 'paving', 'fenceLine'])
      expect(judge('stillroe', ground(turf)).refusals).toEqual([])
    expect(codes(judge('stillroe', ground('bed')).refusals)).toContain('turfNotOnLabel')
    expect(codes(judge('stillroe', ground('paving')).cautions)).toContain('washesOff')
  })
  it('minds what must not be hit: water beside it, a planted bed beside the lawn', () => {
    expect(codes(judge('voidmarsh', ground('gravel', { spare: ['water'] })).cautions)).toContain(
      'waterBeside',
    )
    const beside = { neighbours: [{ name: 'Roses', turf: 'bed', state: 'growing' }] }
    expect(judge('tressock', ground('tallFescue'), beside).cautions).toContainEqual({
      code: 'hurtsPlanted',
      params: { active: expect.any(String), zone: 'Roses' },
    })
  })
  it('is not shut by heat that hurts turf', () => {
    const { temperature: _, ...rules } = labelOf('voidmarsh')
    const hot = { ...rules, actives: labelOf('quarlock').actives }
    const outlook = [{ day, highC: 33, lowC: 20 }]
    const on = (turf: string) =>
      codes(
        judgeApplication({ day, rules: hot }, ground(turf), {
          situation: usualSituation,
          neighbours: [],
          outlook,
          actives: almanac.actives,
        }).refusals,
      )
    expect(on('tallFescue')).toContain('tooHotFor')
    expect(on('gravel')).not.toContain('tooHotFor')
  })
  it('takes a non-selective and a barrier in one tank, mixed for its own odd square feet', () => {
    const bed: TankGround = { ...ground('bed'), areaSqFt: 137.4, mode: 'broadcast' }
    const request: TankRequest = {
      day,
      grounds: [{ ...bed, around: { situation: usualSituation, neighbours: [] } }],
      products: [
        { rules: labelOf('voidmarsh'), rate: { value: 1.5, unit: 'floz/1000ft2' } },
        { rules: labelOf('quernby'), rate: { value: 1.2, unit: 'floz/1000ft2' } },
      ],
      carrierVolume: { value: 1, unit: 'gal/1000ft2' },
      capacityGal: 2,
      loadPlan: 'equal',
      tools: usualTools,
      actives: almanac.actives,
    }
    const tank = computeTank(request)
    expect(tank).toMatchObject({ ok: true, value: { water: { value: 0.1374 } } })
    const doses = tank.ok ? tank.value.products.map((p) => p.measuredRate!.value) : []
    expect(doses[0]).toBeLessThanOrEqual(1.84)
    expect(doses[1]).toBeLessThanOrEqual(1.33)
  })
  it('has no turf to feed, sow or renew, and no season of barriers for turf', () => {
    const plant = plantAlmanac.plants.find((p) => p.code === 'dandelion')!
    const { acts } = computeVerdict({
      plant,
      stage: 'flowering',
      amount: { kind: 'count', count: 12 },
      wantedShare: 0.2,
      turf: { code: 'bed', season: 'cool' },
      day,
      hemisphere: 'northern',
      belt: 'mild',
    })
    const ofTurf = acts.filter((a) => ['mowAndFeed', 'overseed', 'renovate'].includes(a.act))
    expect(ofTurf.map((a) => [a.rank, a.because])).toEqual(Array(3).fill([0, 'noTurf']))
    const zone = (id: string, turf: string) => ({
      id,
      name: id,
      turf,
      state: 'growing' as const,
      areaSqFt: 900,
      passes: [],
    })
    const { zones } = buildPlanContext({
      today: day,
      yard: { latitude: 38, longitude: -84, timeZone: 'America/New_York' },
      zones: [zone('lawn', 'tallFescue'), zone('roses', 'bed')],
      places: [],
      labels: [],
      others: [],
      almanac: { barriers: almanac.barriers, actives: almanac.actives, sprouts },
    } as unknown as Parameters<typeof buildPlanContext>[0])
    expect(zones.map((z) => z.id)).toEqual(['lawn'])
  })
})

describe('a strip that is gone over twice', () => {
  it('is named where the year ends there first', () => {
    const rules = labelOf('tarnfold')
    const lawn: TankGround = {
      ...ground('tallFescue', { name: 'Front', edgeSqFt: 120, edgeNames: ['Kerb'] }),
      areaSqFt: 4000,
      mode: 'broadcast',
      passes: [
        {
          day: '2026-02-20',
          actives: [{ name: 'prodiamine', basis: 'ai', rate: { value: 0.9, unit: 'lb/acre' } }],
        },
      ],
    }
    const mix = (of: TankGround) =>
      computeTank({
        day,
        grounds: [of],
        products: [{ rules, rate: { value: 0.27, unit: 'oz/1000ft2' } }],
        carrierVolume: { value: 1, unit: 'gal/1000ft2' },
        capacityGal: 4,
        loadPlan: 'equal',
        tools: usualTools,
      })
    const { edgeSqFt: _, edgeNames: __, ...whole } = lawn
    expect(mix(whole)).toMatchObject({ ok: true })
    expect(mix(lawn)).toMatchObject({
      ok: false,
      refusals: [
        {
          code: 'overAnnualMaximum',
          params: { twice: 'named', strip: 'Kerb', zone: 'Front' },
          remedy: { code: 'edgesOnce' },
        },
      ],
    })
  })
})
