/** Cells of the ground from the surface down: finest at the top, growing below. All lengths in metres. */
export interface GroundGrid {
  /** Thickness of each cell. */
  thicknessM: Float64Array
  /** Depth of each cell's middle. */
  depthM: Float64Array
  /** Distance between the middles of a cell and the one above; the first to the surface. */
  gapM: Float64Array
}

export interface GridShape {
  cells: number
  /** Thickness of the fine cells at the top. */
  finestM: number
  /** How many cells are fine. */
  fine: number
  /** Depth of the bottom: deep enough that the annual wave has died out. */
  bottomM: number
}

/** 24 cells, 1 cm at the top, to 8 m: at 2 m the annual wave still has two fifths of its amplitude. */
export const usualGrid: GridShape = { cells: 24, finestM: 0.01, fine: 8, bottomM: 8 }

/** Growth of the lower cells so that together they reach the bottom; bisection, to 1e-12. */
function growthFor({ cells, finestM, fine, bottomM }: GridShape): number {
  const reach = (r: number) => {
    let [sum, thickness] = [fine * finestM, finestM]
    for (let i = fine; i < cells; i++) sum += thickness *= r
    return sum
  }
  let [low, high] = [1, 4]
  if (reach(low) > bottomM || reach(high) < bottomM) throw new RangeError('no graded grid reaches this depth')
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (reach(middle) < bottomM) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** A graded grid. @throws RangeError when its shape cannot be. */
export function createGrid(shape: GridShape = usualGrid): GroundGrid {
  const growth = growthFor(shape)
  const thicknessM = new Float64Array(shape.cells)
  for (let i = 0; i < shape.cells; i++)
    thicknessM[i] = i < shape.fine ? shape.finestM : thicknessM[i - 1]! * growth
  const depthM = new Float64Array(shape.cells)
  const gapM = new Float64Array(shape.cells)
  let top = 0
  for (let i = 0; i < shape.cells; i++) {
    depthM[i] = top + thicknessM[i]! / 2
    gapM[i] = i ? depthM[i]! - depthM[i - 1]! : depthM[0]!
    top += thicknessM[i]!
  }
  return { thicknessM, depthM, gapM }
}

/** Every cell in two: for the proof that the grid is fine enough. */
export function halveGrid({ thicknessM }: GroundGrid): GroundGrid {
  const halves = Float64Array.from({ length: thicknessM.length * 2 }, (_, i) => thicknessM[i >> 1]! / 2)
  const depthM = new Float64Array(halves.length)
  const gapM = new Float64Array(halves.length)
  let top = 0
  halves.forEach((t, i) => {
    depthM[i] = top + t / 2
    gapM[i] = i ? depthM[i]! - depthM[i - 1]! : depthM[0]!
    top += t
  })
  return { thicknessM: halves, depthM, gapM }
}

/**
 * Weights of four cells for the temperature at a depth: a cubic through their middles (Lagrange).
 * @param depthM between the surface and the bottom
 */
export function depthWeights({ depthM }: GroundGrid, atM: number): { first: number; weights: number[] } {
  let below = depthM.findIndex((d) => d >= atM)
  if (below < 0) below = depthM.length - 1
  const first = Math.min(Math.max(0, below - 2), depthM.length - 4)
  const xs = [0, 1, 2, 3].map((i) => depthM[first + i]!)
  const weights = xs.map((x, i) =>
    xs.reduce((product, other, j) => (i === j ? product : (product * (atM - other)) / (x - other)), 1),
  )
  return { first, weights }
}
