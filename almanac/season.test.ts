import { describe, expect, it, test } from 'vitest'
import { compareSchools, judgeProgramme, type SchoolRow } from '@jardinero/core/season'
import { stationSeason } from './test/stationSeason.ts'

const choice = { labelId: 'tarnfold', edges: 'once', partner: false } as const
const through = (row: SchoolRow) => row.judgement.escaped!.value

/** What a person who knows the place would find sensible: best school's first pass between two days, and at most so much through. */
test.each([
  [
    'cool continental, frost in the ground',
    'alderwick',
    '2026-03-20',
    'rising',
    'kentuckyBluegrass',
    'smoothCrabgrass',
    '2026-03-22',
    '2026-05-25',
    0.05,
  ],
  [
    'cool maritime',
    'merrow',
    '2026-02-20',
    'rising',
    'perennialRyegrass',
    'smoothCrabgrass',
    '2026-02-21',
    '2026-06-01',
    0.08,
  ],
  [
    'subtropical, never asleep',
    'sableReach',
    '2026-01-10',
    'rising',
    'stAugustinegrass',
    'southernCrabgrass',
    '2026-01-11',
    '2026-03-10',
    0.2,
  ],
  [
    'southern hemisphere',
    'corranVale',
    '2026-07-25',
    'rising',
    'bermudagrass',
    'smoothCrabgrass',
    '2026-07-26',
    '2026-10-20',
    0.08,
  ],
  [
    'winter annuals in the valley',
    'quarryBend',
    '2026-07-20',
    'falling',
    'tallFescue',
    'annualBluegrass',
    '2026-07-21',
    '2026-10-10',
    0.2,
  ],
  [
    'winter annuals in the south',
    'corranVale',
    '2026-01-25',
    'falling',
    'bermudagrass',
    'annualBluegrass',
    '2026-01-26',
    '2026-05-15',
    0.25,
  ],
] as const)('%s', (_, station, today, half, turf, plant, from, to, most) => {
  const season = stationSeason({ station, today, half, turf, plants: [plant] })
  const rows = compareSchools(season, choice)
  const [best] = rows
  expect(best!.faults).toEqual([])
  expect(through(best!)).toBeLessThan(most)
  const first = best!.passes[0]!.day!
  expect(first >= from && first <= to, first).toBe(true)
  expect(through(rows.find((r) => r.school === 'overseedInstead')!)).toBeCloseTo(1, 6)
})

describe('above the frost line', () => {
  it('warns of frozen ground, and loses next to nothing through the winter', () => {
    const season = stationSeason({
      station: 'alderwick',
      today: '2025-11-20',
      half: 'rising',
      turf: 'kentuckyBluegrass',
      plants: ['smoothCrabgrass'],
    })
    const judged = judgeProgramme(season, {
      passes: [
        {
          id: 'cold',
          season: 'rising',
          when: { kind: 'day', day: '2025-12-20' },
          labelId: 'tarnfold',
          rate: { value: 0.4, unit: 'oz/1000ft2' },
          zones: ['lawn'],
          edges: 'once',
        },
      ],
      fertiliser: [],
    })
    expect(judged.cautions.map((c) => c.code)).toContain('groundFrozen')
    const { strength } = judged.judgement.places[0]!
    const peak = Math.max(...strength)
    const at = (day: string) =>
      strength[Math.round((Date.parse(day) - Date.parse(judged.judgement.from)) / 86_400_000 / 3)]!
    expect(at('2026-03-15') / peak).toBeGreaterThan(0.85)
    expect(at('2026-08-15') / peak).toBeLessThan(0.5)
  })
})
