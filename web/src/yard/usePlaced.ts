import type { Whereabouts, Yard } from '@jardinero/contract/yard'
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
