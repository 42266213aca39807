import type { LabelText } from '../reading.ts'
import type { Word } from '../word.ts'

/** Turf that a text names; a group of grasses is all of that season. */
export function turfOf(text: string, label: LabelText): string[] {
  const named = label.turfIn(text).map((t) => t.code)
  if (named.length) return [...new Set(named)]
  const season = /cool[- ]season/i.test(text) ? 'cool' : /warm[- ]season/i.test(text) ? 'warm' : undefined
  return season ? label.lexicon.turf.filter((t) => t.season === season).map((t) => t.code) : []
}

export const forbids =
  /\b(?:do not|not for|never|except|injur|sensitive|not recommended|avoid|not tolerant|no use)\b/i
/** All turf that a label names as what it may go on, with the words. */
export function allowedTurf(label: LabelText): { turf: string[]; words: Word[]; isGroup: boolean } {
  const good = label.sentences.filter((s) => !forbids.test(s.text) && turfOf(s.text, label).length)
  const listed = good.filter(
    (s) =>
      /use on|for use|established|lawns? of|apply to|tolerant|turf/i.test(s.text) ||
      label.turfIn(s.text).length > 1,
  )
  const of = listed.length ? listed : good
  const turf = [...new Set(of.flatMap((s) => turfOf(s.text, label)))]
  const words = of.slice(0, 2).flatMap((s) => label.running.wordsIn(s.start, s.start + s.text.length))
  return { turf, words, isGroup: of.every((s) => !label.turfIn(s.text).length) }
}
