import { afterEach, describe, expect, it, vi } from 'vitest'
import { soilYears } from '../../../test/soilYears.ts'
import { createPlaceGround, groundOf } from '../ground.ts'
import { createForcing, forceDays } from './forcing.ts'
import { createGrounds } from './createGrounds.ts'
import { lanes } from './grounds.ts'
import { createGroundsInTurn } from './inTurn.ts'
import { firstGround } from './placeGround.ts'

const depthsM = [0.05, 0.01, 0.3]
const kinds = ['middle', 'edge', 'shade', 'wet'] as const

/** Eight grounds of four kinds, each under another year of one climate. */
function yearOf(climate: { latitude: number; shiftC: number }) {
  const years = soilYears(3, 11)
  const places = Array.from({ length: lanes }, (_, i) =>
    createPlaceGround(groundOf(kinds[i % 4]!), climate.latitude),
  )
  const weather = places.map((_, i) =>
    years.slice(300 + 37 * i, 300 + 37 * i + 430).map((d) => ({
      ...d,
      minimumC: d.minimumC + climate.shiftC,
      maximumC: d.maximumC + climate.shiftC,
    })),
  )
  const force = createForcing(climate.latitude)
  return {
    places,
    start: places.map((place, i) => firstGround(place, weather[i]!)),
    days: weather.map((w) => forceDays(force, w)),
  }
}

afterEach(() => vi.unstubAllGlobals())

describe('grounds side by side', () => {
  it.each([
    ['a climate without frost', { latitude: 28, shiftC: 12 }, 0],
    ['a climate that freezes and thaws', { latitude: 38, shiftC: -3 }, 40],
    ['a climate frozen for months', { latitude: 45, shiftC: -10 }, 400],
  ])('are those of the reference in %s, at every depth and hour', (_, climate, leastFrozen) => {
    const { places, start, days } = yearOf(climate)
    const abreast = createGrounds(places, start, depthsM)
    const reference = createGroundsInTurn(places, start, depthsM)
    const notes = { profile: true, hours: true }
    let [worst, worstHour, frozen] = [0, 0, 0]
    const rooms = [0, 1].map(() => ({ day: new Float32Array(3), hours: new Float32Array(72) }))
    for (let i = 0; i < days[0]!.length; i++) {
      const today = days.map((d) => d[i]!)
      abreast.passDay(today, notes)
      const means = reference.passDay(today, notes)
      frozen += means.filter((c) => c < 0).length
      for (let lane = 0; lane < lanes; lane++) {
        ;[abreast, reference].forEach((grounds, k) => {
          grounds.profile(lane, rooms[k]!.day, 0)
          grounds.hourly(lane, rooms[k]!.hours, 0, 24)
        })
        const [mine, theirs] = rooms
        mine!.day.forEach((c, k) => (worst = Math.max(worst, Math.abs(c - theirs!.day[k]!))))
        mine!.hours.forEach((c, k) => (worstHour = Math.max(worstHour, Math.abs(c - theirs!.hours[k]!))))
        worst = Math.max(worst, Math.abs(abreast.water(lane) - reference.water(lane)) * 10)
      }
    }
    expect(worst).toBeLessThan(0.01)
    // In the hour in which a cell is thawed through, a millionth of its heat decides.
    expect(worstHour).toBeLessThan(0.05)
    expect(frozen).toBeGreaterThanOrEqual(leastFrozen)
    // Not the reference itself.
    expect(worst).toBeGreaterThan(0)
  })
  it('go on from where they were saved, ice and all, and leave unused places alone', () => {
    const { places, start, days } = yearOf({ latitude: 45, shiftC: -10 })
    const three = [0, 1, 2]
    const going = createGrounds(places.slice(0, 3), start.slice(0, 3), depthsM)
    let ice = 0
    for (let i = 0; i < 200; i++) {
      const saved = three.map((lane) => going.save(lane))
      const today = three.map((lane) => days[lane]![i]!)
      const means = [...going.passDay(today)]
      if (i % 20) continue
      ice += saved.filter((s) => !s.isThawed).length
      const again = createGrounds(places.slice(0, 3), saved, depthsM).passDay(today)
      means.forEach((c, lane) => expect(again[lane]).toBeCloseTo(c, 3))
    }
    expect(ice).toBeGreaterThan(5)
  })
  it('go one by one where there is no WebAssembly, to the same figures', async () => {
    vi.stubGlobal('WebAssembly', undefined)
    vi.resetModules()
    const without = await import('./createGrounds.ts')
    const { places, start, days } = yearOf({ latitude: 38, shiftC: 0 })
    const today = days.map((d) => d[0]!)
    const plain = without.createGrounds(places, start, depthsM).passDay(today)
    expect([...plain]).toEqual([...createGroundsInTurn(places, start, depthsM).passDay(today)])
  })
})
