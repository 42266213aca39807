import { accepted, figure, operand, refused, type Figure, type Outcome } from '../quantity/index.ts'

/** Ground covered by a weed, from a grid count, with its 95 % interval. */
export interface MeasuredCover {
  cover: Figure<'ratio'>
  low: Figure<'ratio'>
  high: Figure<'ratio'>
}

/** Standard normal quantile of a two-sided 95 % interval. */
const z95 = 1.959964
export const mostGridPoints = 2000

function wilsonBound(hits: number, points: number, sign: 1 | -1): Figure<'ratio'> {
  const p = hits / points
  const z2 = z95 ** 2
  const centre = (p + z2 / (2 * points)) / (1 + z2 / points)
  const half = (z95 / (1 + z2 / points)) * Math.sqrt((p * (1 - p)) / points + z2 / (4 * points ** 2))
  const none = sign < 0 ? hits === 0 : hits === points
  return figure('ratio', [
    {
      code: sign < 0 ? 'coverLow' : 'coverHigh',
      formula:
        sign < 0
          ? '({cover} + {z}² ÷ 2{points} − {z} √({cover}(1 − {cover}) ÷ {points} + {z}² ÷ 4{points}²)) ÷ (1 + {z}² ÷ {points})'
          : '({cover} + {z}² ÷ 2{points} + {z} √({cover}(1 − {cover}) ÷ {points} + {z}² ÷ 4{points}²)) ÷ (1 + {z}² ÷ {points})',
      operands: { cover: operand(p, 'ratio'), points: operand(points, 'count'), z: operand(z95, 'times') },
      result: operand(none ? (sign < 0 ? 0 : 1) : centre + sign * half, 'ratio'),
      source: 'wilson1927',
    },
  ])
}

/** Percent cover from points of a grid that hit the weed. Interval: Wilson 1927, 95 %. Refuses counts that cannot be. */
export function computeCover(hits: number, points: number): Outcome<MeasuredCover> {
  if (!Number.isInteger(points) || points < 1 || points > mostGridPoints)
    return refused({
      code: 'gridPointsNotBelievable',
      field: 'amount.points',
      params: { most: mostGridPoints },
    })
  if (!Number.isInteger(hits) || hits < 0 || hits > points)
    return refused({ code: 'gridHitsNotBelievable', field: 'amount.hits', params: { points } })
  const cover = figure('ratio', [
    {
      code: 'cover',
      formula: '{hits} ÷ {points}',
      operands: { hits: operand(hits, 'count'), points: operand(points, 'count') },
      result: operand(hits / points, 'ratio'),
    },
  ])
  return accepted({ cover, low: wilsonBound(hits, points, -1), high: wilsonBound(hits, points, 1) })
}
