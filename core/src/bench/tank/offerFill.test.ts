import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { measuringTools } from '../measure.ts'
import { computeTank } from './tank.ts'
import type { TankRequest } from './request.ts'

const rules = almanac.sampleLabels.find((l) => l.code === 'tarnfold')!.rules
const kitchen = [
  { id: 'scale', measure: 'mass' as const, step: 1, unit: 'oz' as const, kind: 'scale' as const },
]
const request = (more: Partial<TankRequest> = {}): TankRequest => ({
  day: '2026-05-01',
  grounds: [
    {
      id: 'a',
      name: 'Front',
      turf: 'tallFescue',
      state: 'growing',
      passes: [],
      areaSqFt: 11_400,
      mode: 'broadcast',
    },
  ],
  products: [{ rules, rate: { value: 0.5, unit: 'oz/1000ft2' }, tool: kitchen[0]! }],
  carrierVolume: { value: 1, unit: 'gal/1000ft2' },
  capacityGal: 4.4,
  loadPlan: 'fullThenRemainder',
  tools: kitchen,
  ...more,
})

describe('a little less water', () => {
  it('is offered where it brings the loads onto a mark, and does when it is taken', () => {
    // 2.2 oz a load on a scale of whole ounces; at 4 gal it is 2.
    const asked = computeTank(request())
    expect(asked).toMatchObject({ ok: true, value: { offer: { level: { value: 3.8 } } } })
    const offer = asked.ok ? asked.value.offer! : undefined
    expect(offer!.worst.value).toBeLessThan(offer!.instead!.value - 0.02)
    const taken = computeTank(request({ capacityGal: offer!.level.value }))
    const errors = taken.ok
      ? taken.value.loads.flatMap((l) => l.doses.map((d) => Math.abs(d.measured.error.value)))
      : [1]
    expect(Math.max(...errors)).toBeCloseTo(offer!.worst.value, 9)
  })
  it('is not where every dose is near its mark, nor where loads are equal or there is one', () => {
    const fine = { ...kitchen[0]!, step: 0.01 }
    for (const more of [
      { tools: [fine], products: [{ ...request().products[0]!, tool: fine }] },
      { loadPlan: 'equal' as const },
      { capacityGal: 20 },
    ])
      expect(computeTank(request(more))).not.toMatchObject({ value: { offer: {} } })
  })
  it('is the remedy where a dose has no mark at all', () => {
    const grams = { id: 'cup', ...measuringTools.scale1g, step: 10 }
    const narrow = {
      ...rules,
      uses: rules.uses.slice(0, 1).map((u) => ({ ...u, rate: { ...u.rate, min: 0.5 } })),
    }
    const asked = request({
      tools: [grams],
      products: [{ rules: narrow, rate: { value: 0.52, unit: 'oz/1000ft2' }, tool: grams }],
      grounds: [{ ...request().grounds[0]!, areaSqFt: 6300 }],
      capacityGal: 2.2,
    })
    expect(computeTank(asked)).toMatchObject({
      ok: false,
      refusals: [{ code: 'noMarkBetween', remedy: { code: 'fillTo', params: { level: { value: 2.1 } } } }],
    })
    expect(computeTank({ ...asked, capacityGal: 2.1 })).toMatchObject({ ok: true })
  })
})
