import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { capacityOf, conductivityOf, createMaterial, textures, textureShapes } from './material.ts'
import { createGrid } from './grid.ts'
import { createWater, passWaterDay, rootZoneMm, uptakeShare } from './moisture.ts'
import { computeSun, referenceEvaporation, shapeAir, solarFromRange, spreadAir, spreadSolar } from './sky.ts'
import { createPlaceGround, groundOf } from '../ground.ts'
import { passSnowDay, snowBlanket, snowDepthM } from './snow.ts'
import { computeDrives } from './surface.ts'

describe('the sun', () => {
  it('gives the worked examples 8 and 9 of FAO-56, 3 September at 20° S: 32.2 MJ and 11.7 h', () => {
    const sun = computeSun(246, -20)
    expect(sun.extraterrestrial).toBeCloseTo(32.2, 1)
    expect(sun.daylightH).toBeCloseTo(11.7, 1)
  })
  it('is the same half a year on at the other latitude, but for the distance to the sun', () => {
    const north = computeSun(172, 38)
    const south = computeSun(355, -38)
    expect(south.daylightH).toBeCloseTo(north.daylightH, 1)
    expect(south.extraterrestrial / north.extraterrestrial).toBeCloseTo((1 + 0.033) / (1 - 0.033), 1)
  })
  it('does not rise or does not set beyond the circles', () => {
    expect(computeSun(355, 80)).toMatchObject({ extraterrestrial: 0, daylightH: 0 })
    expect(computeSun(172, 80).daylightH).toBe(24)
  })
  it('spreads a day over its hours without losing any', () => {
    const sun = computeSun(90, 38)
    const hours = spreadSolar(sun, 38, 18)
    expect(hours.reduce((a, b) => a + b, 0) * 3600).toBeCloseTo(18e6, 0)
    expect([hours[0], hours[2]]).toEqual([0, 0])
    expect(Math.max(...hours)).toBe(Math.max(hours[11]!, hours[12]!))
  })
  it('is less under a narrow range, and never more than a clear sky lets through', () => {
    const sun = computeSun(180, 40)
    expect(solarFromRange(sun, 18, 22)).toBeLessThan(solarFromRange(sun, 12, 28))
    expect(solarFromRange(sun, -10, 40)).toBeCloseTo(0.75 * sun.extraterrestrial, 9)
    expect(solarFromRange(sun, 20, 20)).toBe(0)
  })
  it('evaporates as the formula says', () => {
    // 0.0023 × (20.7 + 17.8) × √(26.6 − 14.8) × 0.408 × 40.6, worked by hand: 5.04 mm.
    const sun = { extraterrestrial: 40.6, declination: 0, daylightH: 16 }
    expect(referenceEvaporation(sun, 14.8, 26.6)).toBeCloseTo(5.04, 2)
    expect(referenceEvaporation(sun, -30, -25)).toBe(0)
  })
})

describe('the hours of a day', () => {
  const day = { minimumC: 4, maximumC: 16, maximumBeforeC: 14, minimumAfterC: 6 }
  it('reach both extremes, the warmest after noon, the coldest about sunrise', () => {
    const hours = spreadAir(day, shapeAir(12))
    expect(Math.max(...hours)).toBeCloseTo(16, 0)
    expect(Math.min(...hours)).toBeCloseTo(4, 0)
    expect(hours.indexOf(Math.max(...hours))).toBe(14)
    expect([5, 6]).toContain(hours.indexOf(Math.min(...hours)))
  })
  it('join the next day’s night', () => {
    const next = spreadAir({ minimumC: 6, maximumC: 18, maximumBeforeC: 16, minimumAfterC: 7 }, shapeAir(12))
    expect(Math.abs(spreadAir(day, shapeAir(12))[23]! - next[0]!)).toBeLessThan(1.5)
  })
  it('stay inside what the extremes allow', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 20, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 8, max: 16, noNaN: true }),
        (low, range, light) => {
          const hours = spreadAir(
            { minimumC: low, maximumC: low + range, maximumBeforeC: low + range, minimumAfterC: low },
            shapeAir(light),
          )
          for (const t of hours) expect(t >= low - 0.01 * range && t <= low + range + 1e-9).toBe(true)
        },
      ),
    ))
})

describe('what the ground is made of', () => {
  it('conducts more and holds more heat when it is wet', () => {
    for (const texture of textures) {
      const shape = textureShapes[texture]
      const [dry, moist, wet] = [0.02, shape.fieldCapacity, shape.full].map((w) =>
        conductivityOf(shape, w),
      ) as [number, number, number]
      expect(dry < moist && moist < wet, texture).toBe(true)
      expect(dry).toBeGreaterThan(0.15)
      expect(wet).toBeLessThan(2.6)
      expect(capacityOf(shape, 0.3)).toBeGreaterThan(capacityOf(shape, 0.3, true))
    }
  })
  it('conducts better for the quartz of sand, within what the short formula leaves out', () => {
    const { quartz: _, ...without } = textureShapes.sand
    const share = conductivityOf(textureShapes.sand, 0.1) / conductivityOf(without, 0.1)
    expect(share).toBeGreaterThan(1 / (1 - 0.09))
    expect(share).toBeLessThan(1 / (1 - 0.21))
  })
  it('has the capacity de Vries gives, by hand', () =>
    // 1.92e6 × 1.4 ÷ 2.65 + 4.18e6 × 0.28
    expect(capacityOf(textureShapes.loam, 0.28)).toBeCloseTo(1.0143e6 + 1.1704e6, -3))
  it('lies in the usual range of diffusivity, and lower under thatch', () => {
    const grid = createGrid()
    const material = createMaterial(grid, { texture: 'loam', water: 0.25, thatchM: 0.02 })
    const diffusivity = (i: number) => material.conductivity[i]! / material.capacity[i]!
    expect(diffusivity(12)).toBeGreaterThan(3e-7)
    expect(diffusivity(12)).toBeLessThan(9e-7)
    expect(material.conductivity[0]).toBeLessThan(0.5 * material.conductivity[12]!)
    expect(material.latent[12]).toBeGreaterThan(material.latent[0]!)
  })
})

describe('soil water', () => {
  const shape = textureShapes.loam
  it('keeps its books: in = out + what stays', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            rainMm: fc.double({ min: 0, max: 80, noNaN: true }),
            irrigationMm: fc.double({ min: 0, max: 20, noNaN: true }),
            referenceEvaporationMm: fc.double({ min: 0, max: 9, noNaN: true }),
          }),
          { maxLength: 60 },
        ),
        (days) => {
          const start = createWater(shape)
          const end = days.reduce((state, day) => passWaterDay(shape, state, day), start)
          const came = days.reduce((sum, d) => sum + d.rainMm + d.irrigationMm, 0)
          expect(came).toBeCloseTo((end.water - start.water) * rootZoneMm + end.lostMm + end.evaporatedMm, 6)
          expect(end.water >= shape.wilting - 1e-9 && end.water <= shape.full + 1e-9).toBe(true)
        },
      ),
    ))
  it('is taken up freely while it is easy, not at wilting, and not from frozen ground', () => {
    expect([uptakeShare(shape, shape.fieldCapacity), uptakeShare(shape, shape.wilting)]).toEqual([1, 0])
    const dry = { rainMm: 0, irrigationMm: 0, referenceEvaporationMm: 5 }
    expect(passWaterDay(shape, createWater(shape), { ...dry, frozen: true }).evaporatedMm).toBe(0)
  })
})

describe('the surface', () => {
  const hours = (value: number) => Array.from({ length: 24 }, () => value)
  const noon = { airC: hours(15), solarShape: hours(1), solarMJ: 700, wind: 2, cloud: 0.2 }
  const traitsOf = (kind: Parameters<typeof groundOf>[0], changed = {}) =>
    createPlaceGround(groundOf(kind, changed), 38).traits
  const usual = traitsOf('middle')
  const at = (traits: typeof usual, weather = noon, uptake = 1, blanket?: ReturnType<typeof snowBlanket>) => {
    const drives: number[] = []
    const conductance = computeDrives(traits, weather, uptake, drives, blanket)
    return { temperatureC: drives[0]!, conductance }
  }
  it('is warmer at an edge, cooler in shade, and by less in wind', () => {
    expect(at(traitsOf('edge')).temperatureC).toBeGreaterThan(at(usual).temperatureC + 2)
    expect(at(traitsOf('shade')).temperatureC).toBeLessThan(at(usual).temperatureC)
    expect(at(usual, { ...noon, wind: 8 }).temperatureC).toBeLessThan(at(usual).temperatureC)
    expect(at(usual, noon, 0).temperatureC).toBeGreaterThan(at(usual).temperatureC)
  })
  it('gets less sun under taller and denser turf', () => {
    const mown = [2, 5, 10].map((mowingCm) => traitsOf('middle', { mowingCm }).sunShare)
    expect(mown[0]! > mown[1]! && mown[1]! > mown[2]!).toBe(true)
    expect(usual.sunShare).toBeCloseTo(Math.exp(-0.5 * 0.23 * 7.62), 9)
    expect(traitsOf('thin').sunShare).toBeGreaterThan(usual.sunShare)
  })
  it('loses heat to a clear night sky', () => {
    const night = { airC: hours(5), solarShape: hours(0), solarMJ: 0, wind: 1, cloud: 0 }
    expect(at(usual, night).temperatureC).toBeLessThan(5)
  })
  it('is shut off by snow, and never above melting under it', () => {
    const blanket = snowBlanket({ waterMm: 30 })
    const under = at(usual, noon, 1, blanket)
    expect(under.temperatureC).toBe(0)
    expect(under.conductance).toBeLessThan(0.2 * at(usual).conductance)
  })
})

describe('snow', () => {
  it('falls in the cold, melts by the degree-day, and loses no water', () => {
    let snow = { waterMm: 0 }
    let [came, reached] = [0, 0]
    for (const [meanC, rainMm] of [
      [-5, 8],
      [-2, 4],
      [1, 3],
      [3, 0],
      [6, 0],
    ] as const) {
      const day = passSnowDay(snow, meanC, rainMm)
      came += rainMm
      reached += day.wateredMm
      snow = day.snow
      expect(came).toBeCloseTo(reached + snow.waterMm, 9)
    }
    expect(snow.waterMm).toBe(0)
    expect(passSnowDay({ waterMm: 10 }, 2, 0).snow.waterMm).toBeCloseTo(10 - 2 * 3.5, 9)
    expect(snowDepthM({ waterMm: 25 })).toBeCloseTo(0.1, 9)
  })
})
