import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { createActiveFinder } from '../shelf/index.ts'
import { gatherFailedPass, type AroundPass, type PassWrittenDown } from './index.ts'

const activeOf = createActiveFinder(almanac.actives)
const labels = almanac.sampleLabels.map((l) => l.rules)
const barrier = labels.find((r) => r.uses.some((u) => u.purpose === 'preEmergent'))!
const [line] = barrier.uses
const written: PassWrittenDown = {
  day: '2026-04-10',
  rules: barrier,
  rate: { value: line!.rate.min, unit: line!.rate.unit },
  turf: line!.turf[0]!,
  airC: null,
  wateredInOn: null,
}
const nothing: AroundPass = { activeOf, water: [], finds: [], emerged: [], history: [] }

describe('the facts of a pass that failed', () => {
  it('leave out what is not known', () => {
    const facts = gatherFailedPass(written, 'smoothCrabgrass', nothing)
    expect(facts).toMatchObject({ day: '2026-04-10', purpose: 'preEmergent', plant: 'smoothCrabgrass' })
    expect(facts.range!.min).toBeCloseTo(line!.rate.min, 9)
    for (const unknown of ['emerged', 'watering', 'stage', 'efficacy', 'rainMm', 'mown', 'highC'])
      expect(facts).not.toHaveProperty(unknown)
  })
  it('take the first seedlings of the year, rain of the day and the next, and the newest find that it met', () => {
    const facts = gatherFailedPass({ ...written, airC: 31 }, 'smoothCrabgrass', {
      ...nothing,
      emerged: ['2026-04-20', '2026-04-05', '2025-03-30'],
      water: [
        { day: '2026-04-10', rainMm: 3 },
        { day: '2026-04-11', rainMm: 8 },
      ] as never,
      finds: [
        { plant: 'smoothCrabgrass', foundOn: '2026-04-01', stage: 'seedling' },
        { plant: 'smoothCrabgrass', foundOn: '2026-04-16', stage: 'tillers' },
        { plant: 'smoothCrabgrass', foundOn: '2026-05-30', stage: 'flowering' },
        { plant: null, foundOn: '2026-04-16', stage: null },
      ],
      lastMown: '2026-04-09',
    })
    expect(facts).toMatchObject({
      emerged: '2026-04-05',
      rainMm: [3, 8],
      stage: 'tillers',
      mown: ['2026-04-09'],
      highC: 31,
    })
  })
  it('count the years in which one group alone met the weed here', () => {
    const group = barrier.actives[0]!.group!
    const years = [2024, 2025, 2026].map((year) => ({
      year,
      groups: [group],
      passes: 1,
      zoneId: 'z',
      actives: [],
      lastDay: `${year}-04-01`,
    }))
    expect(gatherFailedPass(written, 'smoothCrabgrass', { ...nothing, history: years })).toMatchObject({
      group,
      sameGroupYears: 3,
    })
  })
})
