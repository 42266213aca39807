import { describe, expect, it } from 'vitest'
import { computeAfterPass, computeRecordedRate, passOfRecord, readAmended } from '../ledger/index.ts'
import type { NextAnswer, NextApplication } from '../season/index.ts'
import { computeToday, type TodayState } from './index.ts'

const nothing: TodayState = {
  day: '2026-02-28',
  hasGround: true,
  zonesWithoutArea: [],
  hasEdge: true,
  sinceReading: [],
  hasSprayer: true,
  sinceCalibration: 20,
  hasLabel: true,
  treatedZones: [],
  untreatedZones: ['Front'],
  barriersDue: [],
  wateringDue: [],
  judgeDue: [],
  jobsDue: [],
  half: 'rising',
  hasPlan: false,
}

describe('today', () => {
  it('is empty when nothing waits', () => expect(computeToday(nothing)).toEqual([]))
  it('waits for the soil where nothing is planned or proposed', () => {
    const timing = { verdict: 'wait', window: { from: '2026-03-20', to: '2026-04-02' }, places: [] } as never
    expect(computeToday({ ...nothing, timing }).map((i) => i.code)).toEqual(['passWait'])
    expect(computeToday({ ...nothing, timing, hasPlan: true })).toEqual([])
    // No date that the soil, being worked out, would change.
    const pending = computeToday({ ...nothing, timing, isSoilPending: true })
    expect(pending).toEqual([{ code: 'passWorking', room: 'soil', params: { zones: 'Front' }, loss: 0.3 }])
  })
  const pass: NextApplication = {
    kind: 'planned',
    labelId: 'l',
    label: 'X',
    zoneIds: ['f'],
    zones: ['Front'],
    rate: { value: 0.4, unit: 'oz/1000ft2' },
    byRule: true,
  }
  it.each<[string, NextAnswer, string[]]>([
    ['is told with its day', { ...pass, kind: 'proposed', day: '2026-03-20' }, ['proposed']],
    ['is due', { ...pass, kind: 'proposed', day: '2026-03-02' }, ['proposedDue']],
    ['is none, too late', { kind: 'none', why: 'tooLate', escaped: 0.8 }, ['tooLate']],
    ['is none that keeps the limits', { kind: 'none', why: 'limits' }, ['limits']],
  ])('what is proposed %s, and no school says otherwise beside it', (_, next, codes) => {
    const timing = { verdict: 'go', window: { from: '2026-02-20', to: '2026-03-02' }, places: [] } as never
    expect(computeToday({ ...nothing, timing, next }).map((i) => i.code)).toEqual(codes)
    expect(computeToday({ ...nothing, timing, next, untreatedZones: [] })).toEqual([])
  })
  it.each<[string, Partial<NextApplication>, string]>([
    ['waits for its day', { day: '2026-03-20', was: '2026-03-19' }, 'planWait'],
    ['is due', { day: '2026-03-01' }, 'passDue'],
    ['is overdue', { day: '2026-02-20' }, 'passDue'],
    ['was moved by the weather', { day: '2026-03-25', was: '2026-03-19' }, 'windowMoved'],
    ['a fixed day is not moved', { day: '2026-03-25', was: '2026-03-19', byRule: false }, 'planWait'],
    [
      'lets more through now',
      { day: '2026-03-25', byRule: false, escaped: 0.2, escapedThen: 0.1 },
      'planWorse',
    ],
  ])('the pass of a plan %s', (_, more, code) => {
    const [item] = computeToday({ ...nothing, hasPlan: true, next: { ...pass, ...more } })
    expect(item).toMatchObject({ code, params: { label: 'X', zones: 'Front' } })
  })
  it('puts what is lost first on top, five at most', () => {
    const items = computeToday({
      ...nothing,
      zonesWithoutArea: ['Front', 'Back'],
      hasEdge: false,
      hasSprayer: false,
      hasLabel: false,
      sinceReading: [
        { place: 'Open middle', edge: false, days: 9 },
        { place: 'Drive edge', edge: true },
      ],
      wateringDue: [{ zone: 'Front', label: 'X', by: '2026-03-01', days: 1, leastIn: 0.25 }],
    })
    expect(items.map((i) => i.code)).toEqual(['waterIn', 'tapeZone', 'tapeZone', 'firstReading', 'markEdge'])
    expect(items[3]?.params).toMatchObject({ place: 'Drive edge' })
  })
  it('tells a window that opens soon, one that was lost, and a pass to be judged', () => {
    const window = { label: 'X', when: 'Sat 9–11', inHours: 20 }
    const lost = { label: 'X', when: 'Fri 9–11', why: 'Wind.' }
    const due = { zone: 'Front', label: 'X', until: '2026-04-01' }
    const items = computeToday({ ...nothing, window, windowLost: lost, judgeDue: [due] })
    expect(items.map((i) => [i.code, i.room])).toEqual([
      ['windowLost', 'outing'],
      ['windowOpens', 'outing'],
      ['judgePass', 'ledger'],
    ])
    expect(computeToday({ ...nothing, window: { ...window, inHours: 60 } })).toEqual([])
    expect(computeToday({ ...nothing, window: { ...window, inHours: -1 } })[0]!.params).toMatchObject({
      open: true,
    })
  })
  it('brings a barrier that was marked, the more pressing the nearer it germinates', () => {
    const due = { zone: 'Front', plant: 'annualBluegrass', germinates: '2026-09-01' }
    const lossAt = (days: number) => computeToday({ ...nothing, barriersDue: [{ ...due, days }] })[0]!
    expect(lossAt(14)).toMatchObject({
      code: 'barrierMark',
      room: 'scout',
      params: { plant: 'annualBluegrass' },
    })
    expect(lossAt(0).loss).toBeGreaterThan(lossAt(14).loss)
  })
})

describe('the ledger', () => {
  const rules = {
    name: 'S',
    sample: true,
    formulation: 'WG',
    actives: [{ name: 'prodiamine', strength: { value: 50, unit: 'percent', basis: 'ai' } }],
    uses: [],
    wateringIn: { leastIn: 0.25, mostIn: 0.5, withinDays: 14 },
    keepOff: { untilDry: true, hours: 0 },
    gear: [],
    signalWord: 'caution',
    restrictedUse: false,
  } as const
  it('lays amendments over the first entry and leaves it as it was', () => {
    const first = { a: 1, b: 2 }
    expect(readAmended(first, [{ changes: { a: 3 } }, { changes: { a: 4 } }])).toEqual({ a: 4, b: 2 })
    expect(first.a).toBe(1)
  })
  it('knows the watering deadline across a leap day', () => {
    expect(computeAfterPass('2028-02-20', rules as never, '2028-03-01')).toEqual({
      waterBy: '2028-03-05',
      daysToWater: 4,
    })
  })
  it('works out the rate that was put down', () => {
    const rate = computeRecordedRate({ product: { value: 72, unit: 'g' }, areaSqFt: 6350 }, 'oz/1000ft2')
    expect(rate.value).toBeCloseTo(72 / 28.349523125 / 6.35, 12)
  })
  it('turns a record into what went down of each active', () => {
    const pass = passOfRecord({
      day: '2026-03-01',
      rate: { value: 16, unit: 'oz/1000ft2' },
      rules: rules as never,
    })
    expect(pass.actives[0]?.rate.value).toBeCloseTo(43.56 / 2, 9)
  })
})
