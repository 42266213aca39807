import { describe, expect, it, test } from 'vitest'
import { judgeWeight, parseScaleLine } from './scale.ts'

describe('a line of a scale', () => {
  test.each([
    ['JARDINERO-SCALE 1 blue pan', { kind: 'hello', name: 'blue pan' }],
    ['W 1.2 36.0 g S', { kind: 'sample', sample: { atS: 1.2, weightG: 36, steady: true } }],
    [
      'W 2 1.5 oz U\r',
      { kind: 'sample', sample: { atS: 2, weightG: expect.closeTo(42.5243, 3), steady: false } },
    ],
    ['W 2 -58 g S', { kind: 'sample', sample: { atS: 2, weightG: -58, steady: true } }],
    ['E overloaded', { kind: 'fault', text: 'overloaded' }],
    ['W 2 heavy g S', { kind: 'other' }],
    ['W 2 12 st S', { kind: 'other' }],
    ['JARDINERO-PROBE 1 red handle', { kind: 'other' }],
  ])('%s', (line, parsed) => expect(parseScaleLine(line)).toEqual(parsed))
})

describe('the pouring', () => {
  test.each([
    [0, 'empty'],
    [0.4, 'empty'],
    [20, 'pour'],
    [32, 'slowly'],
    [35.6, 'stop'],
    [36.4, 'stop'],
    [36.6, 'over'],
  ])('with %d g of 36 is %s', (weight, stage) => expect(judgeWeight(weight, 36, 1)).toBe(stage))
  it('never says stop above what the scale shows as the amount', () => {
    for (let weight = 0; weight < 50; weight += 0.05)
      if (judgeWeight(weight, 36, 1) === 'stop') expect(Math.round(weight)).toBe(36)
  })
})
