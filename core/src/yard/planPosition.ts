import geodesic from 'geographiclib-geodesic'
import { convert } from '../quantity/index.ts'
import type { Point } from './shapes/index.ts'

export interface GeographicPoint {
  latitude: number
  longitude: number
}

/**
 * A point of the yard plan as latitude and longitude: the plan's origin lies at the yard's own coordinates, its top is
 * taken as north. Feet on the plan, degrees out; WGS84 (Karney 2013).
 */
export function planToGeographic(origin: GeographicPoint, [xFt, yFt]: Point): GeographicPoint {
  const [x, y] = [convert(xFt, 'ft', 'm'), convert(yFt, 'ft', 'm')]
  const azimuth = (Math.atan2(x, -y) * 180) / Math.PI
  const end = geodesic.Geodesic.WGS84.Direct(origin.latitude, origin.longitude, azimuth, Math.hypot(x, y))
  return { latitude: end.lat2!, longitude: end.lon2! }
}

/** The other way round: feet on the plan from the origin. */
export function geographicToPlan(origin: GeographicPoint, { latitude, longitude }: GeographicPoint): Point {
  const line = geodesic.Geodesic.WGS84.Inverse(origin.latitude, origin.longitude, latitude, longitude)
  const away = convert(line.s12!, 'm', 'ft')
  const azimuth = (line.azi1! * Math.PI) / 180
  return [away * Math.sin(azimuth), -away * Math.cos(azimuth)]
}
