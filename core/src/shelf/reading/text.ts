import { regionsOf, segmentsOf, straightened, type Segment } from './columns.ts'
import { blocksOf, heightOn, leadingOn, linesOf, type Line, type Measure, type Table } from './lines.ts'
import { heightOf, middleOf, type Page, type Word } from './word.ts'

interface Place {
  start: number
  end: number
  word: Word
}

/** The words of a label in the order in which they are read, and where each of them stands. */
export interface RunningText {
  text: string
  /** Words between two places of the text. */
  wordsIn: (start: number, end: number) => Word[]
}

/** A text that is put together word by word: a break of a line within a word is mended. */
class TextBuilder implements RunningText {
  text = ''
  readonly #places: Place[] = []

  add(word: Word): void {
    // "post-" at the end of a line and "emergence" on the next are one word.
    const isBroken = /\p{L}-$/u.test(this.text) && /^\p{Ll}/u.test(word.text)
    if (isBroken) this.text = this.text.slice(0, -1)
    else if (this.text && !this.text.endsWith('\n')) this.text += ' '
    const start = this.text.length
    this.text += word.text
    this.#places.push({ start, end: this.text.length, word })
  }
  /** What comes next is of another sentence. */
  break(): void {
    if (this.text && !this.text.endsWith('\n')) this.text += '\n'
  }
  wordsIn(start: number, end: number): Word[] {
    return this.#places.filter((p) => p.start < end && p.end > start).map((p) => p.word)
  }
}

export const textOf = (segments: Segment[]): RunningText => {
  const builder = new TextBuilder()
  for (const line of linesOf(segments))
    for (const cell of line.cells) for (const word of cell.words) builder.add(word)
  return builder
}

/** A table with the lines of text right above it, which often say its unit. */
export interface FoundTable extends Table {
  caption: string
}

/** A label as laid out: what runs on as text, its tables, and its lines by size. */
export interface LaidOut {
  running: RunningText
  tables: FoundTable[]
  lines: Line[]
  isPicture: boolean
}

/** Letters of a heading are so much larger; a picture’s vary with what stands in the line. */
const larger = { text: 0.2, picture: 0.4 }
/** So much wider than from line to line, in heights of a letter, is the step to another paragraph. */
const paragraphStep = 0.4

function addLines(
  builder: TextBuilder,
  lines: Line[],
  { height, leading }: Measure,
  isPicture: boolean,
): void {
  const mostOff = height * (isPicture ? larger.picture : larger.text)
  for (const [i, line] of lines.entries()) {
    const before = lines[i - 1]
    const step = before ? (middleOf(line) - middleOf(before)) / height : 0
    if (before && (step > leading + paragraphStep || Math.abs(heightOf(before) - heightOf(line)) > mostOff))
      builder.break()
    for (const cell of line.cells) for (const word of cell.words) builder.add(word)
  }
  builder.break()
}

/** Lays out the pages of a label: columns, lines, tables, and all of it as one text. */
export function layOut(pages: Page[]): LaidOut {
  const running = new TextBuilder()
  const tables: FoundTable[] = []
  const all: Line[] = []
  const laid = pages.map((page) => straightened(segmentsOf(page)))
  const leading = leadingOn(laid)
  for (const [i, page] of pages.entries()) {
    const segments = laid[i]!
    const measure = { height: heightOn(segments), leading }
    for (const region of regionsOf(segments)) {
      const lines = linesOf(region)
      all.push(...lines)
      let above: Line[] = []
      for (const block of blocksOf(lines, measure)) {
        if (block.kind === 'table') {
          const caption = textOf(above.slice(-3).flatMap((l) => l.cells)).text
          tables.push({ ...block.table, caption })
          for (const row of block.table.rows) {
            for (const cell of row)
              for (const line of linesOf(cell))
                for (const s of line.cells) for (const word of s.words) running.add(word)
            running.break()
          }
        } else {
          addLines(running, block.lines, measure, page.isPicture)
          above = block.lines
        }
      }
      running.break()
    }
  }
  return { running, tables, lines: all, isPicture: pages.some((p) => p.isPicture) }
}
