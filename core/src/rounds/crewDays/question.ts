/** A point on the ground, degrees. */
export interface Point {
  latitude: number
  longitude: number
}

/** A lawn that a crew is to be sent to once in the days that are asked about. */
export interface CrewLawn extends Point {
  id: string
  /** Minutes of work there, without the drive; a quarter of one at least, which the bound counts on. */
  serviceMin: number
  /** What it takes out of the tank, US gal. */
  tankGal: number
  /** Weeds that get through if it is treated on each of the days, square feet of them. As many as there are days. */
  escapesSqFt: readonly number[]
  /** What not treating it at all costs, in the currency of the prices. */
  leftCost: number
  /** Days on which it cannot be done, each by its number from 0: rain, wind, the client, the label. */
  shutDays: readonly number[]
  /** Only a licensed applicator, or a crew under one, may do it. */
  needsLicense: boolean
  /** The day that was told to the client. A locked one is never moved, nor to another crew where one is said; another day than an open one costs the price of a moved promise. */
  promised?: { day: number; crew?: number; locked: boolean } | undefined
}

export interface Crew extends Point {
  /** Minutes it has on each of the days, from leaving to being back; 0 on a day off. As many as there are days. */
  dayMin: readonly number[]
  licensed: boolean
  /** US gal. */
  tankGal: number
  /** Minutes that one filling takes, the first in the morning as well. */
  fillMin: number
  mph: number
}

/** What a firm counts with; they stand on the screen. */
export interface CrewPrices {
  /** Of a square foot of weeds that gets through. */
  escapeSqFt: number
  mile: number
  /** Of an hour's driving. */
  driveHour: number
  /** Of a client who was told another day. */
  moved: number
}

export interface CrewDaysQuestion {
  /** How many days. */
  days: number
  lawns: readonly CrewLawn[]
  crews: readonly Crew[]
  prices: CrewPrices
  /** Miles by road between the lawns and then the crews' yards, row by row, the same both ways; without it the straight line by the usual detour. */
  miles?: Float64Array | Float32Array | undefined
}

/** Which lawns, by their number, each crew goes to on each day, in the order of driving: stops[day][crew]. */
export interface CrewPlan {
  stops: number[][][]
}

/** Roads are so much longer than the straight line. Estimate; towns and county roads lie between 1.2 and 1.4. */
export const detour = 1.3

const earthMiles = 3958.8
const radians = (degrees: number): number => (degrees * Math.PI) / 180
/** Great-circle distance in miles on a sphere of mean radius (haversine). */
export function straightMiles(a: Point, b: Point): number {
  const [lat1, lat2] = [radians(a.latitude), radians(b.latitude)]
  const half =
    Math.sin((lat2 - lat1) / 2) ** 2 +
    Math.cos(lat1) * Math.cos(lat2) * Math.sin(radians(b.longitude - a.longitude) / 2) ** 2
  return 2 * earthMiles * Math.asin(Math.min(1, Math.sqrt(half)))
}

/** So many points have their distances in double precision; beyond it in single: 5,000 points are 100 MB. */
const mostInDouble = 1200

/** Miles between all points, row by row. */
export function roadMiles(points: readonly Point[]): Float64Array | Float32Array {
  const n = points.length
  const miles = n > mostInDouble ? new Float32Array(n * n) : new Float64Array(n * n)
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++)
      miles[i * n + j] = miles[j * n + i] = detour * straightMiles(points[i]!, points[j]!)
  return miles
}

/** Whether a lawn's client gets the day that was told. */
export const keepsPromise = ({ promised }: CrewLawn, day: number): boolean =>
  !promised || promised.day === day
