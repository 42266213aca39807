// Says how hard the English words are to read, and lists the hardest sentences.
import { loadWholeCatalogue } from '@jardinero/words'
import { gradeAll, medianOf } from '../words/test/readingGrade.ts'

const { all, headlines } = gradeAll(await loadWholeCatalogue('en-US'))
const most = Number(process.argv[2] ?? 30)
for (const [name, graded] of [
  ['headlines', headlines],
  ['all', all],
] as const) {
  const median = medianOf(graded).toFixed(1)
  console.log(
    `\n${name}: ${graded.length} sentences, median grade ${median}, ${graded.filter((g) => g.grade > 10).length} over 10`,
  )
  for (const { key, grade, text } of graded.slice(0, most))
    console.log(`  ${grade.toFixed(1)}  ${key}: ${text}`)
}
