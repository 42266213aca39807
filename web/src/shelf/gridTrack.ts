import type { JudgedProduct } from '@jardinero/core/shelf'

/** Sizes of the grid, pixels: the drawn set must meet the cells. */
export const nameWidth = 168
export const columnWidth = 46
export const headHeight = 118
export const rowHeight = 39

export interface Track {
  points: [number, number][]
  path: string
}

/** The line through the cells that are relied on: down the rows, from weed to weed. Undefined where none is. */
export function trackOf(
  relied: (JudgedProduct | undefined)[],
  columns: JudgedProduct[],
  rowsAbove: number,
): Track | undefined {
  const points = relied.flatMap((product, i): [number, number][] => {
    const column = columns.findIndex((c) => c.product.id === product?.product.id)
    if (column < 0) return []
    return [[nameWidth + (column + 0.5) * columnWidth, headHeight + (rowsAbove + i + 0.5) * rowHeight]]
  })
  const [first] = points
  if (!first) return undefined
  const path = points.reduce((d, [x, y], i) => {
    if (i === 0) return `M${x} ${headHeight + rowsAbove * rowHeight}V${y}`
    const [px, py] = points[i - 1]!
    if (px === x) return `${d}V${y}`
    const half = (py + y) / 2
    return `${d}V${half}H${x}V${y}`
  }, '')
  return { points, path }
}
