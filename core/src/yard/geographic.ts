import geodesic from 'geographiclib-geodesic'
import { accepted, figure, operand, refused, type Figure, type Outcome } from '../quantity/index.ts'

/**
 * Area inside corners given as latitude and longitude in degrees, on the WGS 84 ellipsoid (Karney 2013, by GeographicLib).
 * At least three corners, in order round the lawn, either way.
 */
export function computeGeographicArea(
  corners: [latitude: number, longitude: number][],
): Outcome<Figure<'ft2'>> {
  if (corners.length < 3)
    return refused({ code: 'tooFewCorners', field: 'corners', params: { given: corners.length } })
  const wrong = corners.findIndex(([lat, lon]) => !(Math.abs(lat) <= 90 && Math.abs(lon) <= 180))
  if (wrong >= 0) return refused({ code: 'notACoordinate', field: `corners.${wrong}`, params: {} })
  const outline = geodesic.Geodesic.WGS84.Polygon(false)
  for (const [lat, lon] of corners) outline.AddPoint(lat, lon)
  const m2 = Math.abs(outline.Compute(false, true).area ?? 0)
  const step = {
    code: 'geographicArea',
    formula: 'WGS 84, {corners}',
    operands: { corners: operand(corners.length, 'count') },
    result: operand(m2 / 0.3048 ** 2, 'ft2'),
    source: 'geodesic',
  }
  return accepted(figure('ft2', [step]))
}
