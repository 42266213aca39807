import { around, heightOf, median, middleOf, widthOf, type Box, type Page, type Word } from './word.ts'

/** Words that stand close to each other on one line. */
export interface Segment extends Box {
  words: Word[]
}

/** A gap this wide, in heights of a letter, ends a segment. */
const gapEnds = 0.95

const segmentOf = (words: Word[]): Segment => ({ ...around(words), words })

/** The words of a page without what a picture’s lines, edges and dirt are taken for. */
function wordsOn(page: Page): Word[] {
  if (!page.isPicture) return page.words
  return page.words.flatMap((w) => {
    const text = w.text.replace(/^[|~_[\]{}«»‘“”—=]+|[|~_[\]{}«»“”—=]+$/g, '')
    const isDirt = !/[\p{L}\p{N}%½¼¾]/u.test(text) && !/^[-–:*]$/.test(text)
    return isDirt || (w.sure < 0.25 && text.length < 3) ? [] : [{ ...w, text }]
  })
}

/** Words linked to their neighbour on the right, so that a page that leans does not mix its lines. */
export function segmentsOf(page: Page): Segment[] {
  const words = wordsOn(page).toSorted((a, b) => a.x0 - b.x0)
  // On a picture a word is as high as its ink: "ease" is lower than "fall".
  const usual = page.isPicture ? median(words.map(heightOf)) : 0
  const hasLeft = new Set<Word>()
  const nextOf = new Map<Word, Word>()
  for (const [i, word] of words.entries()) {
    const height = Math.max(heightOf(word), usual)
    for (let k = i + 1; k < words.length; k++) {
      const next = words[k]!
      const away = next.x0 - word.x1
      if (next.x0 - word.x1 > height * gapEnds) break
      const together = Math.min(word.y1, next.y1) - Math.max(word.y0, next.y0)
      const smaller = Math.min(height, heightOf(next))
      if (hasLeft.has(next) || together < smaller * 0.5 || away < -height * 0.6) continue
      nextOf.set(word, next)
      hasLeft.add(next)
      break
    }
  }
  return words
    .filter((w) => !hasLeft.has(w))
    .map((first) => {
      const run = [first]
      for (let next = nextOf.get(first); next; next = nextOf.get(next)) run.push(next)
      return segmentOf(run)
    })
}

/** How far lines lean, as rise over run: the middle of what long segments say. */
function leanOf(segments: Segment[]): number {
  const long = segments.filter((s) => s.words.length >= 4)
  return median(
    long.map((s) => {
      const [first, last] = [s.words[0]!, s.words.at(-1)!]
      return (middleOf(last) - middleOf(first)) / Math.max(1, last.x0 - first.x0)
    }),
  )
}

/** Segments as they would stand on a page that lies straight; the words keep their own places. */
export function straightened(segments: Segment[]): Segment[] {
  const lean = leanOf(segments)
  if (Math.abs(lean) < 0.002) return segments
  return segments.map((s) => {
    const up = lean * ((s.x0 + s.x1) / 2)
    const height = median(s.words.map(heightOf))
    const middle = median(s.words.map((w) => middleOf(w) - lean * ((w.x0 + w.x1) / 2 - (s.x0 + s.x1) / 2)))
    return { ...s, y0: middle - up - height / 2, y1: middle - up + height / 2 }
  })
}

interface Gutter {
  left: Segment[]
  right: Segment[]
  above: Segment[]
  below: Segment[]
}

/** Whether a segment is a line of running text of its side: several words, and most of the side’s width. */
function proseIn(side: Segment[], height: number): (segment: Segment) => boolean {
  const widths = side.map(widthOf).toSorted((a, b) => a - b)
  const usual = widths[Math.floor(widths.length * 0.85)] ?? 0
  return (s) =>
    usual > height * 9 && s.words.length >= 3 && widthOf(s) > usual * 0.55 && heightOf(s) < height * 1.13
}

/** Of what stands at both sides of a gap the stretch, from top to bottom, that is mostly running text, with the lines that belong to it. */
function stretchOf(band: Segment[], isProse: (s: Segment) => boolean, height: number): Segment[] {
  const ordered = band.toSorted((a, b) => middleOf(a) - middleOf(b))
  let [best, bestFrom, bestTo, sum, from] = [0, 0, -1, 0, 0]
  for (const [i, s] of ordered.entries()) {
    sum += isProse(s) ? 1 : -0.6
    if (sum <= 0) [sum, from] = [0, i + 1]
    else if (sum > best) [best, bestFrom, bestTo] = [sum, from, i]
  }
  const taken = ordered.slice(bestFrom, bestTo + 1)
  // The short last line of a paragraph, and the heading over the first; a heading below is of what follows.
  const joins = (s: Segment) =>
    taken.some(
      (t) =>
        (s.y0 < t.y0 || Math.abs(heightOf(s) - heightOf(t)) < height * 0.15) &&
        Math.min(t.x1, s.x1) > Math.max(t.x0, s.x0) &&
        Math.min(Math.abs(s.y0 - t.y1), Math.abs(t.y0 - s.y1)) < height,
    )
  for (let more = ordered.filter((s) => !taken.includes(s) && joins(s)); more.length;)
    more = (taken.push(...more), ordered.filter((s) => !taken.includes(s) && joins(s)))
  return taken
}

/** The gutter between two columns of running text with the most lines at its sides; segments that cross it end it. */
function widestGutter(segments: Segment[]): Gutter | undefined {
  const height = median(segments.map(heightOf))
  let best: Gutter | undefined
  let bestScore = 0
  const starts = [...new Set(segments.map((s) => Math.round(s.x0 / (height / 2))))]
  for (const start of starts) {
    const x = start * (height / 2) - height * 0.4
    const crossing = segments
      .filter((s) => s.x0 < x - 1 && s.x1 > x + 1)
      .map(middleOf)
      .toSorted((a, b) => a - b)
    const edges = [-Infinity, ...crossing, Infinity]
    for (let i = 0; i + 1 < edges.length; i++) {
      const band = segments.filter((s) => middleOf(s) > edges[i]! && middleOf(s) < edges[i + 1]!)
      if (band.length < 6) continue
      const isLeft = (s: Segment) => s.x1 <= x + 1
      const [left, right] = [band.filter(isLeft), band.filter((s) => !isLeft(s))]
      const [proseLeft, proseRight] = [proseIn(left, height), proseIn(right, height)]
      const taken = stretchOf(band, (s) => (isLeft(s) ? proseLeft(s) : proseRight(s)), height)
      const beside = (s: Segment, list: Segment[]) =>
        list.some((t) => Math.abs(middleOf(s) - middleOf(t)) < height)
      const lines = [
        taken.filter((s) => isLeft(s) && proseLeft(s)),
        taken.filter((s) => !isLeft(s) && proseRight(s)),
      ]
      // Both sides run on beside each other; what stands above a table does not.
      const pairs = lines[0]!.filter((s) => beside(s, lines[1]!)).length
      const score = pairs - taken.length * 0.01
      if (score <= bestScore || pairs < 4) continue
      const within = new Set(taken)
      const [top, bottom] = [Math.min(...taken.map(middleOf)), Math.max(...taken.map(middleOf))]
      const rest = segments.filter((s) => !within.has(s))
      bestScore = score
      best = {
        left: taken.filter(isLeft),
        right: taken.filter((s) => !isLeft(s)),
        above: rest.filter((s) => middleOf(s) < (top + bottom) / 2),
        below: rest.filter((s) => middleOf(s) >= (top + bottom) / 2),
      }
    }
  }
  return best
}

/** The parts of a page in the order in which they are read: columns of running text one after the other. */
export function regionsOf(segments: Segment[]): Segment[][] {
  if (!segments.length) return []
  const gutter = widestGutter(segments)
  if (!gutter) return [segments]
  return [gutter.above, gutter.left, gutter.right, gutter.below].flatMap(regionsOf)
}
