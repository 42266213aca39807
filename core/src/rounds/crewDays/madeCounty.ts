import { drawNormal, seededRandom } from '../../quantity/index.ts'
import type { Crew, CrewDaysQuestion, CrewLawn, Point } from './question.ts'

export interface MadeCounty {
  seed: number
  lawns: number
  days: number
  crews: number
  /** Stands in the middle; an invented county has no place of its own. */
  middle?: Point
  /** Minutes a crew has in a day. */
  dayMin?: number
}

const milesADegree = 69.05

/**
 * An invented county: towns of their own size, lawns in them and some out on the roads, the warm ones of them early; rain that
 * shuts part of the county for a day; clients who cannot; two trucks from one yard, the second without the license.
 */
export function makeCounty({ seed, lawns, days, crews, middle, dayMin = 540 }: MadeCounty): CrewDaysQuestion {
  const random = seededRandom(seed)
  const { latitude, longitude } = middle ?? { latitude: 38, longitude: -84.5 }
  const at = (east: number, north: number): Point => ({
    latitude: latitude + north / milesADegree,
    longitude: longitude + east / (milesADegree * Math.cos((latitude * Math.PI) / 180)),
  })
  // A firm with twenty times the lawns has them twice as dense.
  const size = (lawns / 240) ** 0.25
  const towns = Array.from({ length: 7 }, () => ({
    east: (random() - 0.5) * 28 * size,
    north: (random() - 0.5) * 22 * size,
    share: 0.3 + random(),
    wide: 0.8 + random() * 1.2,
    // A town's ground is early or late as a whole: its height, its valley, its pavement.
    late: drawNormal(random) * 4,
  }))
  const shares = towns.reduce((s, t) => s + t.share, 0)
  const rain = Array.from({ length: days }, () =>
    random() < 0.2 ? { east: (random() - 0.5) * 28 * size, north: (random() - 0.5) * 22 * size } : undefined,
  )
  const made = Array.from({ length: lawns }, (_, i): CrewLawn => {
    let draw = random() * shares
    const town = towns.find((t) => (draw -= t.share) < 0) ?? towns[0]!
    const isOut = random() < 0.15
    const east = isOut ? (random() - 0.5) * 32 * size : town.east + drawNormal(random) * town.wide
    const north = isOut ? (random() - 0.5) * 26 * size : town.north + drawNormal(random) * town.wide
    const areaSqFt = Math.round(Math.min(60_000, 6500 * Math.exp(0.6 * drawNormal(random))))
    // Half of the weeds are up on this day, from the first; within a town slope and shade make a few days.
    const half = 9 + (isOut ? 3 : town.late) + drawNormal(random) * 3
    const weedsSqFt = areaSqFt * 0.03 * random()
    const shutDays = rain.flatMap((r, day) =>
      (r && Math.hypot(r.east - east, r.north - north) < 9 * size) || random() < 0.04 ? [day] : [],
    )
    return {
      id: `lawn ${i + 1}`,
      ...at(east, north),
      serviceMin: Math.round(8 + areaSqFt / 500),
      tankGal: Math.round(areaSqFt / 100) / 10,
      escapesSqFt: Array.from({ length: days }, (_, day) => weedsSqFt / (1 + Math.exp((half - day) / 2.5))),
      leftCost: 60 + areaSqFt / 100,
      shutDays,
      needsLicense: random() < 0.1,
    }
  })
  const yard = towns.reduce((a, b) => (b.share > a.share ? b : a))
  const crew = (k: number): Crew => ({
    ...at(yard.east, yard.north),
    dayMin: Array.from({ length: days }, () => dayMin),
    licensed: k % 2 === 0,
    tankGal: 200,
    fillMin: 20,
    mph: 28,
  })
  return {
    days,
    lawns: made,
    crews: Array.from({ length: crews }, (_, k) => crew(k)),
    prices: { escapeSqFt: 0.5, mile: 0.7, driveHour: 38, moved: 10 },
  }
}
