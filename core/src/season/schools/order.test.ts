import fc from 'fast-check'
import { expect, it } from 'vitest'
import { orderJudged } from './order.ts'

const row = (
  escaped: number,
  annual: number,
  broken = false,
  more: { breaks?: string[]; cents?: number; none?: boolean } = {},
) => ({
  programme: { passes: more.none ? [] : [{}] },
  faults: broken ? [{}] : [],
  breaks: (more.breaks ?? []).map((code) => ({ code })),
  judgement: { escaped: { value: escaped }, places: [] },
  annual: { value: annual },
  cost: { cents: more.cents ?? 0 },
})
const any = fc.array(
  fc.record({
    escaped: fc.integer({ min: 0, max: 40 }),
    annual: fc.integer({ min: 0, max: 10 }),
    broken: fc.boolean(),
  }),
  { minLength: 1, maxLength: 9 },
)

it('puts first what takes least of those that hardly differ from the best, whatever order they came in', () => {
  fc.assert(
    fc.property(any, fc.infiniteStream(fc.nat(1000)), (made, shuffle) => {
      const rows = made.map((m) => row(m.escaped / 1000, m.annual / 10, m.broken))
      const shuffled = rows
        .map((r) => [shuffle.next().value as number, r] as const)
        .toSorted((a, b) => a[0] - b[0])
        .map(([, r]) => r)
      const values = (list: typeof rows) =>
        list.map((r) => `${r.faults.length} ${r.judgement.escaped.value} ${r.annual.value}`)
      expect(values(orderJudged(shuffled))).toEqual(values(orderJudged(rows)))
      const whole = orderJudged(rows).filter((r) => !r.faults.length)
      const best = Math.min(...whole.map((r) => r.judgement.escaped.value))
      if (whole[0]) expect(whole[0].judgement.escaped.value).toBeLessThanOrEqual(best + 0.005)
    }),
  )
})
it('is not led by neighbours: three steps of four thousandths are not all alike', () => {
  const [a, b, c] = [row(0.01, 0.9), row(0.014, 0.6), row(0.018, 0.3)]
  expect(orderJudged([c, b, a])).toEqual([b, a, c])
})
it('puts what breaks a limit last', () =>
  expect(orderJudged([row(0, 0, true), row(0.5, 1)]).map((r) => r.faults.length)).toEqual([0, 1]))
it('puts what keeps the wishes before what lets less through and breaks one, and both before what breaks a limit', () => {
  const [keeps, breaks, over] = [
    row(0.3, 1),
    row(0.05, 0.4, false, { breaks: ['seedingNotSafe'] }),
    row(0, 0, true),
  ]
  expect(orderJudged([over, breaks, keeps])).toEqual([keeps, breaks, over])
})
it('takes the cheaper of two that do the same', () => {
  const [dear, cheap] = [row(0.1, 0.5, false, { cents: 900 }), row(0.1, 0.5, false, { cents: 400 })]
  expect(orderJudged([dear, cheap])).toEqual([cheap, dear])
})
it('does not call doing nothing the best of what is left', () => {
  const [breaks, nothing] = [
    row(0.1, 0.5, false, { breaks: ['washingRain'] }),
    row(1, 0, false, { none: true }),
  ]
  expect(orderJudged([nothing, breaks])).toEqual([breaks, nothing])
})
