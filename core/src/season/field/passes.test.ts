import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { passOfRecord } from '../../ledger/index.ts'
import type { LabelRules } from '../../shelf/index.ts'
import type { PlanContext } from '../programme/programme.ts'
import type { SeasonField } from './field.ts'
import { madePasses } from './passes.ts'

const days = 300
/** A year on one piece of ground at an even pace of loss. */
const field = {
  today: '2026-04-01',
  from: 0,
  days,
  members: 1,
  places: [{ zoneId: 'z', kind: 'middle', pace: new Float32Array(days).fill(0.8) }],
} as unknown as SeasonField
const { rules } = almanac.sampleLabels.find((l) => l.code === 'tarnfold')!
const withLengths: LabelRules = {
  ...rules,
  uses: rules.uses.map((u) => ({
    ...u,
    lengths: [{ min: u.rate.min, max: u.rate.max, leastDays: 40, mostDays: 60 }],
  })),
}
const record = (of: LabelRules) =>
  passOfRecord({
    day: '2026-04-01',
    rules: of,
    rate: { value: 0.4, unit: 'oz/1000ft2' },
    turf: 'tallFescue',
  })
const halfLife = (of: LabelRules) => {
  const zone = { id: 'z', turf: 'tallFescue', passes: [record(of)] }
  const context = { zones: [zone], barriers: almanac.barriers } as unknown as PlanContext
  return madePasses(context, field)[0]!.doses[0]!.active.halfLifeDays
}

describe('a pass that is down', () => {
  it('carries how long its label said that it lasts', () => {
    expect(record(withLengths).lasts).toEqual({ leastDays: 40, mostDays: 60 })
    expect(record(rules).lasts).toBeUndefined()
  })
  it('lasts as long as it was planned to: by its label, not again by the model alone', () => {
    const model = almanac.barriers.find((b) => b.name === 'prodiamine')!.halfLifeDays
    expect(halfLife(rules)).toBe(model)
    expect(halfLife(withLengths)).toBeLessThan(model)
  })
})
