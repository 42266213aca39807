import { expect, it } from 'vitest'
import { loadWholeCatalogue } from './src/index.ts'
import { gradeAll, gradeOf, medianOf, spanishSyllables } from './test/readingGrade.ts'

const english = await loadWholeCatalogue('en-US')
const { all, headlines } = gradeAll(english)
const inSpanish = gradeAll(await loadWholeCatalogue('es-US'), 'es')

it('measures what is hard to read', () => {
  const none = new Set<string>()
  expect(gradeOf('The cat sat on the mat.', none)).toBeLessThan(2)
  const hard = 'Independent propagation of instrumental uncertainties necessitates considerable deliberation.'
  expect(gradeOf(hard, none)).toBeGreaterThan(20)
  const term = 'Apply the pre-emergent to the lawn.'
  expect(gradeOf(term, new Set(['pre-emergent']))).toBeLessThan(gradeOf(term, none)!)
  expect(gradeOf('Grass', none)).toBeUndefined()
})
it('opens every page in words of grade 7 or less, none over 10', () => {
  expect(headlines.length).toBeGreaterThan(90)
  expect(medianOf(headlines)).toBeLessThanOrEqual(7)
  expect(headlines.filter((h) => h.grade > 10).map((h) => `${h.key}: ${h.text}`)).toEqual([])
})
it('counts the syllables of Spanish', () => {
  const counted = {
    césped: 2,
    maleza: 3,
    guía: 2,
    agua: 2,
    que: 1,
    fertilizante: 5,
    día: 2,
    leer: 2,
    ley: 1,
    muy: 1,
  }
  for (const [word, syllables] of Object.entries(counted))
    expect(spanishSyllables(word), word).toBe(syllables)
})
it('opens every page in Spanish of the same grades', () => {
  expect(inSpanish.headlines.length).toBeGreaterThan(90)
  expect(medianOf(inSpanish.headlines)).toBeLessThanOrEqual(7)
  expect(inSpanish.headlines.filter((h) => h.grade > 10).map((h) => `${h.key}: ${h.text}`)).toEqual([])
})
it('keeps the rest at grade 8 or less for nine sentences of ten', () => {
  const hard = all.filter((s) => s.grade > 8)
  expect(hard.length / all.length).toBeLessThan(0.1)
})
it('has left behind the words that people stumbled over', () => {
  const stumbled = [
    /\bschools?\b/i,
    /\bswaths?\b/i,
    /\bRests on\b/,
    /\bput it back\b/i,
    /\btake a file in\b/i,
    /\bfinds are\b/i,
    /\bpass(es)? (is|are) down\b/i,
    /\blets? .* through\b/,
    /\bcoring\b/i,
    /\bkey a\b/i,
    /\bdrills?\b/i,
  ]
  const found = Object.entries(english).flatMap(([key, text]) => {
    // What stands in braces is the name of what is put there, and is not read.
    const read = text.replace(/\{[a-zA-Z]+(, (plural|select|number),?)?/g, '')
    // What one may type is not what is said.
    return !key.endsWith('.names') && stumbled.some((words) => words.test(read)) ? [`${key}: ${text}`] : []
  })
  expect(found).toEqual([])
})
