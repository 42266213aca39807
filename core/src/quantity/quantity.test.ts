import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  allUnits,
  computeActiveRate,
  computeConcentration,
  convert,
  findUnit,
  parseConversion,
  parseLengthFt,
  type Unit,
} from './index.ts'

describe('exact relations', () => {
  test.each([
    [1, 'gal', 3.785411784, 'L'],
    [1, 'gal', 128, 'floz'],
    [1, 'floz', 29.5735295625, 'mL'],
    [1, 'pt', 16, 'floz'],
    [1, 'tbsp', 3, 'tsp'],
    [1, 'tbsp', 0.5, 'floz'],
    [1, 'oz', 28.349523125, 'g'],
    [1, 'acre', 43_560, 'ft2'],
    [1, 'ft', 0.3048, 'm'],
    [1, 'tbspAu', 20, 'mL'],
    [1, 'galImp', 4.54609, 'L'],
    [212, 'degF', 100, 'degC'],
    [-40, 'degC', -40, 'degF'],
    [9, 'deltaF', 5, 'deltaC'],
  ] as const)('%d %s is %d %s', (value, from, answer, to) => {
    expect(convert(value, from, to)).toBeCloseTo(answer, 10)
  })
})

describe('the hand-checked table', () => {
  it('1 lb/acre is 10.413 g per 1,000 ft²', () => {
    expect(convert(1, 'lb/acre', 'g/1000ft2')).toBeCloseTo(453.59237 / 43.56, 9)
    expect(convert(1, 'lb/acre', 'g/1000ft2')).toBeCloseTo(10.413, 3)
  })
  it('6 fl oz/acre is 4.0735 mL per 1,000 ft², about 0.83 tsp', () => {
    expect(convert(6, 'floz/acre', 'mL/1000ft2')).toBeCloseTo(4.0735, 4)
    expect(convert(6, 'floz/acre', 'tsp/1000ft2')).toBeCloseTo(0.83, 2)
  })
})

const dimensions = [...new Set(allUnits.map((u) => findUnit(u)!.dimension))]
const unitsByDimension = dimensions.map((d) => allUnits.filter((u) => findUnit(u)!.dimension === d) as Unit[])

describe('any unit', () => {
  it('converts there and back', () => {
    const pair = fc
      .constantFrom(...unitsByDimension)
      .chain((us) => fc.tuple(fc.constantFrom(...us), fc.constantFrom(...us)))
    fc.assert(
      fc.property(pair, fc.double({ min: 1e-3, max: 1e6, noNaN: true }), ([a, b], value) => {
        const back = convert(convert(value, a, b), b, a)
        expect(Math.abs(back / value - 1)).toBeLessThan(1e-9)
      }),
    )
  })
  it('refuses to become another dimension', () => {
    fc.assert(
      fc.property(fc.constantFrom(...allUnits), fc.constantFrom(...allUnits), (a, b) => {
        const same = findUnit(a)!.dimension === findUnit(b)!.dimension
        expect(parseConversion(1, a, b).ok).toBe(same)
        if (!same) expect(() => convert(1, a as Unit, b as Unit)).toThrow(RangeError)
      }),
    )
  })
  it('a dry ounce is not a fluid ounce, and a rate is not a concentration', () => {
    expect(parseConversion(1, 'oz', 'floz')).toMatchObject({
      ok: false,
      refusals: [{ code: 'incompatibleUnits' }],
    })
    expect(parseConversion(1, 'floz/1000ft2', 'floz/gal').ok).toBe(false)
    expect(parseConversion(1, 'cubit', 'ft')).toMatchObject({
      ok: false,
      refusals: [{ code: 'unknownUnit', field: 'from' }],
    })
  })
})

describe('rates', () => {
  it('carries w/w strength to active per acre', () => {
    const active = computeActiveRate(
      { value: 0.58, unit: 'oz/1000ft2' },
      { value: 50, unit: 'percent', basis: 'ai' },
      'lb/acre',
    )
    expect(active.ok && active.value.value).toBeCloseTo(((0.58 / 16) * 43.56) / 2, 9)
  })
  it('carries lb/gal and g/L alike', () => {
    const rate = { value: 1.5, unit: 'floz/1000ft2' } as const
    const lb = computeActiveRate(rate, { value: 2, unit: 'lb/gal', basis: 'ae' }, 'kg/ha')
    const gl = computeActiveRate(
      rate,
      { value: convert(2, 'lb/gal', 'g/L'), unit: 'g/L', basis: 'ae' },
      'kg/ha',
    )
    expect(lb.ok && gl.ok && lb.value.value / gl.value.value).toBeCloseTo(1, 12)
  })
  it('needs a density to put percent by weight on a volume', () => {
    expect(
      computeActiveRate(
        { value: 1, unit: 'floz/1000ft2' },
        { value: 40, unit: 'percent', basis: 'ai' },
        'kg/ha',
      ),
    ).toMatchObject({
      ok: false,
      refusals: [{ code: 'strengthNeedsDensity' }],
    })
  })
  it('meets a concentration only through the carrier volume', () => {
    const c = computeConcentration({ value: 0.4, unit: 'oz/1000ft2' }, { value: 1.25, unit: 'gal/1000ft2' })
    expect(c).toMatchObject({ value: 0.32, unit: 'oz/gal' })
  })
})

describe('a length as said over the tape', () => {
  test.each([
    ['42', 'ft', 42],
    ['42\' 6"', 'ft', 42.5],
    ['42 ft 6 in', 'ft', 42.5],
    ['42’6”', 'm', 42.5],
    ['1,250', 'ft', 1250],
    ['12,5', 'm', 12.5 / 0.3048],
    ['12.8 m', 'ft', 12.8 / 0.3048],
    ['1280 cm', 'ft', 12.8 / 0.3048],
    ['18"', 'ft', 1.5],
    ['-3', 'ft', -3],
  ] as const)('%s in %s', (text, unit, feet) => {
    const parsed = parseLengthFt(text, unit)
    expect(parsed.ok && parsed.value).toBeCloseTo(feet, 9)
  })
  test.each(['', 'long', '12..5', '4 4', 'NaN'])('%j is no length', (text) => {
    expect(parseLengthFt(text, 'ft')).toMatchObject({ ok: false, refusals: [{ code: 'notALength' }] })
  })
})
