import geodesic from 'geographiclib-geodesic'
import { findCrossing } from './shapes/crossing.ts'
import type { Point } from './shapes/index.ts'
import { accepted, figure, operand, refused, type Figure, type Outcome } from '../quantity/index.ts'

/** Corners as they lie round the first, so that an outline over the date line is one piece. */
const flat = (corners: [latitude: number, longitude: number][]): Point[] => {
  const [, from] = corners[0]!
  return corners.map(([lat, lon]) => [((((lon - from + 180) % 360) + 360) % 360) - 180, lat] as const)
}

/**
 * Area inside corners given as latitude and longitude in degrees, on the WGS 84 ellipsoid (Karney 2013, by GeographicLib).
 * At least three corners, in order round the lawn, either way; longitudes may go on past 180°. Sides that cross are refused: their parts would count
 * against each other.
 */
export function computeGeographicArea(
  corners: [latitude: number, longitude: number][],
): Outcome<Figure<'ft2'>> {
  if (corners.length < 3)
    return refused({ code: 'tooFewCorners', field: 'corners', params: { given: corners.length } })
  const wrong = corners.findIndex(([lat, lon]) => !(Math.abs(lat) <= 90 && Math.abs(lon) <= 360))
  if (wrong >= 0) return refused({ code: 'notACoordinate', field: `corners.${wrong}`, params: {} })
  const crossing = findCrossing(flat(corners))
  if (crossing === 'tangled') return refused({ code: 'outlineTangled', field: 'corners', params: {} })
  if (crossing) {
    const [first, second] = crossing
    return refused({
      code: 'outlineCrosses',
      field: `corners.${second}`,
      params: { first: first + 1, second: second + 1 },
    })
  }
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
