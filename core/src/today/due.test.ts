import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { createActiveFinder } from '../shelf/index.ts'
import {
  computeBarriersDue,
  computeJudgeDue,
  computeSinceCalibration,
  computeSinceReading,
  computeWateringDue,
  findTreated,
  findUnmeasured,
  type DownPass,
} from './index.ts'

const barrier = almanac.sampleLabels
  .map((l) => l.rules)
  .find((r) => r.wateringIn && r.uses.some((u) => u.purpose === 'preEmergent'))!
const leaf = almanac.sampleLabels
  .map((l) => l.rules)
  .find((r) => !r.wateringIn && r.uses.every((u) => u.purpose === 'postEmergent'))!
const pass = (more: Partial<DownPass> = {}): DownPass => ({
  id: 'r',
  day: '2026-03-10',
  zoneId: 'z',
  zoneName: 'Front',
  turf: barrier.uses[0]!.turf[0]!,
  rules: barrier,
  wateredInOn: null,
  ...more,
})
const activeOf = createActiveFinder(almanac.actives)

describe('what is due', () => {
  it('a pass is to be judged inside its days, until somebody has rated it', () => {
    const one = pass({ rules: leaf, turf: leaf.uses[0]!.turf[0]! })
    const due = (day: string, rated: string[] = []) =>
      computeJudgeDue([one], day, { rated: new Set(rated), activeOf })
    expect(due('2026-03-11')).toEqual([])
    const days = Array.from({ length: 60 }, (_, i) =>
      new Date(Date.UTC(2026, 2, 10 + i)).toISOString().slice(0, 10),
    )
    const asked = days.filter((d) => due(d).length)
    expect(asked.length).toBeGreaterThan(2)
    expect(asked).toEqual(days.slice(days.indexOf(asked[0]!), days.indexOf(asked[0]!) + asked.length))
    expect(due(asked[0]!)).toEqual([{ zone: 'Front', label: leaf.name, until: asked.at(-1) }])
    expect(due(asked[0]!, ['r'])).toEqual([])
  })

  it('zones are treated once as many barriers are down this season as the pass at hand makes', () => {
    const down = [
      pass({ zoneId: 'a' }),
      pass({ zoneId: 'a', day: '2026-04-20' }),
      pass({ zoneId: 'b' }),
      pass({ zoneId: 'c', day: '2025-04-01' }),
      pass({ zoneId: 'd', rules: leaf }),
    ]
    const treated = (n: 'only' | 'second' | 'seed', day = '2026-05-01') =>
      [...findTreated(down, day, { hemisphere: 'northern', trend: 'rising', pass: n })].sort()
    expect(treated('only')).toEqual(['a', 'b'])
    expect(treated('second')).toEqual(['a'])
    expect(treated('second', '2026-04-01')).toEqual([])
    expect(treated('seed')).toEqual([])
  })

  it('readings are counted where one acts by them: edges and the open middle', () => {
    const places = [
      { id: 'e', name: 'Drive edge', kind: 'edge' as const },
      { id: 'm', name: 'Middle', kind: 'middle' as const },
      { id: 's', name: 'Shade', kind: 'shade' as const },
    ]
    const readings = [
      { placeId: 'e', day: '2026-03-01' },
      { placeId: 'e', day: '2026-03-06' },
      { placeId: 'e', day: '2026-03-12' },
    ]
    expect(computeSinceReading(places, readings, '2026-03-10')).toEqual([
      { place: 'Drive edge', edge: true, days: 4 },
      { place: 'Middle', edge: false },
    ])
  })

  it('a barrier waits for its water until rain has done it or somebody says so, and only in its year', () => {
    const { leastIn } = barrier.wateringIn!
    const dry = [{ day: '2026-03-11', rainMm: 0 }]
    const wet = [{ day: '2026-03-11', rainMm: leastIn * 25.4 + 0.1 }]
    const due = (passes: DownPass[], water = dry, day = '2026-03-12') =>
      computeWateringDue(passes, day, water as never).map((w) => [w.zone, w.leastIn])
    expect(due([pass()])).toEqual([['Front', leastIn]])
    expect(due([pass()], wet)).toEqual([])
    expect(due([pass({ wateredInOn: '2026-03-11' })])).toEqual([])
    expect(due([pass({ rules: leaf })])).toEqual([])
    expect(due([pass({ day: '2026-03-20' })])).toEqual([])
    expect(due([pass({ day: '2025-03-10' })])).toEqual([])
  })

  it('a mark waits from its day until six weeks into the germination', () => {
    const mark = {
      zoneId: 'z',
      plant: 'annualBluegrass',
      from: '2026-08-01',
      germinatesFrom: '2026-08-20',
      done: false,
    }
    const zones = [{ id: 'z', name: 'Front' }]
    const due = (day: string, more = {}) => computeBarriersDue([{ ...mark, ...more }], day, zones)
    expect(due('2026-07-31')).toEqual([])
    expect(due('2026-08-10')).toEqual([
      { zone: 'Front', plant: 'annualBluegrass', germinates: '2026-08-20', days: 10 },
    ])
    expect(due('2026-09-30')).toHaveLength(1)
    expect(due('2026-10-01')).toEqual([])
    expect(due('2026-08-10', { done: true })).toEqual([])
    expect(due('2026-08-10', { zoneId: 'gone' })).toEqual([])
  })

  it('a sprayer that goes by a usual figure is one that nobody measured', () => {
    const usual = { sprayerId: 'p', method: 'usual' }
    expect(findUnmeasured([usual])).toBe(true)
    expect(findUnmeasured([usual, { sprayerId: 'q', method: 'catch' }])).toBe(true)
    expect(findUnmeasured([usual, { sprayerId: 'p', method: 'catch' }])).toBe(false)
    expect(findUnmeasured([{ sprayerId: 'c', method: 'wetted' }])).toBe(false)
  })

  it('the newest calibration up to the day counts', () => {
    const days = [{ day: '2025-06-01' }, { day: '2026-03-01' }, { day: '2026-04-01' }]
    expect(computeSinceCalibration(days, '2026-03-11')).toBe(10)
    expect(computeSinceCalibration(days, '2025-01-01')).toBeUndefined()
    expect(computeSinceCalibration([{ day: '2026-03-01', method: 'usual' }], '2026-03-11')).toBeUndefined()
  })
})
