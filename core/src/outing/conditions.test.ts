import { describe, expect, test } from 'vitest'
import { checkConditions } from './conditions.ts'

describe('wind and air as noted', () => {
  test.each([
    [{}, []],
    [{ windMph: null, airC: null }, []],
    [{ windMph: 0, airC: -30 }, []],
    [{ windMph: 60, airC: 55 }, []],
    [{ windMph: NaN }, ['windNotBelievable windMph']],
    [{ windMph: -1 }, ['windNotBelievable windMph']],
    [{ windMph: 60.1, airC: 56 }, ['windNotBelievable windMph', 'airNotBelievable airC']],
    [{ windMph: 4, airC: NaN }, ['airNotBelievable airC']],
    [{ airC: -31 }, ['airNotBelievable airC']],
  ])('%o', (noted, refused) => {
    expect(checkConditions(noted).map((r) => `${r.code} ${r.field}`)).toEqual(refused)
  })
  test('a refusal says what would be believed', () => {
    expect(checkConditions({ windMph: 99, airC: 99 }).map((r) => r.params)).toEqual([
      { most: { value: 60, unit: 'mph' } },
      { least: { value: -30, unit: 'degC' }, most: { value: 55, unit: 'degC' } },
    ])
  })
})
