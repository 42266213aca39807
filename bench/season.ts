import { performance } from 'node:perf_hooks'
import { addDays } from '@jardinero/core/quantity'
import {
  compareSchools,
  judgeProgramme,
  optimiseProgramme,
  searchAll,
  type OptimiseRequest,
} from '@jardinero/core/season'
import { bluegrass, clover, crabgrass, simulatedSeason, testLabel } from '../core/test/season.ts'

const timed = <T>(work: () => T): [T, number] => {
  const started = performance.now()
  const result = work()
  return [result, performance.now() - started]
}
/** The quickest of so many; each is told its number, since what was judged before is remembered. */
const least = (times: number, work: (i: number) => unknown) =>
  Math.min(...Array.from({ length: times }, (_, i) => timed(() => work(i))[1]))

/** What planning a season costs, and whether the search finds what trying everything finds. */
export function benchSeason(): void {
  console.log('\nSeason')
  const weeds = [
    crabgrass,
    bluegrass,
    clover,
    { ...crabgrass, code: 'yellowFoxtail' },
    { ...bluegrass, code: 'henbit' },
  ]
  const [season, made] = timed(() =>
    simulatedSeason({ members: 200, kinds: ['middle', 'edge', 'shade'], weeds }),
  )
  console.log(`  soil, field of 200 members × 3 places × 5 weeds (both): ${made.toFixed(0)} ms`)
  const choice = { labelId: 'prodiamine', edges: 'once', partner: false } as const
  const [rows, all] = timed(() => compareSchools(season, choice))
  console.log(`  nine schools compared: ${all.toFixed(0)} ms (goal ≤ 700)`)
  const two = rows.find((r) => r.school === 'halvesByTemperature')!.programme
  const dragged = (days: number) => ({
    ...two,
    passes: two.passes.map((p, i) =>
      i ? { ...p, when: { kind: 'day' as const, day: addDays(season.context.today, days) } } : p,
    ),
  })
  const stopAll = { ...season, weeds: weeds.filter((w) => w.target).map((w) => w.code) }
  console.log(
    `  one programme judged: ${least(5, (i) => judgeProgramme(stopAll, dragged(70 + i))).toFixed(1)} ms (goal ≤ 100)`,
  )
  console.log(
    `  a peg dragged: ${least(5, (i) => judgeProgramme(season, dragged(80 + i))).toFixed(1)} ms (goal ≤ 30)`,
  )
  for (const r of rows)
    console.log(
      `    ${r.school.padEnd(20)} ${((r.judgement.escaped?.value ?? 1) * 100).toFixed(1)} % escape, ${r.faults.length} faults, ${r.reason.code}`,
    )
  const small: OptimiseRequest = {
    season: { ...season, context: { ...season.context, labels: [testLabel('prodiamine', 50)] } },
    from: addDays(season.context.today, 1),
    to: addDays(season.context.today, 100),
    everyDays: 9,
    rateSteps: 3,
    passes: 2,
    stride: 10,
    tolerance: 0,
    most: 5000,
  }
  const [exact, whole] = timed(() => searchAll(small)!)
  const [found, quick] = timed(() => optimiseProgramme(small)!)
  console.log(
    `  search ${quick.toFixed(0)} ms (${found.looked} boxes, ${found.proven ? 'proven' : 'not proven'}): ${(found.escaped * 100).toFixed(2)} %; all ${exact.count} programmes ${whole.toFixed(0)} ms: ${(exact.escaped * 100).toFixed(2)} %`,
  )
  const [best, slow] = timed(() =>
    optimiseProgramme({
      ...small,
      season,
      everyDays: 4,
      rateSteps: 4,
      stride: 5,
      most: 3000,
      tolerance: 0.005,
    })!,
  )
  console.log(
    `  best of all labels, two passes: ${slow.toFixed(0)} ms, ${best.looked} boxes, ${(best.escaped * 100).toFixed(2)} % (no programme under ${(best.bound * 100).toFixed(2)} %), ${JSON.stringify(best.programme.passes.map((p) => [p.labelId, p.when, p.rate.value]))}`,
  )
}
