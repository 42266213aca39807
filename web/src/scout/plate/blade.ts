import { curve, polygon, polar, range, type Ink, type Point, type Tint } from './draw.ts'

export interface BladeShape {
  length: number
  /** Half-width at the widest. */
  half: number
  /** How far it leans out over its length, degrees. */
  bend: number
  tip: string
}

const samples = 16

/** Half-width along a blade, 0–1, by the form of its tip. */
function profile(t: number, tip: string): number {
  const base = Math.min(1, 0.6 + t * 2)
  if (tip === 'boat') return t < 0.86 ? base : base * Math.sqrt(Math.max(0, (1 - t) / 0.14))
  if (tip === 'blunt') return t < 0.8 ? base : base * Math.sqrt(Math.max(0, 1 - ((t - 0.8) / 0.2) ** 2))
  return base * (1 - t ** 1.7)
}

/** The middle of a blade: from its foot, leaning out more and more. */
function bladeLine(foot: Point, degrees: number, { length, bend }: BladeShape): Point[] {
  let at = foot
  return range(samples + 1).map((i) => {
    if (i) at = polar(at, degrees + bend * ((i - 0.5) / samples) ** 1.3, length / samples)
    return at
  })
}

/** One grass leaf as an outline, with a fold down its middle when it is wide enough to show. */
export function blade(foot: Point, degrees: number, shape: BladeShape, fill: Tint): Ink[] {
  const middle = bladeLine(foot, degrees, shape)
  const side = (sign: 1 | -1) =>
    middle.map((p, i): Point => {
      const lean = degrees + shape.bend * (i / samples) ** 1.3
      return polar(p, lean + 90 * sign, shape.half * profile(i / samples, shape.tip))
    })
  const outline = polygon([...side(-1), ...side(1).toReversed()])
  const fold: Ink[] = shape.half > 1.6 ? [{ d: curve(middle), line: 'quiet', weight: 0.6 }] : []
  return [{ d: outline, fill, weight: 0.9 }, ...fold]
}

/** Half-width of a grass leaf in a drawing of the whole plant, by its width. */
export const bladeHalf: Record<string, number> = { hair: 0.6, narrow: 1.2, medium: 2.1, wide: 3.4 }
