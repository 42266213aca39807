import type { RatePerAreaUnit } from '../../../quantity/index.ts'
import { amountUnit, daysOf, number, range, rangeOf, timeUnit } from '../figures.ts'
import { rateOf, ratesIn, unitSaid, type RateUnitSaid } from '../rateIn.ts'
import type { Doubt, LabelText } from '../reading.ts'
import { textOf, type FoundTable, type RunningText } from '../text.ts'
import type { Word } from '../word.ts'
import { isDryLabel } from './identity.ts'
import { turfOf } from './turf.ts'

type Kind = 'turf' | 'weed' | 'length' | 'annual' | 'passes' | 'interval' | 'carrier' | 'rate' | 'other'
interface Column {
  kind: Kind
  heading: string
  said: RateUnitSaid
  /** A rate by how long it lasts: what its heading says. */
  days?: { least: number; most: number } | undefined
}

const pureFigure = new RegExp(
  `^\\W*(?:up to\\s|about\\s)?${range}\\s*(?:${amountUnit}|${timeUnit}|gal|x)?[^\\p{L}\\d]*$`,
  'iu',
)
const startsWithFigure = new RegExp(`^\\W*${range}`, 'i')
const spanOf = (text: string, unitFrom = text): { least: number; most: number } | undefined => {
  const unit = new RegExp(timeUnit, 'i').exec(unitFrom)
  const ends = new RegExp(range, 'i').exec(text)
  if (!unit || !ends) return undefined
  const { min, max } = rangeOf(ends[1]!, ends[2])
  return { least: daysOf(min, unit[1]!), most: daysOf(max, unit[1]!) }
}
/** A length on a label is counted short: it is what one may rely on. */
const shortDays = (days: { least: number; most: number }, unitFrom: string) =>
  /mo(?:nth|s\b|\.)|meses/i.test(unitFrom)
    ? { least: Math.floor((days.least * 30) / 30.5), most: Math.floor((days.most * 30) / 30.5) }
    : days

function kindOf(heading: string, cells: string[], label: LabelText): Kind {
  const filled = cells.filter((c) => c.trim())
  const share = (test: (c: string) => boolean) => filled.filter(test).length / Math.max(1, filled.length)
  if (
    share((c) => label.turfIn(c).length > 0) > 0.4 &&
    share((c) => label.plantsIn(c).length > label.turfIn(c).length) < 0.6
  )
    return 'turf'
  if (/turf|grass species|césped/i.test(heading) && share((c) => pureFigure.test(c)) < 0.4) return 'turf'
  if (share((c) => label.plantsIn(c).length > 0) > 0.4 || /^weeds?\b|malezas/i.test(heading)) return 'weed'
  if (share((c) => startsWithFigure.test(c)) < 0.5) return 'other'
  if (/interval|between|re-?treat|wait|repeat/i.test(heading)) return 'interval'
  if (/year|annual|season(?!al)|per yr|año/i.test(heading))
    return /applications|times|number/i.test(heading) && !unitSaid(heading).ground ? 'passes' : 'annual'
  if (/number of app|applications|times/i.test(heading) && !unitSaid(heading).ground) return 'passes'
  if (
    /(?:spray|water|carrier)\s*(?:volume|per|in)?|gallons of water/i.test(heading) &&
    /gal|water|volume/i.test(heading) &&
    !/oz|lb|pint|quart/i.test(heading)
  )
    return 'carrier'
  const says = unitSaid(heading)
  if (
    new RegExp(timeUnit, 'i').test(heading) &&
    !says.amount &&
    share((c) => unitSaid(c).amount !== undefined) < 0.5
  ) {
    // Figures under "6 months" are rates; under "months of control" they are lengths.
    return new RegExp(`${number}\\s*(?:-|to|–)?\\s*(?:${number})?\\s*${timeUnit}`, 'i').test(heading)
      ? 'rate'
      : 'length'
  }
  if (
    /length|residual|control\b.*(?:months|weeks)|duration/i.test(heading) ||
    share((c) => new RegExp(timeUnit, 'i').test(c)) > 0.5
  )
    return 'length'
  return 'rate'
}

export interface ReadRow {
  turf: string[]
  turfWords: Word[]
  weeds: number
  length?: { least: number; most: number }
  rate?: { min: number; max: number; unit: RatePerAreaUnit; ounces: boolean }
  words: Word[]
  annual?: { value: number; unit: RatePerAreaUnit }
  annualWords: Word[]
  passes?: number
  interval?: number
  carrier?: number
  doubt?: Doubt
  matrix: {
    length: { least: number; most: number }
    rate: { min: number; max: number; unit: RatePerAreaUnit }
  }[]
}

export const groundFirst = ['1000ft2', '100m2', 'acre', 'ha']
export const groundOf = (unit: RatePerAreaUnit) => unit.split('/')[1]!

const isTimed = (cell: string) => new RegExp(timeUnit, 'i').test(cell)
/** Where the headings end: a row with a figure of its own, which are not all spans of time (those head columns of rates). */
const firstBodyRow = (rows: string[][]): number =>
  rows.findIndex((cells, i) => {
    const figures = cells.filter((c) => pureFigure.test(c))
    if (i < rows.length - 1 && figures.length > 1 && figures.every(isTimed)) return false
    return figures.length > 0 || cells.some((c) => startsWithFigure.test(c) && ratesIn(c, true).length)
  })

/** One table as rows of directions; nothing where it has no rates. */
export function rowsOf(table: FoundTable, label: LabelText): ReadRow[] {
  const dry = isDryLabel(label)
  const texts = table.rows.map((row) => row.map((cell) => textOf(cell)))
  const body = firstBodyRow(texts.map((row) => row.map((t) => t.text)))
  if (body < 0) return []
  const columns: Column[] = table.columns.map((_, k) => {
    const heading = texts
      .slice(0, body)
      .map((row) => row[k]!.text)
      .join(' ')
      .trim()
    const cells = texts.slice(body).map((row) => row[k]!.text)
    const kind = kindOf(heading, cells, label)
    return {
      kind,
      heading,
      said: unitSaid(heading),
      ...(kind === 'rate' && { days: spanOf(heading) && shortDays(spanOf(heading)!, heading) }),
    }
  })
  if (!columns.some((c) => c.kind === 'rate')) return []
  const whole = unitSaid(
    [table.caption, ...columns.filter((c) => c.kind !== 'turf').map((c) => c.heading)].join(' '),
  )
  return texts.slice(body).map((cells) => readRow(cells, columns, whole, dry, label))
}

const unitOf = (cell: string, column: Column, whole: RateUnitSaid): RateUnitSaid => {
  const own = unitSaid(cell)
  return {
    amount: own.amount ?? column.said.amount ?? whole.amount,
    ground: own.ground ?? column.said.ground ?? whole.ground,
  }
}

function readRow(
  cells: RunningText[],
  columns: Column[],
  whole: RateUnitSaid,
  dry: boolean,
  label: LabelText,
): ReadRow {
  const row: ReadRow = { turf: [], turfWords: [], weeds: 0, words: [], annualWords: [], matrix: [] }
  const wordsOf = (t: RunningText) => t.wordsIn(0, t.text.length)
  const rates: {
    rate: NonNullable<ReadRow['rate']>
    words: Word[]
    days?: { least: number; most: number } | undefined
  }[] = []
  for (const [k, cell] of cells.entries()) {
    const column = columns[k]!
    const text = cell.text.trim()
    if (!text) continue
    const ends = startsWithFigure.exec(text)
    const figure = ends ? rangeOf(ends[1]!, ends[2]) : undefined
    switch (column.kind) {
      case 'turf':
        row.turf = [...new Set([...row.turf, ...turfOf(text, label)])]
        row.turfWords.push(...wordsOf(cell))
        break
      case 'weed':
        row.weeds = label.plantsIn(text).length
        break
      case 'length': {
        const span = spanOf(text, `${text} ${column.heading}`)
        if (span) row.length = shortDays(span, `${text} ${column.heading}`)
        break
      }
      case 'interval':
        if (figure) row.interval = spanOf(text, `${text} ${column.heading} days`)?.least ?? figure.min
        break
      case 'passes':
        if (figure) row.passes = figure.max
        break
      case 'carrier':
        if (figure)
          row.carrier = /acre/i.test(column.heading) || /acre/i.test(text) ? figure.min / 43.56 : figure.min
        break
      case 'annual': {
        const rate = figure && rateOf(figure, unitOf(text, column, whole), dry)
        if (rate)
          Object.assign(row, { annual: { value: rate.max, unit: rate.unit }, annualWords: wordsOf(cell) })
        break
      }
      case 'rate': {
        const rate = figure && rateOf(figure, unitOf(text, column, whole), dry)
        if (rate) rates.push({ rate, words: wordsOf(cell), days: column.days })
        break
      }
    }
  }
  const timed = rates.filter((r) => r.days)
  for (const r of timed) row.matrix.push({ length: r.days!, rate: r.rate })
  const [best, ...others] = (timed.length ? timed : rates).toSorted(
    (a, b) => groundFirst.indexOf(groundOf(a.rate.unit)) - groundFirst.indexOf(groundOf(b.rate.unit)),
  )
  if (!best) return row
  row.rate = timed.length
    ? {
        ...best.rate,
        min: Math.min(...timed.map((r) => r.rate.min)),
        max: Math.max(...timed.map((r) => r.rate.max)),
      }
    : best.rate
  row.words = timed.length ? timed.flatMap((r) => r.words) : best.words
  const sameGround = others.filter((o) => groundOf(o.rate.unit) === groundOf(best.rate.unit))
  if (!timed.length && sameGround.length) {
    // Two rates for one ground: low and high, or of two kinds; the whole span, and a question.
    row.rate = {
      ...best.rate,
      min: Math.min(best.rate.min, ...sameGround.map((o) => o.rate.min)),
      max: Math.max(best.rate.max, ...sameGround.map((o) => o.rate.max)),
    }
    row.words = [...best.words, ...sameGround.flatMap((o) => o.words)]
    row.doubt = 'severalRates'
  }
  const acre = others.find((o) => o.rate.unit.endsWith('/acre') && best.rate.unit.endsWith('/1000ft2'))
  if (acre && isFar(best.rate, acre.rate)) row.doubt = 'disagrees'
  return row
}

const inFloz: Record<string, number> = {
  floz: 1,
  pt: 16,
  qt: 32,
  gal: 128,
  oz: 1,
  lb: 16,
  mL: 0.033814,
  L: 33.814,
}
/** Whether a rate by the acre says another amount than the one by 1,000 sq ft: labels round to two figures. */
export function isFar(
  thousand: { max: number; unit: RatePerAreaUnit },
  acre: { max: number; unit: RatePerAreaUnit },
): boolean {
  const [a, b] = [thousand, acre].map(({ max, unit }) => max * (inFloz[unit.split('/')[0]!] ?? NaN))
  const off = Math.abs((a! * 43.56) / b! - 1)
  return off > 0.09
}
