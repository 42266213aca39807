import type { Town } from '@jardinero/contract/yard'
import { readPostcodes, readTowns, type KnownTown } from './places.ts'
import { findTowns } from './search.ts'

/** Towns by a search, or the one that is nearest to a point, or the largest of a time zone. */
export type TownOrder =
  { search: string; near: string } | { latitude: number; longitude: number } | { timeZone: string }
export type TownAnswer = { towns: Town[] } | { town: KnownTown | null }

const towns = readTowns()
const postcodes = readPostcodes()
/** A degree of latitude, km; farther from any town nothing of it is known. */
const degreeKm = 111.2
const farKm = 150

function nearest(latitude: number, longitude: number): KnownTown | null {
  const narrow = Math.cos((latitude * Math.PI) / 180)
  let found: KnownTown | null = null
  let least = (farKm / degreeKm) ** 2
  for (const town of towns) {
    const up = town.latitude - latitude
    if (up * up > least) continue
    const along = Math.abs(town.longitude - longitude)
    const across = Math.min(along, 360 - along) * narrow
    const away = up * up + across * across
    if (away < least) [found, least] = [town, away]
  }
  return found
}
function largestIn(timeZone: string): KnownTown | null {
  return towns.reduce<KnownTown | null>(
    (found, town) =>
      town.timeZone === timeZone && town.population > (found?.population ?? -1) ? town : found,
    null,
  )
}

export function answerTown(order: TownOrder): TownAnswer {
  if ('search' in order) return { towns: findTowns(towns, postcodes, order) }
  return { town: 'timeZone' in order ? largestIn(order.timeZone) : nearest(order.latitude, order.longitude) }
}
