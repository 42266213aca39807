import { curveCatmullRom, curveCatmullRomClosed, line } from 'd3-shape'

/** Colours of the drawings: the line and the tints of leaf, flower and soil. Their colours are set in PlantPlate.vue. */
export type Tint =
  | 'ink'
  | 'quiet'
  | 'paper'
  | 'lime'
  | 'green'
  | 'dark'
  | 'blueGrey'
  | 'reddish'
  | 'pale'
  | 'white'
  | 'yellow'
  | 'pink'
  | 'blue'
  | 'straw'
  | 'soil'
  | 'mark'

/** What a plant shows: a state by character. */
export type States = Record<string, string>
export type Point = [x: number, y: number]

/** One stroke of the pen in a box of 100 × 100, filled or not. */
export interface Stroke {
  d: string
  fill?: Tint
  line?: Tint | 'none'
  weight?: number
}
/** Strokes moved, turned and sized together, about their own origin. */
export interface Placed {
  transform: string
  inks: Ink[]
}
export type Ink = Stroke | Placed

export interface Placing {
  x?: number
  y?: number
  turn?: number
  size?: number
  flip?: boolean
}

const fine = (n: number) => Math.round(n * 1000) / 1000
const round = (n: number) => Math.round(n * 10) / 10

export function place(inks: Ink[], { x = 0, y = 0, turn = 0, size = 1, flip = false }: Placing): Placed {
  return {
    transform: `translate(${round(x)} ${round(y)}) rotate(${round(turn)}) scale(${flip ? -fine(size) : fine(size)} ${fine(size)})`,
    inks,
  }
}

/** A smooth line through points. */
export const curve = (points: Point[]): string => line().digits(1).curve(curveCatmullRom)(points) ?? ''
export const closedCurve = (points: Point[]): string =>
  line().digits(1).curve(curveCatmullRomClosed)(points) ?? ''
export const polygon = (points: Point[]): string => `${line().digits(1)(points)}Z`
export const polyline = (...points: Point[]): string => line().digits(1)(points) ?? ''
export const ellipse = (x: number, y: number, rx: number, ry = rx): string =>
  `M${round(x - rx)} ${round(y)}a${round(rx)} ${round(ry)} 0 1 0 ${round(2 * rx)} 0a${round(rx)} ${round(ry)} 0 1 0 ${round(-2 * rx)} 0Z`

export const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i)
export const polar = ([x, y]: Point, degrees: number, length: number): Point => [
  x + length * Math.sin((degrees * Math.PI) / 180),
  y - length * Math.cos((degrees * Math.PI) / 180),
]
/** A small fixed unevenness, so that no two blades are alike; the same each time. */
export const uneven = (i: number): number => Math.sin(i * 12.9898 + 4.1) * 0.5

/** Fine hairs along a line of points, standing out to one side. */
export const hairs = (points: Point[], degrees: number, length: number): Stroke[] =>
  points.map((p, i) => ({ d: polyline(p, polar(p, degrees + 24 * uneven(i), length)), weight: 0.7 }))
