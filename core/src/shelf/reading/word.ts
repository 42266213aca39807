/** Where on a page something stands, in units of the page, from its top left corner. */
export interface Box {
  page: number
  x0: number
  y0: number
  x1: number
  y1: number
}

/** One word as it was read from a page. */
export interface Word extends Box {
  text: string
  /** How sure the reader of the picture is of it, 0–1; a text layer is sure. */
  sure: number
}

/** A page of a label: its size, its words in any order, and whether they come from a picture. */
export interface Page {
  width: number
  height: number
  words: Word[]
  isPicture: boolean
}

export const heightOf = (box: Box): number => box.y1 - box.y0
export const widthOf = (box: Box): number => box.x1 - box.x0
export const middleOf = (box: Box): number => (box.y0 + box.y1) / 2

/** The smallest box around several on one page. */
export function around(boxes: Box[]): Box {
  return {
    page: boxes[0]!.page,
    x0: Math.min(...boxes.map((b) => b.x0)),
    y0: Math.min(...boxes.map((b) => b.y0)),
    x1: Math.max(...boxes.map((b) => b.x1)),
    y1: Math.max(...boxes.map((b) => b.y1)),
  }
}

export function median(values: number[]): number {
  const sorted = values.toSorted((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? 0
}

/** A run of a PDF’s text layer: where it begins on its line, how wide and high it is. */
interface TextRun {
  text: string
  x: number
  /** Its line, from the top of the page. */
  baseline: number
  width: number
  height: number
}

/** Two pieces of one word: PDFs set ligatures and kerned letters as runs of their own. */
const isOneWord = (left: Word, right: Word): boolean =>
  Math.abs(left.y0 - right.y0) < heightOf(left) * 0.1 && Math.abs(right.x0 - left.x1) < heightOf(left) * 0.08

/** The words of runs of text: a run is cut at its spaces, each letter as wide as the next. */
function wordsOfRuns(runs: TextRun[], page: number): Word[] {
  const words: Word[] = []
  for (const { text, x, baseline, width, height } of runs) {
    const letter = width / Math.max(1, text.length)
    for (const m of text.matchAll(/\S+/g)) {
      const word: Word = {
        text: m[0],
        page,
        x0: x + m.index * letter,
        x1: x + (m.index + m[0].length) * letter,
        y0: baseline - height * 0.8,
        y1: baseline + height * 0.2,
        sure: 1,
      }
      const last = words.at(-1)
      if (last && m.index === 0 && isOneWord(last, word))
        words[words.length - 1] = { ...last, text: last.text + word.text, x1: word.x1 }
      else words.push(word)
    }
  }
  return words
}

/** What a PDF’s text layer says of one run: where it stands and how large, in the PDF’s own directions. */
interface TextItem {
  str: string
  width: number
  /** Six numbers of a plane’s map; the last two are where it begins. */
  transform: number[]
}

/** The words of a PDF page. @param toPage from the PDF’s point to one from the page’s top left corner, a scale with it */
export function wordsOfItems(
  items: object[],
  page: number,
  toPage: (x: number, y: number) => number[],
  scale = 1,
): Word[] {
  const runs = items.flatMap((item): TextRun[] => {
    if (!('str' in item)) return []
    const { str, width, transform } = item as TextItem
    const [, , c = 0, d = 0, e = 0, f = 0] = transform
    const [x = 0, baseline = 0] = toPage(e, f)
    return str.trim()
      ? [{ text: str, x, baseline, width: width * scale, height: Math.hypot(c, d) * scale }]
      : []
  })
  return wordsOfRuns(runs, page)
}
