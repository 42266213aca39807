import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { simulatedYard } from '../../../test/soilYears.ts'
import { addDays } from '../../quantity/index.ts'
import {
  createEmergedShare,
  emergedShare,
  flushesOf,
  paceFrom,
  thermalTimeOf,
  wetShare,
} from './emergence.ts'

const crabgrass = { trend: 'rising', soilC: [12, 14], baseC: 12 } as const
const knotweed = { trend: 'rising', soilC: [2, 7], baseC: 1 } as const
const bluegrass = { trend: 'falling', soilC: [10, 21], baseC: 2 } as const
const emergence = <E>(e: E) => e as { trend: 'rising'; soilC: [number, number]; baseC: number }
const [flush] = flushesOf(emergence(crabgrass))

describe('a flush', () => {
  it('rises from nothing to all, and its thermal times are the inverse of its shares', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.99, noNaN: true }), (share) => {
        expect(emergedShare(flush!, thermalTimeOf(flush!, share))).toBeCloseTo(share, 9)
      }),
    ))
  it('is read from a table as it is worked out', () => {
    const emerged = createEmergedShare(flush!, 1.2)
    for (let warmth = 0; warmth < 3000; warmth += 1.7)
      expect(Math.abs(emerged(warmth) - emergedShare(flush!, warmth, 1.2))).toBeLessThan(1e-5)
  })
  it('has crabgrass half up within 80 to 180 °C-days above 12 °C', () => {
    const half = thermalTimeOf(flush!, 0.5)
    expect(half).toBeGreaterThan(80)
    expect(half).toBeLessThan(180)
    expect(emergedShare(flush!, 5)).toBe(0)
  })
  it('comes twice for plants of both halves of the year', () =>
    expect(flushesOf({ trend: 'both', soilC: [8, 18], baseC: 4 }).map((f) => f.trend)).toEqual([
      'rising',
      'falling',
    ]))
  it('waits in dry ground', () => {
    expect(wetShare('loam', 0.14)).toBe(0)
    expect(wetShare('loam', 0.28)).toBe(1)
    expect(wetShare('loam', 0.18)).toBeGreaterThan(0)
  })
  it('is sooner by what early seedlings say, between what was believed and what was seen', () => {
    const usual = thermalTimeOf(flush!, 0.05)
    const early = paceFrom(flush!, usual * 0.5)
    expect(early).toBeLessThan(1)
    expect(early).toBeGreaterThan(0.5)
    expect(paceFrom(flush!, usual)).toBeCloseTo(1, 9)
    expect(paceFrom(flush!, undefined)).toBe(1)
  })
})

describe('germination in a yard', () => {
  const yard = simulatedYard({ members: 20, daysAhead: 330 })
  const weeds = [
    { code: 'crabgrass', emergence: emergence(crabgrass) },
    { code: 'knotweed', emergence: emergence(knotweed) },
    { code: 'bluegrass', emergence: emergence(bluegrass) },
  ]
  const { germination } = yard.ask({ weeds })
  const of = (plant: string, placeId = 'middle0') =>
    germination.find((c) => c.plant === plant && c.placeId === placeId)!
  it('is by species, never one figure: knotweed weeks before crabgrass, bluegrass in autumn', () => {
    expect(of('knotweed').tenth! < addDays(of('crabgrass').tenth!, -28)).toBe(true)
    expect(of('bluegrass').half! > '2026-08-01').toBe(true)
    expect(of('crabgrass').half! > '2026-04-01' && of('crabgrass').half! < '2026-06-30').toBe(true)
  })
  it('comes first at the warm edge, and only ever rises', () => {
    expect(of('crabgrass', 'edge1').half! < of('crabgrass').half!).toBe(true)
    const curve = of('crabgrass').byDay
    curve.forEach((d, i) => {
      expect(d.p10 <= d.p50 && d.p50 <= d.p90).toBe(true)
      if (i) expect(d.p50).toBeGreaterThanOrEqual(curve[i - 1]!.p50)
    })
  })
  it('is moved by first seedlings seen at a place, there and not elsewhere', () => {
    const seen = [{ ...weeds[1]!, seenOn: '2026-02-10', seenAt: 'middle0' }]
    const curves = yard.ask({ weeds: seen }).germination
    const at = (id: string) => curves.find((c) => c.placeId === id)!
    expect(at('middle0').pace).not.toBe(1)
    expect(at('edge1').pace).toBe(1)
  })
})
