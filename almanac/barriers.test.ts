import { describe, expect, it, test } from 'vitest'
import { targetClasses } from '@jardinero/core/season'
import { almanac, controlLengths } from './src/index.ts'
import { lengthOf } from './test/controlLengthTrial.ts'

const { barriers } = almanac
const barrierOf = (name: string) => barriers.find((b) => b.name === name)!

describe('actives that make a barrier', () => {
  it('each have one main target, against which the others are measured', () => {
    for (const b of barriers) {
      expect(Object.values(b.controls).filter((r) => r === 1).length, b.name).toBeGreaterThan(0)
      expect(b.dissipationDays[0]).toBeLessThan(b.dissipationDays[1])
    }
  })
  it('stand in the same group as in the table of actives and on the sample labels', () => {
    for (const { name, group } of almanac.actives) expect(barrierOf(name)?.group ?? group, name).toBe(group)
    for (const { rules } of almanac.sampleLabels)
      for (const { name, group } of rules.actives)
        expect(almanac.actives.find((a) => a.name === name)?.group, rules.name).toBe(group)
  })
  it('meet every kind of seedling by at least one of them', () => {
    for (const target of targetClasses)
      expect(
        barriers.some((b) => b.controls[target] !== undefined),
        target,
      ).toBe(true)
  })
})

describe('length of control', () => {
  it('is fitted on the low and the high rate of every active', () => {
    for (const { name } of barriers)
      expect(controlLengths.filter((r) => r.active === name && r.role === 'fit')).toHaveLength(2)
  })
  test.each(
    controlLengths.map((row) => [`${row.active} ${row.lbPerAcre} ${row.station} ${row.on}`, row] as const),
  )('%s', (_, row) => {
    const days = lengthOf(barrierOf(row.active), row)
    const within = row.role === 'fit' ? 0.05 : 0.2
    expect(Math.abs(days / row.days - 1), `${days} for ${row.days} days`).toBeLessThanOrEqual(within)
  })
})
