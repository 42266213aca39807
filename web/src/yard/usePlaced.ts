import type { Whereabouts, Yard } from '@jardinero/contract/yard'
import { placesOf } from '@jardinero/core/yard'
import { get } from '../kit/api.ts'

/** Where a yard lies and what follows from it, as its row keeps it. */
export type Placed = Pick<
  Yard,
  | 'latitude'
  | 'longitude'
  | 'timeZone'
  | 'climate'
  | 'placeFrom'
  | 'town'
  | 'country'
  | 'region'
  | 'elevationM'
>

/** The place of a yard, out of its row. */
export const placedOf = ({
  latitude,
  longitude,
  timeZone,
  climate,
  placeFrom,
  town,
  country,
  region,
  elevationM,
}: Placed): Placed => ({
  latitude,
  longitude,
  timeZone,
  climate,
  ...(placeFrom !== undefined && { placeFrom }),
  ...(town !== undefined && { town }),
  ...(country !== undefined && { country }),
  ...(region !== undefined && { region: region?.trim() || null }),
  ...(elevationM !== undefined && { elevationM }),
})

/**
 * What changes of a yard that lies elsewhere than was said. The places whose rules its owner keeps go along as long as they are no
 * more than where it lay: what the owner added stays.
 */
export function movedTo(yard: Yard, placed: Placed): Partial<Yard> {
  const { shelfSituation: own } = yard
  const follows = own && own.places.join() === placesOf(yard).join()
  return {
    ...placedOf(placed),
    ...(follows && { shelfSituation: { ...own, places: placesOf(placed) } }),
  }
}

const asPlaced = (found: Whereabouts, placeFrom: Placed['placeFrom'], town = found.town): Placed => ({
  latitude: found.latitude,
  longitude: found.longitude,
  timeZone: found.timeZone,
  climate: found.climate,
  placeFrom,
  town,
  country: found.country,
  region: found.region,
  elevationM: found.elevationM,
})

/** What follows from a point; the town's name where it was found by it. */
export async function placeOfPoint(
  point: { latitude: number; longitude: number },
  placeFrom: 'town' | 'device' | 'point',
  town?: string,
): Promise<Placed> {
  const found = await get<Whereabouts>(
    `/api/yard/whereabouts?latitude=${point.latitude}&longitude=${point.longitude}`,
  )
  return asPlaced(found, placeFrom, town)
}

/** A guess by this device's clock: the largest town in its time zone. */
export async function placeOfClock(): Promise<Placed> {
  const { timeZone } = new Intl.DateTimeFormat().resolvedOptions()
  const found = await get<Whereabouts>(`/api/yard/whereabouts?timeZone=${encodeURIComponent(timeZone)}`)
  return asPlaced(found, 'clock')
}

/** Where this device is. @throws GeolocationPositionError where it does not know, or may not say */
export const devicePoint = (): Promise<{ latitude: number; longitude: number }> =>
  new Promise((found, failed) =>
    navigator.geolocation.getCurrentPosition(({ coords }) => found(coords), failed, {
      timeout: 15_000,
      maximumAge: 600_000,
    }),
  )
