import { Worker } from 'node:worker_threads'
import { bundle } from './bundle.ts'
import { writeTwinsPage } from './twins/page.ts'
import { mean, summarise, type Summary } from './twins/score.ts'
import { leads, type Known, type Order, type Result } from './twins/work.ts'

const inThread = (file: string, workerData: Order): Promise<{ results: Result[]; known: Known[] }> =>
  new Promise((done, failed) => {
    const worker = new Worker(file, { workerData })
    worker.once('message', done)
    worker.once('error', failed)
  })
const range = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i)
const every = (list: number[], half: number) => list.filter((i) => i % 2 === half)
const percent = (share: number) => `${(100 * share).toFixed(0)} %`
const line = (name: string, with_: Summary, without: Summary) =>
  `  ${name.padEnd(26)} ${String(with_.count).padStart(3)} twins, 80 % interval covers ${percent(with_.coverage).padStart(5)}, CRPS ${with_.crps.toFixed(1)} days, mean error ${with_.meanError.toFixed(1)} (bias ${with_.bias.toFixed(1)}); without readings CRPS ${without.crps.toFixed(1)}, error ${without.meanError.toFixed(1)}`

/** Twins whose truth comes from another model: does the forecast of dates say how sure it is, and do readings help? */
export async function benchSoilTwins(count = 510, knownCount = 150, referencedCount = 60): Promise<void> {
  const file = await bundle('twins/work.ts')
  const halves = await Promise.all(
    [0, 1].map((half) =>
      inThread(file, {
        seeds: every(range(0, count), half),
        known: every(range(0, knownCount), half),
        referenced: every(range(0, referencedCount), half),
      }),
    ),
  )
  const results = halves.flatMap((h) => h.results)
  const known = halves.flatMap((h) => h.known)
  const of = (is: (r: Result) => boolean) => results.filter(is)
  const both = (rows: Result[]) =>
    [summarise(rows.map((r) => r.with)), summarise(rows.map((r) => r.without))] as const
  console.log(
    `\nSoil: ${results.length} made yards whose truth is another model’s (80 % interval should cover 75–85 %)`,
  )
  console.log(line('all', ...both(results)))
  for (const kind of ['middle', 'edge', 'atypical'] as const)
    console.log(line(`place: ${kind}`, ...both(of((r) => r.kind === kind))))
  for (const trend of ['rising', 'falling'] as const)
    console.log(line(`season: ${trend}`, ...both(of((r) => r.trend === trend))))
  for (const lead of leads) console.log(line(`${lead} days before`, ...both(of((r) => r.lead === lead))))
  const near = of((r) => r.kind === 'atypical' && r.lead <= 7)
  console.log(line('atypical edge, ≤ 7 days', ...both(near)))
  console.log(
    `  weather known, 10 readings, ${known.length} twins: RMSE at 5 cm ${Math.sqrt(mean(known.map((k) => k.rmseK ** 2))).toFixed(2)} K (goal 0.9), date off by ${mean(known.map((k) => Math.abs(k.dateError))).toFixed(1)} days (goal 3.5)`,
  )
  const referenced = known.filter((k) => k.reference !== undefined)
  const [filter, full] = [
    mean(referenced.map((k) => Math.abs(k.dateError))),
    mean(referenced.map((k) => Math.abs(k.reference!))),
  ]
  console.log(
    `  against the full Bayesian answer, ${referenced.length} twins: ${filter.toFixed(2)} to ${full.toFixed(2)} days, ratio ${(filter / full).toFixed(2)} (goal ≤ 1.15)`,
  )
  writeTwinsPage(results, known)
}
