import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { Worker } from 'node:worker_threads'
import {
  computeSoilAnswer,
  createSimulation,
  groundOf,
  pastDays,
  shareMembers,
  sharedGrounds,
  undated,
} from '@jardinero/core/soil'
import { addDays } from '@jardinero/core/quantity'
import { weatherYears } from '../standins/src/weatherYears.ts'
import { bundle } from './bundle.ts'
import type { SoilWork } from './soilWork.ts'

const members = 200
const [days, nodes, places] = [365, 24, 3]
const nodeSteps = members * days * 24 * nodes * places

const inThread = <T>(file: string, workerData: SoilWork): Promise<T> =>
  new Promise((done, failed) => {
    const worker = new Worker(file, { workerData })
    worker.once('message', done)
    worker.once('error', failed)
  })

/** The same loops in C, scalar and eight members side by side, ns a node-step; nothing where there is no compiler. */
function timeC(): { scalar: number; best: number } | undefined {
  const folder = join(import.meta.dirname, '..', '.cache', 'bench')
  mkdirSync(folder, { recursive: true })
  const program = join(folder, 'solver')
  const compiled = spawnSync('cc', [
    '-O3',
    '-march=native',
    '-o',
    program,
    join(import.meta.dirname, 'native', 'solver.c'),
    '-lm',
  ])
  if (compiled.status !== 0 || !existsSync(program)) return undefined
  const run = (wide: number) =>
    Math.min(
      ...Array.from({ length: 4 }, () =>
        Number(
          spawnSync(program, [String(nodes), '20000', String(wide)], { encoding: 'utf8' }).stdout.split(
            ' ',
          )[0],
        ),
      ),
    )
  return { scalar: run(1), best: run(8) }
}

/** How long a new reading takes to reach the answer: six places, 200 members, a year, one weed. */
function timeAnswer(): number {
  const today = '2026-02-28'
  const observed = weatherYears('quarryBend')
    .filter((d) => d.day <= today)
    .slice(-3650)
  const kinds = ['middle', 'edge', 'wet', 'shade', 'middle', 'edge'] as const
  const named = kinds.map((kind, i) => ({ id: `${kind}${i}`, kind, ground: groundOf(kind) }))
  const { grounds, indexOf } = sharedGrounds(named.map((p) => p.ground))
  const simulation = createSimulation({
    latitude: 38.1,
    grounds,
    observed: observed.map(undated),
    forecast: [],
    daysAhead: days,
    seed: 1,
  })
  const pasts = simulation.past()
  const runs = simulation.runMembers(0, members)
  const readings = Array.from({ length: 60 }, (_, i) => ({
    placeId: named[i % 6]!.id,
    day: addDays(today, -Math.floor(i / 6) * 3),
    solarHour: 10,
    depthCm: 5,
    temperatureC: 6 + i / 40,
  }))
  const ask = () =>
    computeSoilAnswer({
      today,
      hemisphere: 'northern',
      places: named,
      groundOf: indexOf,
      pasts,
      runs,
      forecastDays: 0,
      observedAir: observed.slice(-pastDays),
      readings,
      signs: [],
      weeds: [{ code: 'smoothCrabgrass', emergence: { trend: 'rising', soilC: [12, 14], baseC: 12 } }],
      school: 'edgeLed',
      seed: 1,
    })
  ask()
  const times = Array.from({ length: 5 }, () => {
    const started = performance.now()
    ask()
    return performance.now() - started
  })
  return times.sort((a, b) => a - b)[2]!
}

/** Speed of the soil's simulation, its parts, and the same loop in C. */
export async function benchSoilSpeed(): Promise<void> {
  const file = await bundle('soilWork.ts')
  console.log(
    `\nSoil: ${members} members × ${days} days hourly × ${nodes} nodes × ${places} places, in two threads (goal: 1.5 s)`,
  )
  for (const [station, latitude, kind] of [
    ['quarryBend', 38.1, 'transition valley'],
    ['sableReach', 28.6, 'subtropical, never frozen'],
    ['alderwick', 44.7, 'cool continental, frozen for months'],
  ] as const) {
    const started = performance.now()
    const halves = await Promise.all(
      shareMembers(0, members, 13).map(([from, to]) =>
        inThread<{ past: number; members: number; bytes: number; heap: number }>(file, {
          what: 'members',
          station,
          latitude,
          from,
          to,
        }),
      ),
    )
    const slowest = Math.max(...halves.map((h) => h.members))
    const work = halves.reduce((sum, h) => sum + h.members, 0)
    console.log(
      `  ${kind.padEnd(36)} ${((performance.now() - started) / 1000).toFixed(2)} s with start and 500 observed days (${Math.max(...halves.map((h) => h.past)).toFixed(0)} ms), members ${(slowest / 1000).toFixed(2)} s, ` +
        `${((work * 1e6) / nodeSteps).toFixed(0)} ns a node-step, ${((work * 1e6) / (members * days * nodes * places)).toFixed(0)} ns a member-day-node; ` +
        `${(halves.reduce((s, h) => s + h.bytes, 0) / 1e6).toFixed(1)} MB of runs, heap ${(Math.max(...halves.map((h) => h.heap)) / 1e6).toFixed(0)} MB a thread (goal: 150 MB together)`,
    )
  }
  const base = { station: 'quarryBend', latitude: 38.1, from: 0, to: 0 }
  const parts = await inThread<Record<string, number>>(file, { what: 'parts', ...base })
  const solver = await inThread<number>(file, { what: 'solver', ...base })
  const abreast = await inThread<{ thawed: number; freezing: number }>(file, { what: 'abreast', ...base })
  const solverMs = (solver * days * 24 * nodes * places) / 1e6
  console.log(
    `  parts of one member, ms: weather ${parts['weather']!.toFixed(1)}, moisture and makeup ${parts['moisture']!.toFixed(1)}, surface ${parts['surface']!.toFixed(1)}, solver while thawed ${solverMs.toFixed(1)}`,
  )
  const c = timeC()
  console.log(
    c
      ? `  reference, thawed: ${solver.toFixed(1)} ns a node-step; the same scalar loop in C (-O3) ${c.scalar.toFixed(1)} ns: ratio ${(solver / c.scalar).toFixed(2)} (goal ≤ 1.5); best C, eight members side by side, ${c.best.toFixed(1)} ns`
      : `  reference, thawed: ${solver.toFixed(1)} ns a node-step; no C compiler here to compare with`,
  )
  console.log(
    `  eight abreast in WebAssembly, with what is made of each day’s weather: ${abreast.thawed.toFixed(2)} ns a node-step thawed (goal: 2), ${abreast.freezing.toFixed(2)} about freezing`,
  )
  console.log(`  a new reading, six places: ${timeAnswer().toFixed(0)} ms to the answer (goal: 500 ms)`)
}
