import type { Point } from '../yard/index.ts'

/** One swath to walk: a straight line, from where it begins to where it ends, feet. */
export type Line = [from: Point, to: Point]

/** How a section is walked: once round its edge, then swaths along its longest side, the far one first. Feet. */
export interface Pattern {
  /** Middle line of the trim pass, round and back to its beginning. */
  trim: Point[]
  swaths: Line[]
  /** Walked in all, the trim pass in it. */
  walkFt: number
}

const lengthOf = ([a, b]: Line): number => Math.hypot(b[0] - a[0], b[1] - a[1])
const turned = ([x, y]: Point, angle: number): Point => [
  x * Math.cos(angle) - y * Math.sin(angle),
  x * Math.sin(angle) + y * Math.cos(angle),
]

const signedArea = (corners: Point[]): number =>
  corners.reduce((sum, [x, y], i) => {
    const [nx, ny] = corners[(i + 1) % corners.length]!
    return sum + x * ny - nx * y
  }, 0) / 2

/** Each corner moved inwards along its bisector; sharp ones no further than three times the distance. */
function inset(corners: Point[], by: number): Point[] {
  const inward = signedArea(corners) > 0 ? 1 : -1
  const n = corners.length
  return corners.map((corner, i): Point => {
    const normals = [corners[(i + n - 1) % n]!, corner].map((from, k): Point => {
      const to = k === 0 ? corner : corners[(i + 1) % n]!
      const length = lengthOf([from, to]) || 1
      return [(-(to[1] - from[1]) / length) * inward, ((to[0] - from[0]) / length) * inward]
    }) as [Point, Point]
    const [ax, ay] = normals[0]
    const [bx, by_] = normals[1]
    const along: Point = [ax + bx, ay + by_]
    const size = along[0] ** 2 + along[1] ** 2
    const scale = Math.min(3, size > 1e-9 ? 2 / size : 1) * by
    return [corner[0] + along[0] * scale, corner[1] + along[1] * scale]
  })
}

/** Where a level line crosses a polygon, left to right; inside between the first and second, the third and fourth … */
function crossings(corners: Point[], y: number): number[] {
  const found: number[] = []
  corners.forEach(([x0, y0], i) => {
    const [x1, y1] = corners[(i + 1) % corners.length]!
    if (y0 <= y !== y1 <= y) found.push(x0 + ((y - y0) / (y1 - y0)) * (x1 - x0))
  })
  return found.sort((a, b) => a - b)
}

/**
 * The walk over a section, by its outline and the width of one pass. Swaths lie in what the trim pass leaves, evenly, no
 * wider than the swath; their ends overlap into it.
 * @param outline corners in order, feet
 * @param gate where one comes in; the swath furthest from it is walked first. The outline's first corner where nothing is said.
 */
export function planPattern(outline: Point[], swathFt: number, gate: Point = outline[0] ?? [0, 0]): Pattern {
  if (outline.length < 3 || !(swathFt > 0)) return { trim: [], swaths: [], walkFt: 0 }
  const sides = outline.map((p, i): Line => [p, outline[(i + 1) % outline.length]!])
  const [from, to] = sides.reduce((a, b) => (lengthOf(b) > lengthOf(a) + 1e-9 ? b : a))
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0])
  const level = outline.map((p) => turned(p, -angle))
  const ys = level.map((p) => p[1])
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  const narrow = high - low <= swathFt
  const left = high - low - 2 * swathFt
  const count = narrow ? 1 : Math.max(0, Math.ceil(left / swathFt - 1e-9))
  const step = narrow ? 0 : left / Math.max(1, count)
  const first = narrow ? (low + high) / 2 : low + swathFt + step / 2
  const rows = Array.from({ length: count }, (_, i): Line[] => {
    const y = first + i * step
    const xs = crossings(level, y)
    const lines: Line[] = []
    for (let k = 0; k + 1 < xs.length; k += 2)
      lines.push([turned([xs[k]!, y], angle), turned([xs[k + 1]!, y], angle)])
    return lines
  })
  const away = ([a, b]: Line) => Math.hypot((a[0] + b[0]) / 2 - gate[0], (a[1] + b[1]) / 2 - gate[1])
  const ends = [rows[0]?.[0], rows.at(-1)?.[0]]
  if (ends[0] && ends[1] && away(ends[1]) > away(ends[0])) rows.reverse()
  // Back and forth: every second row the other way.
  const swaths = rows.flatMap((row, i) => (i % 2 ? row.toReversed().map(([a, b]): Line => [b, a]) : row))
  const middle = narrow ? [] : inset(outline, swathFt / 2)
  const trim = middle.length ? [...middle, middle[0]!] : []
  const trimFt = trim.slice(1).reduce((sum, p, i) => sum + lengthOf([trim[i]!, p]), 0)
  return { trim, swaths, walkFt: trimFt + swaths.reduce((sum, s) => sum + lengthOf(s), 0) }
}
