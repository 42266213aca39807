import { expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { differencesOf } from './differences.ts'

const rules = almanac.sampleLabels.find((l) => l.code === 'tarnfold')!.rules

it('two versions of a label differ in figures, each with its line; the same in none', () => {
  const [first, ...more] = rules.uses
  const other = {
    ...rules,
    uses: [{ ...first!, turf: ['tallFescue'], rate: { ...first!.rate, max: 0.5 } }, ...more],
    windMost: { value: 10, unit: 'mph' as const },
  }
  expect(differencesOf(rules, structuredClone(rules))).toEqual([])
  expect(differencesOf(rules, other)).toEqual([
    { part: 'uses', line: 1, of: 'turf', before: first!.turf, after: ['tallFescue'] },
    { part: 'uses', line: 1, of: 'rate.max', before: 0.55, after: 0.5 },
    { part: 'windMost', of: '', before: undefined, after: { value: 10, unit: 'mph' } },
  ])
})
