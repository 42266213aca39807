import { performance } from 'node:perf_hooks'
import { almanac, plantAlmanac } from '@jardinero/almanac'
import { lexiconOf, readLabel, type Page } from '@jardinero/core/shelf'
import { printLabel } from './labels/layouts.ts'
import { openPhotoReader, openPrinter, pagesOfPdf, photograph, printPdf } from './labels/pages.ts'
import { score, type FieldScore } from './labels/score.ts'
import { makeTruth } from './labels/truth.ts'

const lexicon = lexiconOf({ turf: almanac.turf, plants: plantAlmanac.plants, actives: almanac.actives })
const percent = (share: number) => `${(100 * share).toFixed(1)} %`

function tell(
  title: string,
  goal: string,
  scores: Map<string, FieldScore>,
  notes: string[],
  ms: number[],
): void {
  const sum = (pick: (s: FieldScore) => number) => [...scores.values()].reduce((all, s) => all + pick(s), 0)
  const all = sum((s) => s.right + s.asked + s.doubted + s.wrong + s.missed)
  const right = sum((s) => s.right + s.asked)
  console.log(
    `${title}: ${percent(right / all)} of ${all} figures right (goal ${goal}), ${percent(sum((s) => s.asked) / all)} of them asked about; wrong and sure ${percent(sum((s) => s.wrong) / all)} (goal ≤ 0.5 %), missed ${percent(sum((s) => s.missed) / all)}; ${(ms.reduce((a, b) => a + b, 0) / ms.length).toFixed(0)} ms a label`,
  )
  for (const [field, s] of [...scores].toSorted())
    console.log(
      `  ${field.padEnd(22)} right ${String(s.right).padStart(3)}  asked ${String(s.asked).padStart(3)}  doubted ${String(s.doubted).padStart(3)}  wrong ${String(s.wrong).padStart(3)}  missed ${String(s.missed).padStart(3)}`,
    )
  if (process.env['NOTES']) for (const note of notes) console.log(`  ${note}`)
}

/** Invented labels in eight layouts, read from PDFs and from photos of them: what is right, field by field. */
export async function benchLabels(size = 48): Promise<void> {
  const printer = await openPrinter()
  const photos = process.env['PHOTOS'] === 'no' ? undefined : await openPhotoReader()
  const scores = { pdf: new Map<string, FieldScore>(), photo: new Map<string, FieldScore>() }
  const notes = { pdf: [] as string[], photo: [] as string[] }
  const ms = { pdf: [] as number[], photo: [] as number[] }
  const take = (way: 'pdf' | 'photo', seed: number, pages: Page[]) => {
    const from = performance.now()
    const reading = readLabel(pages, lexicon)
    ms[way].push(performance.now() - from)
    const truth = makeTruth(seed)
    if (!reading.ok) notes[way].push(`${seed} ${truth.layout} not read: ${reading.why}`)
    notes[way].push(...score(truth, reading.ok ? reading.figures : [], scores[way]))
  }
  const first = Number(process.env['FIRST'] ?? 0)
  for (let seed = first; seed < first + size; seed++) {
    const html = printLabel(makeTruth(seed))
    take('pdf', seed, await pagesOfPdf(await printPdf(printer, html)))
    if (!photos) continue
    const pages: Page[] = []
    for (const [i, photo] of (await photograph(printer, html, seed)).entries())
      pages.push(await photos.read(photo, i))
    take('photo', seed, pages)
  }
  tell('PDFs', '≥ 95 %', scores.pdf, notes.pdf, ms.pdf)
  if (photos) tell('Photos', '≥ 85 %', scores.photo, notes.photo, ms.photo)
  await printer.close()
  await photos?.end()
}
