import { describe, expect, it } from 'vitest'
import { testLabel } from '../../test/season.ts'
import { noWishes, type NextAnswer, type Programme } from '../season/index.ts'
import { computeAgenda, type AgendaFacts } from './index.ts'

const label = testLabel('prodiamine', 50)
const facts: AgendaFacts = {
  day: '2026-03-01',
  context: {
    zones: [{ id: 'z', name: 'Front', turf: 'tallFescue', state: 'growing', areaSqFt: 5000, passes: [] }],
    labels: [label],
    wishes: { ...noWishes, seeding: [{ zoneId: 'z', day: '2026-04-20' }] },
  },
  jobs: [],
  passes: [],
  activeOf: () => undefined,
}
const rate = { value: 0.4, unit: 'oz/1000ft2' } as const
const programme: Programme = {
  passes: [
    {
      id: 'p',
      season: 'rising',
      when: { kind: 'rule', school: 'edgeLed', pass: 'only' },
      labelId: label.id,
      rate,
      zones: ['z'],
      edges: 'once',
    },
  ],
  fertiliser: [],
}
const told = (more: Partial<AgendaFacts>) => computeAgenda({ ...facts, ...more }).map((e) => [e.from, e.code])

describe('the weeks ahead', () => {
  it('hold the plan’s days as the weather has them now, its watering, and what is wished', () => {
    expect(told({ plan: { programme, days: [{ id: 'p', day: '2026-03-20' }] } })).toEqual([
      ['2026-03-20', 'pass'],
      ['2026-03-20', 'waterBy'],
      ['2026-04-20', 'sow'],
    ])
  })
  it('hold what is proposed where there is no plan, and nothing where none is', () => {
    const next: NextAnswer = {
      kind: 'proposed',
      labelId: label.id,
      label: 'X',
      zoneIds: ['z'],
      zones: ['Front'],
      rate,
      byRule: true,
      day: '2026-03-22',
    }
    expect(told({ next })).toEqual([
      ['2026-03-22', 'proposed'],
      ['2026-04-20', 'sow'],
    ])
    expect(told({ next: { kind: 'none', why: 'tooLate' } })).toEqual([['2026-04-20', 'sow']])
  })
  it('hold what follows a pass that is down: its watering and when people may be on it again', () => {
    const down = {
      id: 'r',
      day: '2026-02-28',
      zoneName: 'Front',
      turf: 'tallFescue',
      rate,
      rules: label.rules,
      wateredInOn: null,
      reentry: { at: '2026-03-01T15:00:00Z', day: '2026-03-01' },
      rated: false,
    }
    expect(told({ passes: [down] }).slice(0, 2)).toEqual([
      ['2026-03-01', 'reenterPass'],
      ['2026-03-07', 'waterPass'],
    ])
  })
  it('end after eight weeks, and begin today', () => {
    const days = [{ id: 'p', day: '2026-04-27' }]
    expect(told({ plan: { programme, days } }).map(([, code]) => code)).toEqual(['sow'])
    const gone = [{ id: 'p', day: '2026-02-20' }]
    expect(told({ plan: { programme, days: gone } }).map(([, code]) => code)).toEqual(['sow'])
  })
})
