import { layOut } from './text.ts'
import { nameFinder, sentencesOf } from './lexicon.ts'
import { doubted } from './plausible.ts'
import type { Found, LabelText, ReadFigure, ReadingLexicon, ReadRule } from './reading.ts'
import {
  readActives,
  readFormulation,
  readIdentity,
  readName,
  readPurpose,
  readSignalWord,
} from './rules/identity.ts'
import { readLimits } from './rules/limits.ts'
import { readUses } from './rules/rates.ts'
import { readSafety } from './rules/safety.ts'
import type { Page, Word } from './word.ts'

/** In the order in which the short form asks. */
const rules: ReadRule[] = [
  readName,
  readFormulation,
  readActives,
  readPurpose,
  readUses,
  readLimits,
  readSafety,
  readSignalWord,
  readIdentity,
]

/** Why nothing could be read: no words at all, too few, not a label, one in another language, more pages than a label has. */
export type NoReading = 'noWords' | 'notALabel' | 'otherLanguage' | 'tooManyPages'
export const mostPages = 80

export type LabelReading = { ok: true; figures: ReadFigure[] } | { ok: false; why: NoReading }

const phrases =
  /active ingredient|ingredientes? activos?|herbicida|c[eé]spede?s?|malezas|contenido neto|keep out of reach|herbicide|directions for use|net contents|\bEPA\b|registration|precautionary|apply|weeds|turf/gi
const known = /\b(?:the|and|of|to|not|for|with|el|los|las|para|con|que)\b/gi
/** Of languages whose set phrases we don’t know. */
const others =
  /\b(?:der|die|und|nicht|das|mit|von|le|les|des|pour|avec|est|il|della|per|con il|het|een|van)\b/gi

const boxOf = ({ page, x0, y0, x1, y1 }: Word) => ({ page, x0, y0, x1, y1 })
const figureOf = ({ words, doubt, fromTable: _, ...found }: Found): ReadFigure =>
  ({
    ...found,
    said: words
      .map((w) => w.text)
      .join(' ')
      .slice(0, 300),
    places: words.map(boxOf),
    ...(doubt && { doubt }),
  }) as ReadFigure

/**
 * Reads a label as far as the set phrases of labels go: each figure with the words it was read from, and a doubt where it is not taken
 * without a question. Nothing of it counts until a person has looked.
 * @param pages words with their places, of a PDF’s text layer or of pictures
 */
export function readLabel(pages: Page[], lexicon: ReadingLexicon): LabelReading {
  if (pages.length > mostPages) return { ok: false, why: 'tooManyPages' }
  const laidOut = layOut(pages)
  const { text } = laidOut.running
  const words = text.split(/\s+/).length
  if (words < 12) return { ok: false, why: 'noWords' }
  const [ours, theirs] = [text.match(known)?.length ?? 0, text.match(others)?.length ?? 0]
  if (words > 40 && theirs > ours * 2) return { ok: false, why: 'otherLanguage' }
  const said = new Set((text.match(phrases) ?? []).map((p) => p.toLowerCase()))
  if (said.size < 2) return { ok: false, why: 'notALabel' }
  const label: LabelText = {
    ...laidOut,
    text,
    lexicon,
    turfIn: nameFinder(lexicon.turf, true),
    plantsIn: nameFinder(lexicon.plants, false),
    sentences: sentencesOf(text),
  }
  const found = rules.flatMap((rule) => rule(label))
  // What a table says of a line goes before what is said of all.
  const ofLines = new Set(found.filter((f) => f.line !== undefined).map((f) => f.field))
  const kept = found.filter((f) => f.line !== undefined || !ofLines.has(f.field) || f.field === 'rate')
  return { ok: true, figures: doubted(kept, label).map(figureOf) }
}
