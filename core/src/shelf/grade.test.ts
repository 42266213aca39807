import { describe, expect, it } from 'vitest'
import type { Active } from './active.ts'
import { efficacyOf, gradeOf, toleranceGrade, toleranceOf, usualMost } from './grade.ts'

const active = (more: Partial<Active>): Active => ({
  name: 'one',
  group: '4',
  basis: 'ae',
  mode: 'auxin',
  uptake: ['leaf'],
  mobility: 'systemic',
  activeLbPerAcre: { least: 0.5, most: 1, year: 2 },
  symptoms: { kind: 'curl', firstDays: 2, judgeDays: [14, 28] },
  tolerance: { safe: ['tallFescue'] },
  states: { drought: 'caution' },
  efficacy: {},
  source: 'tables',
  sourceKind: 'extensionTables',
  confidence: 'estimate',
  ...more,
})
/** Seedling, leaves, few and many tillers, flowering, seeding, mature. */
const on = (first: string | undefined, second?: string) =>
  active({
    efficacy: first ? { weed: first } : {},
    ...(second && { second: { efficacy: { weed: second } } }),
  })

describe('a grade', () => {
  it.each([
    ['agrees', 'EG--FFF', 'GF', 'leaves', ['good', 'good', 'good', 'agree']],
    ['is relied on at its low end', 'EG--FFF', 'FF', 'leaves', ['good', 'fair', 'good', 'differ']],
    [
      'keeps an easier stage as much easier',
      'EG--FFF',
      'FF',
      'seedling',
      ['excellent', 'good', 'excellent', 'differ'],
    ],
    [
      'is no harder for a stage that is harder',
      'EEFPPPP',
      'GP',
      'fewTillers',
      ['fair', 'fair', 'fair', 'differ'],
    ],
    [
      'may be better, and is not relied on for it',
      'FF--PPP',
      'EG',
      'leaves',
      ['fair', 'fair', 'excellent', 'differ'],
    ],
    [
      'takes suppression for less than fair',
      'GG--GGG',
      'SS',
      'leaves',
      ['good', 'suppression', 'good', 'differ'],
    ],
    ['of one reading falls a step', undefined, 'GF', 'leaves', ['good', 'fair', 'good', 'one']],
    ['of the first alone stands', 'EG--FFF', undefined, 'leaves', ['good', 'good', 'good', 'one']],
  ] as const)('%s', (_, first, second, stage, [value, low, high, readings]) => {
    expect(gradeOf(on(first, second), 'weed', stage)).toEqual({ value, low, high, readings })
    expect(efficacyOf(on(first, second), 'weed', stage)).toBe(low)
  })
  it('is not known where neither has it, nor at a stage the plant has not', () => {
    expect(gradeOf(on('EG--FFF', 'GF'), 'weed', 'fewTillers')).toBeUndefined()
    expect(gradeOf(on(undefined), 'weed', 'leaves')).toBeUndefined()
  })
  it('of one reader falls a step, whichever it is, where there was a second', () => {
    const one = { ...on('EG--FFF'), second: {} }
    expect(gradeOf(one, 'weed', 'leaves')).toEqual({
      value: 'good',
      low: 'fair',
      high: 'good',
      readings: 'one',
    })
    expect(toleranceOf(one, 'tallFescue', 'growing')).toEqual({ verdict: 'caution', reason: 'oneReading' })
  })
  it('that was settled for the first is no longer in doubt', () => {
    const one = { ...on('EG--FFF'), second: { settled: { plants: ['weed'], turf: [] } } }
    expect(gradeOf(one, 'weed', 'leaves')?.readings).toBe('agree')
  })
})

describe('what a turf stands', () => {
  const two = active({
    tolerance: { safe: ['a', 'b'], caution: { c: 'lowRate' }, kills: ['d'] },
    second: { tolerance: { a: 'safe', b: 'caution', c: 'injures', d: 'injures', e: 'safe', f: 'kills' } },
  })
  it.each([
    ['a', 'safe', undefined],
    ['b', 'caution', 'readingsDiffer'],
    ['c', 'injures', 'readingsDiffer'],
    ['d', 'kills', undefined],
    // Said once to be safe is not enough; said once to be killed is.
    ['e', 'caution', 'oneReading'],
    ['f', 'kills', 'oneReading'],
  ])('%s is judged at the worse of two: %s', (turf, verdict, reason) =>
    expect(toleranceOf(two, turf, 'growing')).toEqual({ verdict, ...(reason && { reason }) }),
  )
  it('is worse in a state that is, and unknown where nobody knows', () => {
    expect(toleranceOf(two, 'a', 'drought')).toEqual({ verdict: 'caution', reason: 'drought' })
    expect(toleranceOf(two, 'g', 'growing')).toBeUndefined()
    expect(toleranceGrade(two, 'c')).toEqual({
      value: 'caution',
      low: 'injures',
      high: 'caution',
      readings: 'differ',
    })
  })
})

it('what is usual of an active lies between two readings; a turf’s own maximum comes first', () => {
  const two = active({ yearOn: { fineFescue: 0.6 }, second: { most: 1.5, year: 2 } })
  expect(usualMost(two, 'most')).toEqual({ value: 1, low: 1, high: 1.5, readings: 'differ' })
  expect(usualMost(two, 'year')).toMatchObject({ low: 2, high: 2, readings: 'agree' })
  expect(usualMost(two, 'year', 'fineFescue')).toMatchObject({ value: 0.6, low: 0.6, high: 0.6 })
})
