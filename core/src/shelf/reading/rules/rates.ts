import type { RatePerAreaUnit } from '../../../quantity/index.ts'
import type { LengthLine } from '../../label.ts'
import { ratesIn } from '../rateIn.ts'
import type { Doubt, Found, LabelText, ReadRule } from '../reading.ts'
import type { Word } from '../word.ts'
import { isDryLabel } from './identity.ts'
import { groundFirst, groundOf, isFar, rowsOf, type ReadRow } from './table.ts'
import { allowedTurf, forbids, turfOf } from './turf.ts'

/** A sentence that says a limit, not what to use. */
export const saysLimit =
  /not (?:apply|exceed|use|make)\b[^.]*?(?:more|exceed|over)|\bexceed|maximum|at most|no more than|per (?:calendar )?year|per season|annual(?:ly)?\b|no (?:aplique|exceda)/i
interface Line {
  turf: string[]
  turfWords: Word[]
  rows: ReadRow[]
}

/** Rows with the same turf are one line of the directions; a row without turf goes on with the nearest that has it. */
function linesOf(all: ReadRow[]): Line[] {
  const rows = all.filter((r) => r.rate)
  const named = rows.flatMap((r, i) => (r.turf.length ? [i] : []))
  // A name that is centred beside its rows stands in the middle one; one at the top goes for what is below.
  const isCentred = Boolean(rows.length) && !rows[0]!.turf.length
  const ownerOf = (i: number) =>
    isCentred
      ? named.reduce((best, n) => (Math.abs(n - i) < Math.abs(best - i) ? n : best), named[0] ?? 0)
      : (named.filter((n) => n <= i).at(-1) ?? 0)
  const lines: Line[] = []
  for (const [i, row] of rows.entries()) {
    const { turf, turfWords } = rows[ownerOf(i)]!
    const last = lines.at(-1)
    if (last && turf.toSorted().join() === last.turf.toSorted().join()) last.rows.push(row)
    else lines.push({ turf, turfWords, rows: [row] })
  }
  return lines
}

function foundOf(line: Line, at: number, label: LabelText): Found[] {
  const rates = line.rows.map((r) => r.rate!)
  const sameUnit = rates.filter((r) => r.unit === rates[0]!.unit)
  const rate = {
    min: Math.min(...sameUnit.map((r) => r.min)),
    max: Math.max(...sameUnit.map((r) => r.max)),
    unit: rates[0]!.unit,
  }
  const lengths: LengthLine[] = line.rows.flatMap((r) => [
    ...r.matrix.map((m) => ({
      min: m.rate.min,
      max: m.rate.max,
      leastDays: m.length.least,
      mostDays: m.length.most,
    })),
    ...(r.length && !r.matrix.length
      ? [{ min: r.rate!.min, max: r.rate!.max, leastDays: r.length.least, mostDays: r.length.most }]
      : []),
  ])
  const words = line.rows.flatMap((r) => r.words)
  const doubt: Doubt | undefined = rates.some((r) => r.ounces)
    ? 'ounces'
    : (line.rows.find((r) => r.doubt)?.doubt ??
      (line.rows.length > 1 && !lengths.length ? 'severalRates' : undefined))
  const one = <T>(pick: (row: ReadRow) => T | undefined): T | undefined =>
    line.rows.map(pick).find((v) => v !== undefined)
  const annual = one((r) => r.annual)
  const [passes, interval, carrier] = [one((r) => r.passes), one((r) => r.interval), one((r) => r.carrier)]
  const all = allowedTurf(label)
  const turf = line.turf.length
    ? { turf: line.turf, words: line.turfWords, isGroup: !label.turfIn(textOfWords(line.turfWords)).length }
    : all
  return [
    ...(turf.turf.length
      ? [
          {
            field: 'turf',
            value: turf.turf,
            words: turf.words,
            line: at,
            doubt: turf.isGroup ? 'groupOfTurf' : undefined,
          } as const,
        ]
      : []),
    { field: 'rate', value: rate, words, line: at, doubt },
    ...(lengths.length
      ? [
          {
            field: 'lengths',
            value: lengths,
            words,
            line: at,
            doubt: rates.length !== sameUnit.length ? 'severalRates' : undefined,
          } as const,
        ]
      : []),
    ...(annual
      ? [
          {
            field: 'annualMaximum',
            value: { ...annual, of: 'product' },
            words: one((r) => (r.annual ? r.annualWords : undefined))!,
            line: at,
          } as const,
        ]
      : []),
    ...(passes ? [{ field: 'applicationsPerYear', value: passes, words, line: at } as const] : []),
    ...(interval ? [{ field: 'minimumIntervalDays', value: interval, words, line: at } as const] : []),
    ...(carrier ? [{ field: 'minimumCarrier', value: carrier, words, line: at } as const] : []),
  ]
}
const textOfWords = (words: Word[]) => words.map((w) => w.text).join(' ')

const otherUse = /spot|hand[- ]?held|backpack mix|ornamental|per gallon of water|non-?crop/i

/** Rates in sentences, each with the turf its sentence names. */
function proseLines(label: LabelText): Found[][] {
  const dry = isDryLabel(label)
  const lines: { turf: string[]; turfWords: Word[]; found: Found[]; key: string }[] = []
  for (const [i, s] of label.sentences.entries()) {
    if (saysLimit.test(s.text) || otherUse.test(s.text)) continue
    const rates = ratesIn(s.text, dry).filter((r) => !r.ofActive)
    const [best] = rates.toSorted(
      (a, b) => groundFirst.indexOf(groundOf(a.unit)) - groundFirst.indexOf(groundOf(b.unit)),
    )
    if (!best) continue
    const before = label.sentences[i - 1]
    const holder = [s, ...(before ? [before] : [])].find(
      (x) => !forbids.test(x.text) && turfOf(x.text, label).length,
    )
    const all = allowedTurf(label)
    const turf = holder ? turfOf(holder.text, label) : all.turf
    const turfWords = holder
      ? label.running.wordsIn(holder.start, holder.start + holder.text.length)
      : all.words
    const acre = rates.find((r) => r.unit.endsWith('/acre') && best.unit.endsWith('/1000ft2'))
    const doubt: Doubt | undefined = best.ounces
      ? 'ounces'
      : acre && isFar(best, acre)
        ? 'disagrees'
        : undefined
    const key = turf.toSorted().join()
    const isGroup = holder ? !label.turfIn(holder.text).length : all.isGroup
    const words = label.running.wordsIn(s.start + best.start, s.start + best.end)
    const same = lines.find((l) => l.key === key)
    const { min, max, unit } = best
    if (same) {
      const rate = same.found.find((f) => f.field === 'rate')!
      const value = rate.value as { min: number; max: number; unit: RatePerAreaUnit }
      if (value.unit !== unit || (value.min === min && value.max === max)) continue
      Object.assign(rate, {
        value: { unit, min: Math.min(min, value.min), max: Math.max(max, value.max) },
        words: [...rate.words, ...words],
        doubt: 'severalRates',
      })
      continue
    }
    lines.push({
      turf,
      turfWords,
      key,
      found: [
        ...(turf.length
          ? [
              {
                field: 'turf',
                value: turf,
                words: turfWords,
                doubt: isGroup ? 'groupOfTurf' : undefined,
              } as const,
            ]
          : []),
        { field: 'rate', value: { min, max, unit }, words, doubt },
      ],
    })
  }
  return lines.map((l) => l.found)
}

export const readUses: ReadRule = (label) => {
  const fromTables = label.tables.flatMap((t) => linesOf(rowsOf(t, label)))
  if (fromTables.length)
    return fromTables.flatMap((line, i) =>
      foundOf(line, i, label).map((f) => ({ ...f, fromTable: true }) as Found),
    )
  const found = proseLines(label).flatMap((line, i) => line.map((f) => ({ ...f, line: i }) as Found))
  if (found.length) return found
  // No rate could be read: the turf all the same.
  const { turf, words, isGroup } = allowedTurf(label)
  return turf.length
    ? [{ field: 'turf', value: turf, words, line: 0, doubt: isGroup ? 'groupOfTurf' : undefined }]
    : []
}
