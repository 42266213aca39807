import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { measureFromStock } from './stockSolution.ts'
import { measuringTools, type OwnedTool } from './measure.ts'

const tool = (id: keyof typeof measuringTools): OwnedTool => ({ id, ...measuringTools[id] })
const kitchen = [tool('scale1g'), tool('cup10mL')]
const load = (planned: number, range = 0.2) => ({
  planned,
  min: planned * (1 - range),
  max: planned * (1 + range / 2),
  unit: 'g' as const,
})

describe('a stock solution', () => {
  it('weighs once for all loads what no scale shows for one', () => {
    const doses = measureFromStock([load(0.5), load(0.5), load(0.5), load(0.5)], kitchen)!
    expect(doses.map((d) => [d.stock!.weigh.value, d.stock!.take.value / d.stock!.water.value])).toEqual(
      Array(4).fill([2, 0.25]),
    )
    expect(doses.map((d) => d.amount.value)).toEqual([0.5, 0.5, 0.5, 0.5])
    expect(doses[0]!.stock!.left).toBe(0)
  })
  it('of one small load weighs the first mark, takes its share, and says what is left', () => {
    const [dose] = measureFromStock([load(0.3)], kitchen)!
    expect(dose).toMatchObject({
      stock: { weigh: { value: 1 }, left: expect.closeTo(0.7, 6) },
      amount: { value: 0.3 },
    })
  })
  it('is none of a liquid, without a scale, without a cup, or of next to nothing', () => {
    expect(measureFromStock([{ ...load(3), unit: 'floz' }], kitchen)).toBeUndefined()
    expect(measureFromStock([load(0.3)], [tool('cup10mL')])).toBeUndefined()
    expect(measureFromStock([load(0.3)], [tool('scale1g')])).toBeUndefined()
    expect(measureFromStock([load(0.0001)], kitchen)).toBeUndefined()
  })
  it('never puts more into a load than the label lets, nor less, nor more into all than was weighed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.02, max: 5, noNaN: true }), { minLength: 1, maxLength: 6 }),
        fc.double({ min: 0.01, max: 0.4, noNaN: true }),
        (planned, range) => {
          const loads = planned.map((p) => load(p, range))
          const doses = measureFromStock(loads, [...kitchen, tool('syringe1mL'), tool('scaleTenthG')])
          doses?.forEach((d, i) => {
            expect(d.amount.value).toBeLessThanOrEqual(loads[i]!.max * (1 + 1e-9))
            // Of one printed rate the mark just under it counts.
            expect(d.amount.value).toBeGreaterThanOrEqual(
              loads[i]!.min * (range < 0.05 ? 0.8 : 1) * (1 - 1e-9),
            )
          })
          const used = doses?.reduce((sum, d) => sum + d.amount.value, 0) ?? 0
          expect(used).toBeLessThanOrEqual((doses?.[0]?.stock?.weigh.value ?? 0) * (1 + 1e-9))
        },
      ),
    )
  })
})
