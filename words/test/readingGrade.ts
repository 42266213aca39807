import { fleschKincaid } from 'flesch-kincaid'
import { IntlMessageFormat } from 'intl-messageformat'
import { syllable } from 'syllable'
import type { Catalogue } from '../src/words.ts'

/** What a message says in its usual case, with a name for what it is given. */
function usualText(message: string): string {
  type Element = { type: number; value?: string; options?: Record<string, { value: Element[] }> }
  const walk = (elements: Element[]): string =>
    elements
      .map(({ type, value, options }) => {
        if (type === 0) return value
        if (type === 7) return '3'
        if (!options) return 'Meadow'
        // Several things, and the fullest case: what is said where all is known.
        if (type === 6 && options['other']) return walk(options['other'].value)
        const cases = Object.values(options).map((o) => walk(o.value))
        return cases.toSorted((a, b) => b.length - a.length)[0]
      })
      .join('')
  return walk(new IntlMessageFormat(message, 'en', undefined, { ignoreTag: true }).getAst() as Element[])
}

/** A term that is explained on press counts as a word of two syllables: it is read at once, or looked up. */
const explained = 2

/** Syllables of a Spanish word: its groups of vowels, two strong ones, or a stressed weak one, being two. */
export function spanishSyllables(word: string): number {
  const said = word.toLowerCase().replace(/qu|gu(?=[eéií])/g, 'k')
  const groups = said.match(/[aeiouáéíóúü]+/g) ?? []
  const parted = groups.flatMap((g) => g.match(/[aeoáéó](?=[aeoáéóíú])|[íú](?=[aeo])/g) ?? [])
  const alone = /[^aeiouáéíóú]y$/.test(said) ? 1 : 0
  return Math.max(1, groups.length + parted.length + alone)
}

/** Sentences, words and syllables of a text, and the grade that they come to. */
const languages = {
  /** Flesch–Kincaid (Kincaid et al. 1975). */
  en: {
    syllables: syllable,
    degrees: 'degrees',
    grade: (sentence: number, word: number, syllables: number) =>
      fleschKincaid({ sentence, word, syllable: syllables }),
  },
  /** Crawford (1984): grade of a Spanish text by sentences and syllables of a hundred words. */
  es: {
    syllables: spanishSyllables,
    degrees: 'grados',
    grade: (sentence: number, word: number, syllables: number) =>
      -0.205 * ((sentence / word) * 100) + 0.049 * ((syllables / word) * 100) - 3.407,
  },
}
export type GradedLanguage = keyof typeof languages

/** School grade of a message; nothing for less than a sentence. */
export function gradeOf(
  message: string,
  terms: ReadonlySet<string>,
  language: GradedLanguage = 'en',
): number | undefined {
  const { syllables, degrees, grade } = languages[language]
  const text = usualText(message).replace(/\[(\d[\d.–]*) [\w/]+\]/g, `$1 ${degrees}`)
  const words = text.match(/[\p{L}’'-]+|\d[\d.,]*/gu) ?? []
  if (words.length < leastWords) return undefined
  const sentences = Math.max(1, (text.match(/[.!?;:](?=\s|$)/g) ?? []).length)
  const counted = words.map((word) => {
    const said = word.toLowerCase()
    const of = /^\d/.test(word) ? 1 : syllables(said)
    return terms.has(said) ? Math.min(explained, of) : of
  })
  return grade(
    sentences,
    words.length,
    counted.reduce((s, n) => s + n, 0),
  )
}
const leastWords = 4

/** What opens a page, or a thing to do: read first, and by everybody. */
const isHeadline = (key: string) =>
  /\.answer/.test(key) ||
  /^(soil|season)\.says\./.test(key) ||
  /^(welcome|needs)\.[a-zA-Z]+$/.test(key) ||
  (key.startsWith('today.') && !key.endsWith('.because'))

export interface Graded {
  key: string
  grade: number
  text: string
}
/** Every sentence of a catalogue with its grade, the hardest first; and those that are headlines. */
export function gradeAll(
  catalogue: Catalogue,
  language: GradedLanguage = 'en',
): { all: Graded[]; headlines: Graded[] } {
  const forms = Object.entries(catalogue).flatMap(([key, text]) =>
    key.startsWith('term.') ? text.split('|').flatMap((form) => form.split(' ')) : [],
  )
  const terms = new Set(forms.map((form) => form.toLowerCase()))
  const all = Object.entries(catalogue)
    .flatMap(([key, text]) => {
      const grade = gradeOf(text, terms, language)
      return grade === undefined ? [] : { key, grade, text: usualText(text) }
    })
    .toSorted((a, b) => b.grade - a.grade)
  return { all, headlines: all.filter(({ key }) => isHeadline(key)) }
}
export const medianOf = (graded: Graded[]): number => graded[Math.floor(graded.length / 2)]!.grade
