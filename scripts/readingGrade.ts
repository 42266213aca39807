// Says how hard the words are to read, in English and in Spanish, and lists the hardest sentences.
import { loadWholeCatalogue } from '@jardinero/words'
import { gradeAll, medianOf } from '../words/test/readingGrade.ts'

const most = Number(process.argv[2] ?? 30)
for (const [locale, language] of [
  ['en-US', 'en'],
  ['es-US', 'es'],
] as const) {
  const { all, headlines } = gradeAll(await loadWholeCatalogue(locale), language)
  for (const [name, graded] of [
    ['headlines', headlines],
    ['all', all],
  ] as const) {
    const median = medianOf(graded).toFixed(1)
    console.log(
      `\n${locale}, ${name}: ${graded.length} sentences, median grade ${median}, ${graded.filter((g) => g.grade > 10).length} over 10`,
    )
    for (const { key, grade, text } of graded.slice(0, most))
      console.log(`  ${grade.toFixed(1)}  ${key}: ${text}`)
  }
}
