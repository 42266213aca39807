import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { checkPackage, computeEnough, computeStock, type StockPackage } from './index.ts'

const box = (id: string, oz: number, boughtOn: string, more: Partial<StockPackage> = {}): StockPackage => ({
  id,
  amount: { value: oz, unit: 'oz' },
  boughtOn,
  openedOn: null,
  counted: null,
  ...more,
})
const take = (day: string, oz: number) => ({ day, amount: { value: oz, unit: 'oz' as const } })
const leftOf = (packages: StockPackage[], taken: ReturnType<typeof take>[]) =>
  computeStock(packages, taken, 'oz').packages.map((p) => Number(p.left.value.toFixed(6)))

describe('what is left', () => {
  it('is taken from the oldest package first, and says when it was opened', () => {
    const stock = computeStock(
      [box('b', 12, '2026-03-01'), box('a', 12, '2025-03-01')],
      [take('2025-04-01', 10), take('2026-03-09', 5)],
      'oz',
    )
    expect(stock.packages.map((p) => [p.id, p.left.value, p.openedOn])).toEqual([
      ['a', 0, '2025-04-01'],
      ['b', 9, '2026-03-09'],
    ])
    expect(stock.left.value).toBe(9)
    expect(stock.beyond).toBeUndefined()
  })
  it('does not take from a package before it was there', () => {
    expect(leftOf([box('a', 2, '2025-03-01'), box('b', 12, '2026-03-01')], [take('2025-04-01', 5)])).toEqual([
      0, 12,
    ])
    expect(
      computeStock([box('a', 2, '2025-03-01'), box('b', 12, '2026-03-01')], [take('2025-04-01', 5)], 'oz')
        .beyond,
    ).toEqual({ value: 3, unit: 'oz' })
  })
  it('starts again from what was weighed', () => {
    const counted = { amount: { value: 141.747615625, unit: 'g' as const }, day: '2026-02-01' }
    expect(
      leftOf([box('a', 12, '2025-03-01', { counted })], [take('2025-04-01', 10), take('2026-03-09', 2)]),
    ).toEqual([3])
    expect(
      computeStock([box('a', 12, '2025-03-01', { counted })], [take('2025-04-01', 10)], 'oz').beyond,
    ).toBeUndefined()
  })
  it('never shows less than nothing, and loses nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 50, noNaN: true }), { minLength: 1, maxLength: 4 }),
        fc.array(fc.double({ min: 0.01, max: 20, noNaN: true }), { maxLength: 8 }),
        (sizes, takings) => {
          const stock = computeStock(
            sizes.map((s, i) => box(String(i), s, '2025-01-01')),
            takings.map((t) => take('2025-05-01', t)),
            'oz',
          )
          const sum = (list: number[]) => list.reduce((a, b) => a + b, 0)
          expect(stock.packages.every((p) => p.left.value >= 0)).toBe(true)
          expect(stock.left.value - (stock.beyond?.value ?? 0)).toBeCloseTo(sum(sizes) - sum(takings), 6)
        },
      ),
      { numRuns: 200, seed: 5 },
    )
  })
  it('says whether it does for a pass', () => {
    const enough = computeEnough({ value: 3, unit: 'oz' }, { value: 56.69904625, unit: 'g' })
    expect(enough).toMatchObject({ ok: true, value: { enough: true } })
    expect(enough.ok && enough.value.after.value).toBeCloseTo(1, 9)
    expect(computeEnough({ value: 3, unit: 'oz' }, { value: 4, unit: 'oz' })).toMatchObject({
      value: { enough: false },
    })
    expect(computeEnough({ value: 3, unit: 'oz' }, { value: 4, unit: 'floz' })).toMatchObject({
      refusals: [{ code: 'amountMeasure' }],
    })
  })
})

describe('a package before it is kept', () => {
  const good = box('a', 12, '2026-01-01')
  test.each<[string, Partial<StockPackage>, string]>([
    ['poured where it is weighed', { amount: { value: 12, unit: 'floz' } }, 'amountMeasure'],
    ['nothing in it', { amount: { value: 0, unit: 'oz' } }, 'amountNotPositive'],
    ['opened before it was bought', { openedOn: '2025-12-01' }, 'openedBeforeBought'],
    [
      'weighed before it was bought',
      { counted: { amount: { value: 1, unit: 'oz' }, day: '2025-12-01' } },
      'countedBeforeBought',
    ],
    [
      'holds more than it held',
      { counted: { amount: { value: 1, unit: 'lb' }, day: '2026-02-01' } },
      'countedOverPackage',
    ],
  ])('%s', (_, more, code) =>
    expect(checkPackage({ ...good, ...more }, { formulation: 'WG' })[0]?.code).toBe(code),
  )
  it('may be empty', () => {
    expect(
      checkPackage(
        { ...good, counted: { amount: { value: 0, unit: 'oz' }, day: '2026-02-01' } },
        { formulation: 'WG' },
      ),
    ).toEqual([])
  })
})
