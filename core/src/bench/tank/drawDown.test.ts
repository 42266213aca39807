import { describe, expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { usualTools } from '../measure.ts'
import { computeDrawDown, mayTake } from './drawDown.ts'
import { drawOff } from './drawOff.ts'
import type { TankGround, TankRequest } from './request.ts'
import { computeTank } from './tank.ts'

const rules = almanac.sampleLabels.find((l) => l.code === 'tarnfold')!.rules
const lawn = (id: string, turf: string, areaSqFt: number): TankGround => ({
  id,
  name: `Lawn ${id}`,
  turf,
  state: 'growing',
  passes: [],
  areaSqFt,
  mode: 'broadcast',
})
/** Nine lawns of three turfs, 200 gallons at 1 gal to 1,000 ft². */
const lawns = Array.from({ length: 9 }, (_, i) =>
  lawn(String(i), ['tallFescue', 'zoysiagrass', 'kentuckyBluegrass'][i % 3]!, 15_000 + 1000 * i),
)
const request = (more: Partial<TankRequest> = {}): TankRequest => ({
  day: '2026-03-10',
  grounds: lawns,
  products: [{ rules, rate: { value: 0.4, unit: 'oz/1000ft2' } }],
  carrierVolume: { value: 1, unit: 'gal/1000ft2' },
  capacityGal: 200,
  loadPlan: 'fullThenRemainder',
  tools: usualTools,
  actives: almanac.actives,
  ...more,
})
const mixed = (asked: TankRequest) => {
  const tank = computeTank(asked)
  if (!tank.ok) throw new Error(JSON.stringify(tank.refusals))
  return { request: asked, result: tank.value }
}

describe('a truck of 200 gallons', () => {
  it('is one load over nine lawns of three turfs, at what the tenderest takes, and drawn down stop by stop', () => {
    const tank = mixed(request())
    expect(tank.result.loads).toHaveLength(1)
    expect(tank.result.water.value).toBeCloseTo(171, 9)
    const full = computeDrawDown(tank, [])
    expect(full.stops.map((s) => s.planned.value)).toEqual(lawns.map((l) => l.areaSqFt / 1000))
    expect(full).toMatchObject({ left: { value: 171 }, overGal: 0, overSqFt: 0 })
    // The first took two gallons less, the second one more.
    const drawn = computeDrawDown(tank, [
      { groundId: '0', gal: 13 },
      { groundId: '1', gal: 17 },
    ])
    expect(drawn.left.value).toBeCloseTo(141, 9)
    expect(drawn.overGal).toBeCloseTo(1, 9)
    expect(drawn.overSqFt).toBeCloseTo(1000, 6)
    const short = computeDrawDown(tank, [{ groundId: '0', gal: 20 }])
    expect([short.overGal, short.overSqFt]).toEqual([-5, 0])
    const all = lawns.map((l) => ({ groundId: l.id, gal: l.areaSqFt / 1000 }))
    expect(computeDrawDown(tank, all)).toMatchObject({ left: { value: 0 }, overGal: 0 })
    expect(
      computeTank(request({ products: [{ rules, rate: { value: 0.5, unit: 'oz/1000ft2' } }] })),
    ).toMatchObject({
      ok: false,
      refusals: [{ code: 'rateOverMaximum', params: { turf: 'kentuckyBluegrass' } }, {}, {}],
    })
  })
  it('is filled for lawns to come at the same rate, and says which of them may take it', () => {
    const tank = mixed(request({ spareGal: 29 }))
    expect(tank.result.water.value).toBeCloseTo(200, 9)
    const [plain, spare] = [mixed(request()), tank].map((t) => t.result.products[0]!.measuredRate!.value)
    expect(spare! / plain!).toBeCloseTo(1, 2)
    expect(computeDrawDown(tank, []).overGal).toBeCloseTo(29, 9)
    const used: TankGround = {
      ...lawn('used', 'tallFescue', 4000),
      passes: [
        {
          day: '2026-02-20',
          actives: [{ name: 'prodiamine', basis: 'ai', rate: { value: 0.7, unit: 'lb/acre' } }],
        },
      ],
    }
    const may = mayTake(tank, [lawn('x', 'bermudagrass', 4000), lawn('y', 'creepingBentgrass', 4000), used])
    expect(may.map((m) => m.refusals.map((r) => r.code))).toEqual([
      [],
      expect.arrayContaining(['turfNotOnLabel']),
      ['tooSoonAgain'],
    ])
    expect(computeTank(request({ spareGal: 201 }))).toMatchObject({
      ok: false,
      refusals: [{ code: 'spareNotASize' }],
    })
  })
  it('goes over a lawn it was not mixed for at the rate that was measured, as spots where it is less', () => {
    const tank = mixed(request({ spareGal: 29 }))
    const rate = tank.result.products[0]!.measuredRate!
    const off = drawOff(tank, lawn('x', 'bermudagrass', 12_000), 12)
    if (!off.ok) throw new Error(off.refusals[0]!.code)
    const [product] = off.value.result.products
    expect(off.value.request.grounds).toMatchObject([{ id: 'x', mode: 'broadcast' }])
    expect(product!.measured.value / tank.result.products[0]!.measured.value).toBeCloseTo(12 / 200, 9)
    expect(product!.measuredRate).toEqual(rate)
    expect(product!.years['x']).toMatchObject({ use: { passes: 0 } })
    const part = drawOff(tank, lawn('x', 'bermudagrass', 12_000), 5)
    expect(part).toMatchObject({
      ok: true,
      value: { request: { grounds: [{ mode: 'spot', spotSqFt: 5000 }] } },
    })
    for (const [ground, gal, code] of [
      [lawn('x', 'bermudagrass', 12_000), 13, 'drawnOverGround'],
      [lawn('x', 'bermudagrass', 12_000), 0, 'drawnOverGround'],
      [lawn('y', 'creepingBentgrass', 12_000), 5, 'turfNotOnLabel'],
    ] as const) {
      const refused = drawOff(tank, ground, gal)
      expect(refused.ok ? [] : refused.refusals.map((r) => r.code)).toContain(code)
    }
  })
})
