import type { Segment } from './columns.ts'
import { around, heightOf, median, middleOf, widthOf, type Box } from './word.ts'

/** What stands at one height: one segment of running text, or the cells of a table. */
export interface Line extends Box {
  cells: Segment[]
}

const shared = (a0: number, a1: number, b0: number, b1: number) => Math.min(a1, b1) - Math.max(a0, b0)
/** So much of the lower of two stands beside the other: a cell that is centred between two lines is of both. */
const besides = (a: Box, b: Box) => shared(a.y0, a.y1, b.y0, b.y1) > Math.min(heightOf(a), heightOf(b)) * 0.28

/** The lines of one part of a page, from its top. */
export function linesOf(region: Segment[]): Line[] {
  const lines: Segment[][] = []
  for (const segment of region.toSorted((a, b) => middleOf(a) - middleOf(b))) {
    const line = lines.at(-1)
    const joins =
      line?.some((s) => besides(s, segment)) &&
      !line.some((s) => besides(s, segment) && shared(s.x0, s.x1, segment.x0, segment.x1) > 1)
    if (joins) line!.push(segment)
    else lines.push([segment])
  }
  return lines.map((cells) => ({
    ...around(cells),
    cells: cells.toSorted((a, b) => (besides(a, b) ? a.x0 - b.x0 : middleOf(a) - middleOf(b))),
  }))
}

/** A table: what stands in each row and column, as segments from the top of the cell. */
export interface Table {
  columns: { x0: number; x1: number }[]
  rows: Segment[][][]
}
export type Block = { kind: 'lines'; lines: Line[] } | { kind: 'table'; table: Table; lines: Line[] }

/** Where text stands in nearly every line, so that what lies between are gaps between columns. */
function columnsOf(lines: Line[]): { x0: number; x1: number }[] {
  const all = lines.flatMap((l) => l.cells)
  const height = median(all.map(heightOf))
  // A heading over two columns, or a line that runs on, may cross a gap.
  const mayCross = Math.max(1, Math.floor(lines.length * 0.15))
  const edges = [...new Set(all.flatMap((s) => [s.x0, s.x1]))].toSorted((a, b) => a - b)
  const columns: { x0: number; x1: number }[] = []
  for (let i = 0; i + 1 < edges.length; i++) {
    const x = (edges[i]! + edges[i + 1]!) / 2
    const over = all.filter((s) => s.x0 < x && s.x1 > x).length
    if (over <= Math.min(mayCross, lines.length - 2)) continue
    const last = columns.at(-1)
    if (last && edges[i]! - last.x1 < height * 0.5) last.x1 = edges[i + 1]!
    else columns.push({ x0: edges[i]!, x1: edges[i + 1]! })
  }
  return columns
}

const columnOf = (segment: Segment, columns: Table['columns']): number => {
  const shared = columns.map((c) => Math.min(c.x1, segment.x1) - Math.max(c.x0, segment.x0))
  return shared.indexOf(Math.max(...shared))
}

/** So much wider, in heights of a letter, is the step from one cell to the next than from line to line. */
const widerStep = 0.3

/** The cells of one column: its lines, cut where the step is wider than between lines of running text. */
function cellsOf(column: Segment[], { height, leading }: Measure): Segment[][] {
  const lines = column.toSorted((a, b) => middleOf(a) - middleOf(b))
  const steps = lines.slice(1).map((s, i) => (middleOf(s) - middleOf(lines[i]!)) / height)
  const ends = Math.min(Math.min(...steps), leading) + widerStep
  const cells: Segment[][] = []
  for (const [i, line] of lines.entries()) {
    if (!i || steps[i - 1]! > ends) cells.push([line])
    else cells.at(-1)!.push(line)
  }
  return cells
}
const hasFigure = (segments: Segment[]) =>
  segments.some((s) => s.words.some((w) => /\d|[½¼¾⅓⅔⅛]/.test(w.text)))

/** Rows of a table whose lines all stand equally far apart: where a column with a figure has its next one. */
function denseRows(lines: Line[], columns: Table['columns']): Segment[][][] {
  const rows: Segment[][][] = []
  for (const line of lines) {
    const cells = columns.map((_, k) => line.cells.filter((s) => columnOf(s, columns) === k))
    const row = rows.at(-1)
    const again = row && cells.some((c, k) => hasFigure(c) && hasFigure(row[k]!))
    if (!row || again || cells.every((c) => c.length)) rows.push(cells)
    else for (const [k, cell] of cells.entries()) row[k]!.push(...cell)
  }
  return rows
}

/** The rows of a table: the column with the most cells says where they are, what stands beside a cell is of its row. */
function rowsOf(lines: Line[], columns: Table['columns'], measure: Measure): Segment[][][] {
  const all = lines.flatMap((l) => l.cells)
  const byColumn = columns.map((_, k) =>
    cellsOf(
      all.filter((s) => columnOf(s, columns) === k),
      measure,
    ),
  )
  const most = Math.max(...byColumn.map((cells) => cells.length))
  const tall = (cells: Segment[][]) => Math.max(...cells.map((c) => c.length))
  const [guide] = byColumn.filter((c) => c.length === most).toSorted((a, b) => tall(b) - tall(a))
  // No column with more than one line in a cell tells gaps within from gaps between.
  if (most < 2 || (most === 2 && lines.length > 4)) return denseRows(lines, columns)
  const rows = guide!.map((cell) => ({ box: around(cell), cells: columns.map((): Segment[] => []) }))
  const awayFrom = (middle: number, { y0, y1 }: Box) =>
    Math.max(0, y0 - middle, middle - y1) + Math.abs((y0 + y1) / 2 - middle) * 1e-3
  for (const [k, cells] of byColumn.entries())
    for (const cell of cells) {
      const middle = middleOf(around(cell))
      const away = rows.map((r) => awayFrom(middle, r.box))
      rows[away.indexOf(Math.min(...away))]!.cells[k]!.push(...cell)
    }
  return rows.map((r) => r.cells)
}

/** What a page is measured by: how high its letters are, and how far from line to line it is, in such heights. */
export interface Measure {
  height: number
  leading: number
}
export const heightOn = (segments: Segment[]): number => median(segments.map(heightOf))
/** From line to line in running text, as most of it on all pages has it. */
export function leadingOn(pages: Segment[][]): number {
  const steps = pages.flatMap((segments) => {
    const height = heightOn(segments)
    return segments.flatMap((s) => {
      const below = segments.filter((t) => t.y0 > middleOf(s) && Math.abs(t.x0 - s.x0) < height * 0.5)
      const step = Math.min(...below.map((t) => middleOf(t) - middleOf(s))) / height
      return step < 2.4 ? [step] : []
    })
  })
  return steps.toSorted((a, b) => a - b)[Math.floor(steps.length / 3)] ?? 1.4
}

/** Lines in blocks: tables where several lines in turn have cells above each other, running text elsewhere. */
export function blocksOf(lines: Line[], measure: Measure): Block[] {
  const blocks: Block[] = []
  let run: Line[] = []
  const end = () => {
    const trailing: Line[] = []
    // What trails behind the last line with cells is text again.
    while (run.length > 1 && run.at(-1)!.cells.length === 1 && isWide(run.at(-1)!, run))
      trailing.unshift(run.pop()!)
    const columns = run.filter((l) => l.cells.length > 1).length > 1 ? columnsOf(run) : []
    if (columns.length > 1)
      blocks.push({ kind: 'table', lines: run, table: { columns, rows: rowsOf(run, columns, measure) } })
    else if (run.length) pushText(run)
    if (trailing.length) pushText(trailing)
    run = []
  }
  const pushText = (more: Line[]) => {
    const last = blocks.at(-1)
    if (last?.kind === 'lines') last.lines.push(...more)
    else blocks.push({ kind: 'lines', lines: more })
  }
  const isWide = (line: Line, of: Line[]) => widthOf(line) > widthOf(around(of)) * 0.55
  for (const line of lines) {
    const near = run.length && line.y0 - run.at(-1)!.y1 < heightOf(line) * 2
    if (line.cells.length > 1 && (near || !run.length)) run.push(line)
    else if (near && !isWide(line, run)) run.push(line)
    else {
      end()
      if (line.cells.length > 1) run = [line]
      else pushText([line])
    }
  }
  end()
  return blocks
}
