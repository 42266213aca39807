import { performance } from 'node:perf_hooks'
import { plantAlmanac } from '@jardinero/almanac'
import { computeKey, createKey, type KeyAnswers } from '@jardinero/core/scout'
import { seededRandom } from '@jardinero/core/quantity'
import { runKey, type TrialResult } from './keyTrial.ts'

const { plants, characters } = plantAlmanac
const matrix = createKey(plants, characters)
const even = plants.map(() => 1 / plants.length)
const bits = Math.log2(plants.length)
const percent = (share: number) => `${(100 * share).toFixed(1)} %`
const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length

function withoutError(withoutHead: boolean): void {
  const results = plants.map((p) => ({
    code: p.code,
    ...runKey(matrix, even, p.code, {
      misread: 0,
      withoutHead,
      most: 60,
      random: seededRandom(1),
      usualState: true,
    }),
  }))
  const ties = results.filter((r) => r.tiedWith.length > 1)
  const wrong = results.filter((r) => !r.tiedWith.includes(r.code))
  console.log(
    `  ${withoutHead ? 'without a head' : 'with a head   '}  ${mean(results.map((r) => r.questions)).toFixed(2)} questions in the mean (goal ≤ ${(1.3 * bits).toFixed(1)}), ` +
      `${wrong.length} not first, ties: ${ties.map((r) => r.tiedWith.join(' = ')).join('; ') || 'none'}`,
  )
}

function withMisreading(withoutHead: boolean, rounds: number): void {
  const random = seededRandom(2026)
  const most = Math.floor(2.2 * bits)
  const results: TrialResult[] = []
  for (let i = 0; i < rounds; i++)
    for (const { code } of plants)
      results.push(runKey(matrix, even, code, { misread: 0.1, withoutHead, most, random }))
  const share = (is: (r: TrialResult) => boolean) => percent(mean(results.map((r) => Number(is(r)))))
  const decided = results.filter((r) => r.decided)
  console.log(
    `  ${withoutHead ? 'without a head' : 'with a head   '}  first three ${share((r) => r.rank <= 3)} (goal ≥ ${withoutHead ? 92 : 95} %), first ${share((r) => r.rank === 1)}, ` +
      `decided ${share((r) => r.decided)}, right of those ${percent(mean(decided.map((r) => Number(r.rank === 1))))}, ` +
      `${mean(results.map((r) => r.questions)).toFixed(2)} questions in the mean, never over ${most}`,
  )
}

/** How well the key does on simulated plants, and how long the next question takes (goal: under 5 ms). */
export function benchKey(rounds = 25): void {
  console.log(
    `\nThe key: ${plants.length} plants, ${characters.length} characters, log2 = ${bits.toFixed(2)}`,
  )
  console.log('No answer misread:')
  for (const withoutHead of [false, true]) withoutError(withoutHead)
  console.log(`One answer in ten misread, ${rounds * plants.length} plants each:`)
  for (const withoutHead of [false, true]) withMisreading(withoutHead, rounds)
  const answers: KeyAnswers[] = [{}, { kind: 'grass' }, { kind: 'broadleaf', leafType: 'three', sap: null }]
  const times = Array.from({ length: 600 }, (_, i) => {
    const started = performance.now()
    computeKey(matrix, even, answers[i % answers.length]!)
    return performance.now() - started
  }).sort((a, b) => a - b)
  console.log(
    `Next question: ${times[300]!.toFixed(2)} ms median, ${times[594]!.toFixed(2)} ms p99 (goal under 5 ms)`,
  )
}
