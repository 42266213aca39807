import { extent } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import type { LawnPoint } from '@jardinero/contract/lawns'

const kmADegree = 111.2
const kmAMile = 1.609344
/** Room at the edges, for whole marks and the scale. */
const margin = 28

/** Where points lie on a picture, north up and true in both directions, and a bar of a round length. */
export function layOut(
  points: readonly LawnPoint[],
  { width, height }: { width: number; height: number },
  metric: boolean,
): { at: { point: LawnPoint; x: number; y: number }[]; scale?: { px: number; far: number } } {
  const [south, north] = extent(points, (p) => p.at[0])
  const [west, east] = extent(points, (p) => p.at[1])
  if (south === undefined || west === undefined) return { at: [] }
  const middle = { latitude: (south + north!) / 2, longitude: (west + east!) / 2 }
  const narrow = Math.cos((middle.latitude * Math.PI) / 180)
  const [kmWide, kmHigh] = [(east! - west) * kmADegree * narrow, (north! - south) * kmADegree]
  const pxAKm = Math.min(
    (width - 2 * margin) / Math.max(kmWide, 0.5),
    (height - 2 * margin) / Math.max(kmHigh, 0.5),
  )
  const at = points.map((point) => ({
    point,
    x: width / 2 + (point.at[1] - middle.longitude) * kmADegree * narrow * pxAKm,
    y: height / 2 - (point.at[0] - middle.latitude) * kmADegree * pxAKm,
  }))
  const pxAUnit = metric ? pxAKm : pxAKm * kmAMile
  // A round length of at most a quarter of the width.
  const far = scaleLinear([0, width / 4 / pxAUnit], [0, 1])
    .ticks(2)
    .at(-1)
  return { at, ...(far && { scale: { px: far * pxAUnit, far } }) }
}
